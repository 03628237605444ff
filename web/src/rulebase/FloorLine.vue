<script setup lang="ts">
import SeverityMark from "./SeverityMark.vue";

defineProps<{
  floor?: { kind: string; log: boolean; setBy: string };
  severity?: string;
}>();

const FLOORS: Record<string, string> = {
  closed: "Closed: everything that no rule decides is dropped",
  "within zones": "Within zones: what stays in one zone passes, the rest is dropped",
  "by trust": "By trust: what goes to a zone of lower trust passes, the rest is dropped",
  open: "Open: everything that no rule decides passes",
};
</script>

<template>
  <span role="gridcell">
    <SeverityMark v-if="severity" :severity="severity" />
    <b>Floor</b>
    <span v-if="floor"
      >{{ FLOORS[floor.kind] ?? floor.kind }},
      {{ floor.log ? "and logged" : "without a line in the log" }}.
      <span class="soft">{{
        floor.setBy ? `Set by ${floor.setBy}.` : "Nobody set it."
      }}</span></span
    >
  </span>
</template>

<style scoped>
span[role="gridcell"] {
  display: flex;
  gap: 10px;
  align-items: center;
}
</style>
