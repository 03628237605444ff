<script setup lang="ts">
import { nextTick, onMounted, ref } from "vue";
import ActionMark from "./ActionMark.vue";

const props = defineProps<{ title: string; words: string[]; word: string; actions?: boolean }>();
const emit = defineEmits<{ keep: [word: string]; leave: [] }>();

const marked = ref(Math.max(0, props.words.indexOf(props.word)));
const list = ref<HTMLElement>();
onMounted(() => void nextTick(() => list.value?.focus()));

function key(e: KeyboardEvent) {
  const first = props.words.findIndex((w) => w.startsWith(e.key.toLowerCase()));
  if (e.key === "ArrowDown") marked.value = (marked.value + 1) % props.words.length;
  else if (e.key === "ArrowUp")
    marked.value = (marked.value + props.words.length - 1) % props.words.length;
  else if (e.key === "Enter" || e.key === " ")
    emit("keep", props.words[marked.value] ?? props.word);
  else if (e.key === "Escape") emit("leave");
  else if (first >= 0 && !e.ctrlKey) marked.value = first;
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
      @click="emit('keep', w)"
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
