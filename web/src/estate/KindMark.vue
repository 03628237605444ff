<script setup lang="ts">
defineProps<{ kind: string }>();
</script>

<template>
  <svg class="kind" viewBox="0 0 14 14" width="14" height="14" role="img" :aria-label="kind">
    <title>{{ kind }}</title>
    <g fill="none" stroke="currentColor" stroke-width="1.4">
      <path v-if="kind === 'perimeter'" d="M1 12.5V4h3v2h2V4h2v2h2V4h3v8.5z" />
      <path v-else-if="kind === 'branch'" d="M1.5 12.5V7L7 2.5 12.5 7v5.5z" />
      <path v-else d="M3.5 1.5h7v11h-7zM5.5 4.5h3" />
    </g>
  </svg>
</template>

<style scoped>
.kind {
  flex: none;
  color: var(--ink-soft);
}
</style>
