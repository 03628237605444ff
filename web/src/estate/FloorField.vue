<script setup lang="ts">
import { ElCheckbox, ElOption, ElSelect } from "element-plus";

/** What happens to traffic that no rule decides. */
const floor = defineModel<string>("floor", { required: true });
const log = defineModel<boolean>("log", { required: true });
defineProps<{ inherits: string }>();

const FLOORS = [
  ["closed", "closed: block everything"],
  ["within zones", "within zones: allow what stays in one zone"],
  ["by trust", "by trust: allow from higher to lower trust"],
  ["open", "open: allow everything"],
] as const;
</script>

<template>
  <div class="floor">
    <ElSelect v-model="floor" aria-label="Floor" :empty-values="[null, undefined]">
      <ElOption value="" :label="inherits" />
      <ElOption v-for="[value, label] in FLOORS" :key="value" :value="value" :label="label" />
    </ElSelect>
    <ElCheckbox v-model="log" :disabled="floor === ''" label="log what the floor decides" />
  </div>
</template>

<style scoped>
.floor {
  display: flex;
  gap: 16px;
  align-items: center;
}
.floor > :first-child {
  width: 330px;
}
</style>
