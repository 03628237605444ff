<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from "vue";
import {
  answer,
  type EstateCard,
  http,
  type LibraryObject,
  type LineEdit,
  type Shelf,
} from "../api/client";
import { choicesOf } from "../objects/choices";
import { person } from "../accounts/session";
import { skeleton } from "./bulk";
import CellPicker from "./CellPicker.vue";

/** Offers the rules every sound shelf begins and ends with, and asks for the blanks. */
const props = defineProps<{ shelf: Shelf; objects: LibraryObject[] }>();
const emit = defineEmits<{ lay: [edits: LineEdit[]]; leave: [] }>();

const estate = ref<EstateCard>();
/** As the estate says, until somebody has chosen. */
const picked = ref<string[]>();
const addresses = computed(() => picked.value ?? estate.value?.estate.managementAddresses ?? []);
const services = ref<string[]>(["tcp/22", "tcp/443"]);
const noise = ref<string[]>(["udp/137-138", "tcp/445", "udp/1900"]);
const picking = ref<"addresses" | "services" | "noise">();

const edits = computed(() =>
  skeleton(
    {
      managementAddresses: addresses.value,
      managementServices: services.value,
      noise: noise.value,
    },
    props.shelf,
    person.value?.name ?? "",
  ),
);
const blanks = computed(() => [
  {
    key: "addresses" as const,
    ask: "Managed from which addresses?",
    names: addresses.value,
    kind: "address",
    none: "nowhere: no management access is laid",
  },
  {
    key: "services" as const,
    ask: "On which services?",
    names: services.value,
    kind: "service",
    none: "any",
  },
  {
    key: "noise" as const,
    ask: "Which noise is dropped without a line in the log?",
    names: noise.value,
    kind: "service",
    none: "none",
  },
]);

function keep(names: string[]) {
  if (picking.value === "addresses") picked.value = names;
  if (picking.value === "services") services.value = names;
  if (picking.value === "noise") noise.value = names;
  void leave();
}

/** The keyboard is where it was before the picker opened. */
async function leave() {
  const key = picking.value;
  picking.value = undefined;
  await nextTick();
  panel.value?.querySelector<HTMLElement>(`[data-blank="${key}"]`)?.focus();
}

/** Whether the estate is told too that it is managed from there. */
const tells = ref(true);
const strange = computed(() =>
  addresses.value.some((a) => !estate.value?.estate.managementAddresses.includes(a)),
);
const trouble = ref("");

async function lay() {
  trouble.value = "";
  try {
    if (estate.value && strange.value && tells.value) {
      const managementAddresses = [
        ...new Set([...estate.value.estate.managementAddresses, ...addresses.value]),
      ];
      estate.value = await answer(
        http.PUT("/api/estate/settings", {
          body: {
            edition: estate.value.edition,
            estate: { ...estate.value.estate, managementAddresses },
          },
        }),
      );
    }
    emit("lay", edits.value);
  } catch (e) {
    trouble.value = (e as Error).message;
  }
}

function summary(e: LineEdit): string {
  const r = e.rule;
  if (!r) return "a place for the business rules";
  const to = r.to.includes("self") ? "to the firewall itself" : "everything else";
  const from = r.source.names.length ? `from ${r.source.names.join(", ")}` : "";
  const what = r.services.length ? r.services.join(", ") : "";
  return [r.action, what, from, what && !from ? "" : to, r.log === "none" ? "no log" : "logged"]
    .filter(Boolean)
    .join(" · ");
}

const panel = ref<HTMLElement>();
const button = ref<HTMLButtonElement>();
onMounted(async () => {
  button.value?.focus();
  estate.value = await answer(http.GET("/api/estate/settings")).catch(() => undefined);
});
</script>

<template>
  <section ref="panel" class="skeleton" aria-label="Lay a skeleton" @keydown.esc="emit('leave')">
    <h2>A skeleton for {{ shelf.owner }}, {{ shelf.part }} shelf</h2>
    <div v-for="b in blanks" :key="b.key" class="blank">
      <span>{{ b.ask }}</span>
      <b>{{ b.names.join(", ") || b.none }}</b>
      <button class="button" :data-blank="b.key" @click="picking = b.key">Choose</button>
      <CellPicker
        v-if="picking === b.key"
        :title="b.kind"
        :names="b.names"
        :choices="choicesOf(objects, [b.kind])"
        :kinds="[b.kind]"
        :any="b.none"
        @keep="keep"
        @leave="leave"
      />
    </div>
    <label v-if="estate && strange" class="tells"
      ><input v-model="tells" type="checkbox" /> note with the estate that it is managed from there;
      else this access is reported as open to strangers</label
    >
    <ol>
      <li v-for="(e, i) in edits" :key="i" :class="{ line: e.divider }">
        <b>{{ e.rule?.name ?? e.divider }}</b> <span class="soft">{{ summary(e) }}</span>
      </li>
    </ol>
    <p class="soft">
      They are ordinary rules in the draft: read them, change them, or undo them as one step.
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div class="acts">
      <button ref="button" class="button first" @click="lay">Lay it</button>
      <button class="button" @click="emit('leave')">Leave the shelf empty</button>
    </div>
  </section>
</template>

<style scoped>
.skeleton {
  margin: 4px 14px 10px;
  padding: 14px 18px;
  border: 1px solid var(--tin-dark);
  border-left: 4px solid var(--brass);
  background: var(--enamel);
  display: grid;
  gap: 9px;
}
.blank {
  position: relative;
  display: grid;
  grid-template-columns: 300px 1fr auto;
  align-items: center;
  gap: 10px;
}
/* Over what lies below, which stays where it is when a click closes it. */
.blank :deep(.picker) {
  position: absolute;
  top: 100%;
  right: 0;
  z-index: 15;
}
ol {
  margin: 4px 0 0;
  padding-left: 20px;
  display: grid;
  gap: 3px;
}
p {
  margin: 0;
}
.tells {
  display: flex;
  gap: 6px;
  align-items: center;
}
.acts {
  display: flex;
  gap: 8px;
}
</style>
