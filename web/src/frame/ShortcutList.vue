<script setup lang="ts">
import { onMounted, ref } from "vue";

defineEmits<{ close: [] }>();
const box = ref<HTMLElement>();
onMounted(() => box.value?.focus());

const groups = [
  {
    title: "Anywhere",
    keys: [
      ["/ or Ctrl+K", "find a firewall, a bay or an object"],
      ["?", "this list"],
    ],
  },
  {
    title: "In a stack",
    keys: [
      ["↑ ↓ ← →", "go from cell to cell"],
      ["Enter", "change the cell"],
      ["N", "new rule below the selected one"],
      ["D", "the same rule again below, off; a bay's rule as a local copy"],
      ["O", "turn the rule off or on"],
      ["Alt+↑ Alt+↓", "move the rule"],
      ["Delete", "remove the rule"],
      ["Ctrl+Z", "undo your newest change"],
      ["F", "next rule with a finding"],
      ["C", "fold the card away, or back"],
    ],
  },
  {
    title: "In the library",
    keys: [
      ["↑ ↓", "go from object to object"],
      ["N", "new object"],
      ["F", "filter"],
      ["Ctrl+Enter", "keep what was typed"],
    ],
  },
  {
    title: "In a picker",
    keys: [
      ["type", "a name, an address, tcp/443"],
      ["↑ ↓, Enter", "choose"],
      ["Backspace", "take the last one out"],
      ["Enter", "on an empty line: keep"],
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
  right: 14px;
  top: 46px;
  display: flex;
  gap: 30px;
  padding: 16px 20px;
  background: var(--enamel);
  border: 1px solid var(--tin-dark);
  border-radius: 4px;
  box-shadow: var(--shade);
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
