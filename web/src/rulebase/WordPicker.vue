<script setup lang="ts">
import { nextTick, onMounted, ref } from "vue";
import ActionMark from "./ActionMark.vue";
import { typedAhead } from "./ahead";

const props = defineProps<{ title: string; words: string[]; word: string; actions?: boolean }>();
const emit = defineEmits<{ keep: [word: string, go: number]; leave: [] }>();

const ahead = typedAhead();
const wanted = ahead.typed.toLowerCase();
const marked = ref(
  Math.max(
    0,
    wanted ? props.words.findIndex((w) => w.startsWith(wanted)) : props.words.indexOf(props.word),
  ),
);
const list = ref<HTMLElement>();
const choose = (word = props.word, go = 0) => emit("keep", word, go);

onMounted(async () => {
  await nextTick();
  list.value?.focus();
  if (ahead.tab) choose(props.words[marked.value], 1);
});

/** What was typed of a word so far. */
let begun = wanted;
function begins(letter: string): number {
  const find = (text: string) => props.words.findIndex((w) => w.startsWith(text));
  begun = find(begun + letter) >= 0 ? begun + letter : letter;
  return find(begun);
}

function key(e: KeyboardEvent) {
  const letter = e.key.length === 1 && e.key !== " " && !e.ctrlKey && !e.metaKey && !e.altKey;
  const found = letter ? begins(e.key.toLowerCase()) : -1;
  if (e.key === "ArrowDown") marked.value = (marked.value + 1) % props.words.length;
  else if (e.key === "ArrowUp")
    marked.value = (marked.value + props.words.length - 1) % props.words.length;
  else if (e.key === "Enter" || e.key === " ") choose(props.words[marked.value], 0);
  else if (e.key === "Tab") choose(props.words[marked.value], e.shiftKey ? -1 : 1);
  else if (e.key === "Escape") emit("leave");
  else if (letter) marked.value = found < 0 ? marked.value : found;
  else return;
  e.preventDefault();
  e.stopPropagation();
}
</script>

<template>
  <ul
    ref="list"
    class="words"
    role="listbox"
    tabindex="0"
    :aria-label="title"
    :aria-activedescendant="`word-${marked}`"
    @keydown="key"
    @click.stop
  >
    <li
      v-for="(w, i) in words"
      :id="`word-${i}`"
      :key="w"
      role="option"
      :aria-selected="i === marked"
      :class="{ marked: i === marked }"
      @mousemove="marked = i"
      @click="choose(w)"
    >
      <ActionMark v-if="actions" :action="w" /><template v-else>{{ w }}</template>
    </li>
  </ul>
</template>

<style scoped>
.words {
  min-width: 130px;
  margin: 0;
  padding: 4px;
  list-style: none;
  background: var(--enamel);
  border: 1px solid var(--brass);
  border-radius: 4px;
  box-shadow: var(--shade);
  cursor: pointer;
}
li {
  padding: 4px 9px;
}
.marked {
  background: var(--brass-soft);
}
</style>
