<script setup lang="ts">
import { reactive } from "vue";
import type { Rule } from "../api/client";

type Change = (rule: Rule) => Rule;

/** What can be done to many rules at once. */
defineProps<{
  count: number;
  locked: boolean;
  /** Of the cell that can be filled as in the rule where choosing began: its column, that rule. */
  fill?: { column: string; like: string };
}>();
const emit = defineEmits<{
  toggle: [];
  remove: [];
  copy: [];
  wrap: [];
  fill: [];
  clear: [];
  set: [change: Change, done: string];
}>();

/** What is typed for all of them, and what it does to each. */
const fields = reactive([
  {
    text: "",
    word: "label",
    says: "Label for the chosen rules",
    change: (word: string): Change => {
      return (r) => ({ ...r, labels: r.labels.includes(word) ? r.labels : [...r.labels, word] });
    },
    done: "labelled",
  },
  {
    text: "",
    word: "owner",
    says: "Owner of the chosen rules",
    change: (name: string): Change => {
      return (r) => ({ ...r, owner: name });
    },
    done: "given to",
  },
]);

function apply(field: (typeof fields)[number]) {
  const text = field.text.trim();
  if (text) emit("set", field.change(text), `${field.done} ${text}`);
  field.text = "";
}

/** What is typed here is no shortcut; Escape leaves the field, and elsewhere all that is chosen. */
function own(e: KeyboardEvent) {
  if (e.key !== "Escape") e.stopPropagation();
}
function leave(e: KeyboardEvent) {
  const field = (e.target as HTMLElement).closest("input");
  if (field) field.blur();
  else emit("clear");
}

function setLog(e: Event) {
  const box = e.target as HTMLSelectElement;
  const log = box.value;
  if (log) emit("set", (r) => ({ ...r, log }), `set to log ${log}`);
  box.value = "";
}
</script>

<template>
  <div
    class="many"
    role="toolbar"
    aria-label="What is done to the chosen rules"
    @keydown.esc.stop="leave"
  >
    <b>{{ count }} rules</b>
    <button class="button" @click="emit('copy')">Copy <kbd>Ctrl+C</kbd></button>
    <span v-if="locked" class="soft">Some are shared; change those where they are at home.</span>
    <template v-else>
      <button class="button" @click="emit('toggle')">On, off <kbd>O</kbd></button>
      <button class="button" @click="emit('wrap')">Drawer <kbd>W</kbd></button>
      <button
        v-if="fill"
        class="button"
        :title="`Ctrl+D: the ${fill.column} of all becomes that of “${fill.like}”`"
        @click="emit('fill')"
      >
        Fill {{ fill.column }}
      </button>
      <select aria-label="Log of the chosen rules" @change="setLog">
        <option value="">log …</option>
        <option v-for="l in ['none', 'start', 'end', 'both']" :key="l" :value="l">{{ l }}</option>
      </select>
      <input
        v-for="f in fields"
        :key="f.word"
        v-model="f.text"
        :placeholder="f.word"
        :aria-label="f.says"
        @keydown.enter="apply(f)"
        @keydown="own"
      />
      <button class="button" @click="emit('remove')">Remove <kbd>Del</kbd></button>
    </template>
    <span class="grow" />
    <button class="button" title="Esc" @click="emit('clear')">None</button>
  </div>
</template>

<style scoped>
.many {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px;
  padding: 5px 10px;
  border-top: 1px solid var(--brass);
  background: var(--brass-soft);
  white-space: nowrap;
}
.button {
  padding: 3px 6px;
}
input,
select {
  width: 54px;
  height: 27px;
  padding: 0 6px;
  border: 1px solid var(--tin-dark);
  border-radius: 3px;
  background: var(--enamel);
  color: var(--ink);
  font: inherit;
}
input::placeholder {
  color: var(--ink-soft);
}
.grow {
  flex: 1;
}
</style>
