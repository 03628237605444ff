<script setup lang="ts">
import type { Row } from "./rows";

defineProps<{
  row: Extract<Row, { kind: "divider" }>;
  selected: boolean;
  side?: "above" | "below";
}>();
const emit = defineEmits<{ fold: []; retitle: [title: string] }>();
</script>

<template>
  <div class="divider" role="row" :class="[side, { selected }]">
    <span role="gridcell">
      <button class="plain" :aria-expanded="!row.folded" @click.stop="emit('fold')">
        <span aria-hidden="true">{{ row.folded ? "▸" : "▾" }}</span>
        <template v-if="!(selected && row.shelf.editable)"> {{ row.line.name }}</template>
      </button>
      <input
        v-if="selected && row.shelf.editable"
        :value="row.line.name"
        aria-label="Title of the divider"
        @click.stop
        @keydown.enter="($event.target as HTMLInputElement).blur()"
        @change="emit('retitle', ($event.target as HTMLInputElement).value)"
        @keydown.stop
      />
      <span v-if="row.folded" class="soft">{{ row.hidden }} folded away</span>
    </span>
  </div>
</template>

<style scoped src="./row.css"></style>
<style scoped>
.divider {
  height: 28px;
  display: flex;
  align-items: flex-end;
  padding: 0 0 2px 56px;
  font-weight: 700;
  border-bottom: 1px solid var(--tin);
}
button span {
  margin-right: 5px;
}
input {
  height: 23px;
  border: 1px solid var(--tin-dark);
  background: var(--enamel);
  color: var(--ink);
  font: inherit;
  font-weight: 700;
}
.soft {
  font-weight: 400;
  margin-left: 10px;
}
</style>
