<script setup lang="ts">
import { ref, watch } from "vue";
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

const clock = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });
const time = (at: string) => clock.format(new Date(at));

function what(p: Past): string {
  if (!p.before || !p.after) return "";
  return fieldChanges(p.before, p.after)
    .map((d) => `${d.field}: ${d.before || "–"} → ${d.after || "–"}`)
    .join("; ");
}
</script>

<template>
  <section v-if="changes.length + past.length > 0" class="changes">
    <h3>Its changes</h3>
    <p v-for="c in changes" :key="c.id" class="mine">
      {{ c.who }} {{ WORDS[c.kind] }} it, {{ time(c.at) }}
      <button v-if="c.undoable" class="plain link" @click="$emit('undo', c.id)">undo</button>
    </p>
    <p v-for="(p, i) in past" :key="i">
      {{ p.who }} {{ WORDS[p.kind] }} it, {{ time(p.at) }},
      <span class="soft">revision {{ p.revision }}</span>
      <span v-if="what(p)" class="soft"> · {{ what(p) }}</span>
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
}
.mine {
  border-left: 3px solid var(--brass);
  padding-left: 7px;
}
.link {
  text-decoration: underline;
  text-decoration-color: var(--brass);
}
</style>
