<script setup lang="ts">
import { onMounted, ref } from "vue";

defineEmits<{ close: [] }>();
const box = ref<HTMLElement>();
onMounted(() => box.value?.focus());

const groups = [
  {
    title: "Anywhere",
    keys: [
      ["/ or Ctrl+K", "find a firewall, an object or a rule"],
      ["?", "this list"],
      ["Ctrl+Z", "undo your last step"],
      ["Ctrl+Y", "do it again"],
    ],
  },
  {
    title: "In a stack",
    keys: [
      ["↑ ↓ ← →", "go from cell to cell"],
      ["Enter or F2", "change the cell"],
      ["Tab", "in an open cell: keep it, go on to the next"],
      ["T", "the rule's other fields"],
      ["S", "filter"],
      ["G", "the grid of zones, or back"],
      ["F", "next rule with a finding"],
      ["P", "put the rule where it has reach"],
      ["E", "to where the rule can be edited"],
      ["C", "fold the card away, or back"],
    ],
  },
  {
    title: "To rules",
    keys: [
      ["N", "new rule below the selected one"],
      ["D", "the same again below, off; a bay's as a local copy"],
      ["I", "a divider"],
      ["K", "a skeleton, on an empty shelf"],
      ["O", "on or off"],
      ["Alt+↑ Alt+↓", "move"],
      ["M", "move to a position"],
      ["Delete", "remove"],
      ["Shift+↑ ↓", "choose many"],
      ["Ctrl+A", "choose the whole shelf"],
      ["Ctrl+D", "the cell in all chosen as where choosing began"],
      ["Ctrl+C Ctrl+V", "copy and paste, on any shelf"],
      ["W", "into a drawer; out of a drawer"],
    ],
  },
  {
    title: "Elsewhere",
    keys: [
      ["N", "new object, or firewall"],
      ["B", "new bay"],
      ["F", "filter the library"],
      ["Ctrl+Enter", "keep what was typed"],
      ["!", "in a picker: all but these"],
      ["Backspace", "in a picker: take the last one out"],
      ["Esc", "leave it as it was"],
    ],
  },
];
</script>

<template>
  <section
    ref="box"
    class="list"
    tabindex="-1"
    aria-label="Shortcuts"
    @keydown.esc="$emit('close')"
  >
    <div v-for="g in groups" :key="g.title">
      <h3>{{ g.title }}</h3>
      <dl>
        <template v-for="[keys, what] in g.keys" :key="what">
          <dt>
            <kbd>{{ keys }}</kbd>
          </dt>
          <dd>{{ what }}</dd>
        </template>
      </dl>
    </div>
  </section>
</template>

<style scoped>
.list {
  position: absolute;
  inset: 46px 14px auto;
  display: flex;
  justify-content: space-between;
  gap: 26px;
  padding: 16px 20px;
  background: var(--enamel);
  border: 1px solid var(--tin-dark);
  border-radius: 4px;
  box-shadow: var(--shade);
  outline: none;
}
dl {
  display: grid;
  grid-template-columns: auto auto;
  gap: 5px 12px;
  margin: 8px 0 0;
}
dd {
  margin: 0;
}
</style>
