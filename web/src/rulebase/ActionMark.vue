<script setup lang="ts">
defineProps<{ action: string; bare?: boolean }>();
</script>

<template>
  <span class="mark" :class="action">
    <svg viewBox="0 0 16 16" width="14" height="14" aria-hidden="true">
      <g v-if="action === 'allow'" fill="none" stroke="currentColor" stroke-width="1.8">
        <path d="M2.5 14V3M13.5 14V3M2.5 5.5 8 2.8v7.4l-5.5 2.6" />
      </g>
      <g v-else-if="action === 'drop'">
        <path d="M2.5 14V3M13.5 14V3" stroke="currentColor" stroke-width="1.8" />
        <path d="M1 6.5h14v4H1z" fill="currentColor" />
      </g>
      <g v-else-if="action === 'reject'" fill="none" stroke="currentColor" stroke-width="1.7">
        <path d="M2 4.5h8.5a3.4 3.4 0 0 1 0 7H4.5" />
        <path d="M7.3 8.6 4.3 11.5l3 2.9" />
      </g>
      <g v-else fill="none" stroke="currentColor" stroke-width="1.7">
        <path d="M1.5 3.5h13v9h-13zM5 8h6" />
      </g>
    </svg>
    <span :class="{ 'visually-hidden': bare }">{{ action }}</span>
  </span>
</template>

<style scoped>
.mark {
  display: inline-flex;
  align-items: center;
  vertical-align: middle;
  gap: 4px;
}
.allow {
  color: var(--allow);
}
.drop,
.reject {
  color: var(--drop);
}
.drawer {
  color: var(--brass);
}
</style>
