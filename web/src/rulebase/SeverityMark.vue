<script setup lang="ts">
defineProps<{ severity: string; label?: string }>();
</script>

<template>
  <span class="severity" :class="severity" :title="label ?? severity">
    <i aria-hidden="true" />
    <span class="visually-hidden">{{ label ?? severity }}</span>
  </span>
</template>

<style scoped>
.severity {
  display: inline-grid;
  place-items: center;
  width: 12px;
  height: 14px;
}
i {
  display: block;
  background: var(--ink);
}
.high i {
  width: 9px;
  height: 13px;
}
.medium i {
  width: 9px;
  height: 9px;
  background: none;
  border: 2.5px solid var(--ink);
}
.low i,
.info i {
  width: 5px;
  height: 5px;
}
</style>
