<script setup lang="ts">
import type { Shelf } from "../api/client";

/** `again` for a second plate of a shelf, which the keyboard passes over. */
defineProps<{ shelf: Shelf; again?: boolean }>();
</script>

<template>
  <span class="plate" role="gridcell">
    <i aria-hidden="true" />
    <b :title="shelf.owner">{{ shelf.owner }}</b>
    <span>{{ shelf.part === "own" ? "own shelf" : `${shelf.part} shelf` }}</span>
    <span class="fixed">{{ shelf.rules }} {{ shelf.rules === 1 ? "rule" : "rules" }}</span>
    <i aria-hidden="true" />
  </span>
  <span v-if="!shelf.editable" class="where" role="gridcell"
    ><RouterLink
      class="away"
      :to="`/shelves/bay/${shelf.ownerId}`"
      :tabindex="again ? -1 : undefined"
      title="This shelf belongs to a bay and holds for every firewall below it"
      >shared; edit it in {{ shelf.owner }}</RouterLink
    ></span
  >
</template>

<style scoped>
.plate {
  display: flex;
  align-items: center;
  gap: 9px;
  flex: 0 1 auto;
  min-width: 0;
  white-space: nowrap;
  margin-left: 22px;
  padding: 2px 9px;
  background: var(--tin-plate);
  border: 1px solid var(--tin-dark);
  border-radius: 0 0 4px 4px;
}
.plate b {
  max-width: 44ch;
  overflow: hidden;
  text-overflow: ellipsis;
}
.plate i {
  flex: none;
  width: 5px;
  height: 5px;
  border-radius: 50%;
  background: var(--tin-dark);
}
.where {
  flex: 1 1 0;
  min-width: 0;
  margin-right: 8px;
}
.away {
  display: block;
  width: fit-content;
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  padding-top: 9px;
  font-size: var(--t-small);
  color: var(--ink-soft);
}
</style>
