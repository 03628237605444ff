<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref, watch } from "vue";
import { answer, http, type Places } from "../api/client";
import { reachText, type RuleRow } from "./rows";
import { settled } from "./settled";

/** How a rule would stand where it is, and the place where it would reach what it matches. */
const props = defineProps<{ row: RuleRow; firewall: number }>();
const emit = defineEmits<{ above: [place: string] }>();

const places = ref<Places>();
const off = computed(() => !props.row.rule.on);
const wanted = computed(() => off.value || (props.row.reach !== undefined && props.row.reach < 1));
let turn = 0;

watch(
  () => [props.row.line.id, props.row.line.version, props.row.place, wanted.value],
  async () => {
    const mine = ++turn;
    places.value = undefined;
    if (!wanted.value) return;
    await settled();
    if (mine !== turn) return;
    const params = {
      path: { id: props.row.line.id },
      query: { firewall: props.firewall },
    };
    const found = await answer(http.GET("/api/lines/{id}/places", { params })).catch(
      () => undefined,
    );
    if (mine === turn) places.value = found;
  },
  { immediate: true },
);

const effect = computed(() => {
  const p = places.value;
  if (!p) return "";
  const parts = [];
  if (p.allowed)
    parts.push(`${p.allowed === 1 ? "1 region" : `${p.allowed} regions`} newly allowed`);
  if (p.blocked)
    parts.push(`${p.blocked === 1 ? "1 region" : `${p.blocked} regions`} newly blocked`);
  return parts.length > 0 ? parts.join(", ") : "no packet is treated otherwise";
});

function key(e: KeyboardEvent) {
  const busy = (e.target as HTMLElement).closest("input, textarea, select, [role=dialog]");
  if (busy || e.key !== "p" || e.ctrlKey || e.altKey || e.metaKey || !places.value?.above) return;
  e.preventDefault();
  emit("above", places.value.above);
}
onMounted(() => window.addEventListener("keydown", key));
onUnmounted(() => window.removeEventListener("keydown", key));
</script>

<template>
  <section
    v-if="places && wanted && (off || places.above)"
    class="places"
    aria-label="Where it stands"
  >
    <p v-if="off">
      Here, were it on, it would decide
      <b>{{ places.reach === 0 ? "nothing" : reachText(places.reach) }}</b> of what it matches.
    </p>
    <ul v-if="off && places.says.length > 0">
      <li v-for="text in places.says" :key="text">{{ text }}</li>
    </ul>
    <template v-if="places.above">
      <p>
        Above <b>{{ places.aboveName || "the floor" }}</b> it
        {{
          places.reachThere === 1 ? "has full reach" : `reaches ${reachText(places.reachThere)}`
        }}: {{ effect }}.
      </p>
      <button class="button" @click="emit('above', places.above)">Put it there <kbd>P</kbd></button>
    </template>
  </section>
</template>

<style scoped>
.places {
  display: grid;
  gap: 6px;
  justify-items: start;
  padding: 7px 10px;
  background: var(--sunk);
  border-left: 4px solid var(--brass);
}
p {
  margin: 0;
}
ul {
  margin: 0;
  padding-left: 17px;
}
</style>
