<script setup lang="ts">
import ActionMark from "./ActionMark.vue";
import ReachBar from "./ReachBar.vue";
import { type Row, worst } from "./rows";
import SeverityMark from "./SeverityMark.vue";

/** What a drawer does with the traffic that none of its rules decides. */
defineProps<{ row: Extract<Row, { kind: "end" }>; selected: boolean; faded: boolean }>();
</script>

<template>
  <div class="row rule end" role="row" :class="{ selected, faded }">
    <span role="gridcell" class="gutter">
      <SeverityMark v-if="worst(row.findings)" :severity="worst(row.findings) ?? ''" />
    </span>
    <span role="gridcell" class="number fixed">end</span>
    <span role="gridcell" class="wide" :style="{ paddingLeft: `${4 + row.depth * 22}px` }"
      >The rest of <b>{{ row.rule.name }}</b></span
    >
    <span role="gridcell"><ActionMark :action="row.rule.end" /></span>
    <span role="gridcell" :class="{ soft: row.rule.endLog === 'none' }">{{
      row.rule.endLog === "none" ? "–" : row.rule.endLog
    }}</span>
    <span role="gridcell"><ReachBar v-if="row.reach !== undefined" :reach="row.reach" /></span>
  </div>
</template>

<style scoped src="./row.css"></style>
<style scoped>
.end {
  background: var(--sunk);
}
.wide {
  grid-column: 3 / -4;
}
</style>
