<script setup lang="ts">
import { computed } from "vue";
import { reachText } from "./rows";

const props = defineProps<{ reach: number }>();
const text = computed(() => reachText(props.reach));
const width = computed(() =>
  props.reach === 0 ? 0 : props.reach === 1 ? 100 : Math.min(96, Math.max(4, props.reach * 100)),
);
</script>

<template>
  <span class="reach" :class="{ dead: reach === 0 }" :title="`Reach ${text}`">
    <span class="track"><span class="fill" :style="{ width: `${width}%` }" /></span>
    <span class="text" :class="{ 'visually-hidden': reach === 1 }">{{ text }}</span>
  </span>
</template>

<style scoped>
.reach {
  display: flex;
  align-items: center;
  gap: 4px;
  font-size: var(--t-small);
  white-space: nowrap;
}
.track {
  flex: none;
  width: 22px;
  height: 8px;
  border: 1px solid var(--tin-dark);
  border-radius: 1px;
}
.fill {
  display: block;
  height: 100%;
  background: var(--tin-dark);
}
.dead {
  color: var(--drop);
  font-weight: 700;
}
.dead .track {
  border: 1px dashed var(--drop);
}
</style>
