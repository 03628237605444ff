<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, type Change, http, type Past } from "../api/client";
import { fieldChanges } from "./fields";
import { settled } from "./settled";

/** A rule's changes: those of the draft, which can be undone, and those sealed before. */
const props = defineProps<{ line: number; changes: Change[] }>();
defineEmits<{ undo: [change: number] }>();

const past = ref<Past[]>([]);
let turn = 0;
const WORDS: Record<string, string> = {
  add: "added",
  change: "changed",
  move: "moved",
  remove: "removed",
};

watch(
  () => [props.line, props.changes.length],
  async () => {
    const mine = ++turn;
    await settled();
    if (mine !== turn) return;
    const params = { params: { path: { id: props.line } } };
    const all = await answer(http.GET("/api/lines/{id}/history", params)).catch(() => []);
    past.value = all.filter((p) => p.revision > 0);
  },
  { immediate: true },
);

const clock = new Intl.DateTimeFormat("en-GB", { timeStyle: "short" });
const calendar = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium" });
/** The hour of what happened today, else the day too. */
function time(at: string): string {
  const then = new Date(at);
  const day = calendar.format(then);
  const hour = clock.format(then);
  return day === calendar.format(new Date()) ? hour : `${day}, ${hour}`;
}

/** What was done, in a few words. */
function says(c: Pick<Past, "kind" | "before" | "after">): string {
  if (c.kind !== "change" || !c.before || !c.after) return WORDS[c.kind] ?? c.kind;
  const apart = fieldChanges(c.before, c.after);
  return apart.map((d) => `${d.field}: ${d.before || "–"} → ${d.after || "–"}`).join("; ");
}

const newest = computed(() => [...props.changes].reverse());
</script>

<template>
  <section v-if="changes.length + past.length > 0" class="changes">
    <h3>Its changes</h3>
    <p v-for="c in newest" :key="c.id" class="mine">
      {{ says(c) }}
      <span class="soft">{{ c.who }}, {{ time(c.at) }}</span>
      <button v-if="c.undoable" class="plain link" @click="$emit('undo', c.id)">undo</button>
    </p>
    <p v-for="(p, i) in past" :key="i">
      {{ says(p) }}
      <span class="soft">{{ p.who }}, {{ time(p.at) }}, revision {{ p.revision }}</span>
    </p>
  </section>
</template>

<style scoped>
.changes {
  display: grid;
  gap: 4px;
}
p {
  margin: 0;
  overflow-wrap: anywhere;
}
.mine {
  border-left: 3px solid var(--brass);
  padding-left: 7px;
}
.soft {
  white-space: nowrap;
}
.link {
  margin-left: 6px;
  text-decoration: underline;
  text-decoration-color: var(--brass);
}
</style>
