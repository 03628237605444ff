<script setup lang="ts" generic="T">
import { nextTick, ref, watch } from "vue";

/** The offers of a field, one a line; the marked one is always in sight. */
const props = defineProps<{ id: string; label: string; offers: T[]; marked: number }>();
defineEmits<{ take: [offer: T]; mark: [at: number] }>();

const list = ref<HTMLElement>();
watch(
  () => props.marked,
  async () => {
    await nextTick();
    list.value?.querySelector("[aria-selected=true]")?.scrollIntoView({ block: "nearest" });
  },
);
</script>

<template>
  <ul :id="id" ref="list" role="listbox" :aria-label="label">
    <li
      v-for="(offer, i) in offers"
      :id="`${id}-${i}`"
      :key="i"
      role="option"
      :aria-selected="i === marked"
      :class="{ marked: i === marked }"
      @mousedown.prevent="$emit('take', offer)"
      @mousemove="$emit('mark', i)"
    >
      <slot :offer="offer" />
    </li>
  </ul>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: minmax(0, auto) minmax(0, 1fr) auto;
  gap: 9px;
  padding: 3px 7px;
  cursor: pointer;
}
li > :slotted(*) {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.marked {
  background: var(--brass-soft);
}
</style>
