<script setup lang="ts">
defineProps<{ standing: string; bare?: boolean }>();
</script>

<template>
  <span class="standing" :title="standing">
    <svg viewBox="0 0 14 14" width="13" height="13" aria-hidden="true">
      <g fill="none" stroke="currentColor" stroke-width="1.6">
        <path v-if="standing === 'level'" d="M1 7h12M7 3.6v0M4 4.4h6M4 9.6h6" />
        <path v-else-if="standing === 'behind'" d="M1 9.5h5M8 4.5h5M7 9.5l1-5" />
        <path v-else-if="standing === 'drifted'" d="M1 10 6 5l2 4 5-6" />
        <path v-else-if="standing === 'unreachable'" d="M1 7h3.5M9.5 7H13M5.2 4.5l3.6 5" />
        <circle v-else cx="7" cy="7" r="4" stroke-dasharray="2.2 1.8" />
      </g>
    </svg>
    <span :class="{ 'visually-hidden': bare }">{{ standing }}</span>
  </span>
</template>

<style scoped>
.standing {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
</style>
