<script setup lang="ts">
import { computed } from "vue";
import { type Row, worst } from "./rows";

/** The whole stack as thin lines, however long it is: one path for each weight. */
const props = defineProps<{ rows: Row[]; selected?: string }>();
const emit = defineEmits<{ jump: [row: Row] }>();

const HEIGHT = 1000;
/** More lines than this cannot be told apart. */
const MOST = 400;

const ruled = computed(() => props.rows.filter((r) => r.kind !== "plate" && r.kind !== "empty"));
const top = (i: number) => Math.round((HEIGHT * 10 * (i + 0.5)) / ruled.value.length) / 10;

function path(of: (row: Row) => boolean): string {
  const parts: string[] = [];
  const all = ruled.value;
  let next = 0;
  all.forEach((row, i) => {
    const y = (HEIGHT * (i + 0.5)) / all.length;
    if (y >= next && of(row)) {
      parts.push(`M0 ${y.toFixed(1)}H13`);
      next = y + HEIGHT / MOST;
    }
  });
  return parts.join("");
}

const heavy = (row: Row, severity: string) =>
  "findings" in row && row.findings.length > 0 && worst(row.findings) === severity;
const plain = computed(() => path(() => true));
const medium = computed(() => path((r) => heavy(r, "medium")));
const high = computed(() => path((r) => heavy(r, "high")));
const here = computed(() => {
  const i = ruled.value.findIndex((r) => r.key === props.selected);
  return i < 0 ? "" : `M0 ${top(i)}H13`;
});

function jump(e: MouseEvent) {
  const box = (e.currentTarget as SVGElement).getBoundingClientRect();
  const i = Math.floor(((e.clientY - box.top) / box.height) * ruled.value.length);
  const row = ruled.value[Math.max(0, Math.min(ruled.value.length - 1, i))];
  if (row) emit("jump", row);
}
</script>

<template>
  <svg
    class="ruler"
    aria-hidden="true"
    :viewBox="`0 0 13 ${HEIGHT}`"
    preserveAspectRatio="none"
    @click="jump"
  >
    <path :d="plain" class="plain-line" transform="translate(5 0)" />
    <path :d="medium" class="medium" transform="translate(4 0)" />
    <path :d="high" class="high" transform="translate(1 0)" />
    <path :d="here" class="here" />
  </svg>
</template>

<style scoped>
.ruler {
  width: 13px;
  height: 100%;
  border-left: 1px solid var(--line);
  background: var(--sunk);
  cursor: pointer;
}
path {
  fill: none;
  vector-effect: non-scaling-stroke;
}
.plain-line {
  stroke: var(--tin);
  stroke-width: 1;
}
.medium {
  stroke: var(--ink);
  stroke-width: 2;
}
.high {
  stroke: var(--ink);
  stroke-width: 4;
}
.here {
  stroke: var(--brass);
  stroke-width: 4;
}
</style>
