<script setup lang="ts">
import { computed } from "vue";
import { type Row, worst } from "./rows";

const props = defineProps<{ rows: Row[]; selected?: string }>();
defineEmits<{ jump: [row: Row] }>();

const ruled = computed(() => props.rows.filter((r) => r.kind !== "plate" && r.kind !== "empty"));
</script>

<template>
  <div class="ruler" aria-hidden="true">
    <i
      v-for="(row, i) in ruled"
      :key="row.key"
      :class="['findings' in row ? worst(row.findings) : '', { here: row.key === selected }]"
      :style="{ top: `${(100 * i) / ruled.length}%`, height: `${100 / ruled.length}%` }"
      @click="$emit('jump', row)"
    />
  </div>
</template>

<style scoped>
.ruler {
  position: relative;
  border-left: 1px solid var(--line);
  background: var(--sunk);
}
.ruler i {
  position: absolute;
  left: 4px;
  right: 0;
  min-height: 2px;
  cursor: pointer;
  border-top: 1px solid var(--tin);
}
.ruler i.high {
  left: 1px;
  border-top: 4px solid var(--ink);
}
.ruler i.medium {
  border-top: 2px solid var(--ink);
}
.ruler i.here {
  left: 0;
  border-top: 4px solid var(--brass);
}
</style>
