<script setup lang="ts">
import { computed, ref } from "vue";
import { DAY, DAYS, painted, type Span, spansOf, type Window, windowsOf } from "./week";

/** A week to draw times on: dragging opens half hours, or closes them where it began on open ones. */
const props = defineProps<{ windows: Window[] }>();
const emit = defineEmits<{ draw: [windows: Window[]] }>();

const STEP = 30;
const HOURS = [0, 6, 12, 18, 24];
const NAMES = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

const spans = computed(() => spansOf(props.windows));
const drawing = ref<{ from: number; to: number; open: boolean }>();
const shown = computed(() =>
  drawing.value ? painted(spans.value, part(drawing.value), drawing.value.open) : spans.value,
);
/** The parts of spans that lie on a day, as shares of it. */
const bars = (day: number) =>
  shown.value
    .map(([from, to]): Span => [Math.max(from, day * DAY), Math.min(to, (day + 1) * DAY)])
    .filter(([from, to]) => from < to)
    .map(([from, to]) => ({
      left: `${((from - day * DAY) / DAY) * 100}%`,
      width: `${((to - from) / DAY) * 100}%`,
    }));

const hours = computed(
  () => Math.round((shown.value.reduce((sum, [a, b]) => sum + b - a, 0) / 60) * 10) / 10,
);
const part = (d: { from: number; to: number }): Span => [
  Math.min(d.from, d.to),
  Math.max(d.from, d.to) + STEP,
];

function at(e: PointerEvent, day: number): number {
  const box = (e.currentTarget as HTMLElement).getBoundingClientRect();
  const share = Math.min(0.9999, Math.max(0, (e.clientX - box.left) / box.width));
  return day * DAY + Math.floor((share * DAY) / STEP) * STEP;
}

function down(e: PointerEvent, day: number) {
  const minute = at(e, day);
  const open = !spans.value.some(([from, to]) => from <= minute && minute < to);
  drawing.value = { from: minute, to: minute, open };
  (e.currentTarget as HTMLElement).setPointerCapture(e.pointerId);
}
function move(e: PointerEvent, day: number) {
  if (drawing.value) drawing.value = { ...drawing.value, to: at(e, day) };
}
function up() {
  if (drawing.value) emit("draw", windowsOf(shown.value));
  drawing.value = undefined;
}
</script>

<template>
  <figure>
    <figcaption class="soft">
      Open {{ hours }} {{ hours === 1 ? "hour" : "hours" }} a week. Drag on a day to open or close
      times.
    </figcaption>
    <div class="week" aria-hidden="true">
      <template v-for="(d, day) in DAYS" :key="d">
        <span class="day">{{ NAMES[day] }}</span>
        <div
          class="strip"
          @pointerdown="down($event, day)"
          @pointermove="move($event, day)"
          @pointerup="up"
          @pointercancel="drawing = undefined"
        >
          <i v-for="(bar, i) in bars(day)" :key="i" :style="bar" />
        </div>
      </template>
      <span />
      <div class="scale fixed">
        <span v-for="h in HOURS" :key="h" :style="{ left: `${(h / 24) * 100}%` }">{{ h }}</span>
      </div>
    </div>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  display: grid;
  gap: 5px;
}
.week {
  display: grid;
  grid-template-columns: 34px 1fr;
  gap: 2px 6px;
  align-items: center;
}
.day {
  color: var(--ink-soft);
}
.strip {
  position: relative;
  height: 20px;
  border: 1px solid var(--tin);
  background:
    linear-gradient(var(--line), var(--line)) 25% 0 / 1px 100% no-repeat,
    linear-gradient(var(--line), var(--line)) 50% 0 / 1px 100% no-repeat,
    linear-gradient(var(--line), var(--line)) 75% 0 / 1px 100% no-repeat,
    var(--ground);
  cursor: crosshair;
  touch-action: none;
}
.strip i {
  position: absolute;
  top: 3px;
  bottom: 3px;
  background: var(--brass);
  pointer-events: none;
}
.scale {
  position: relative;
  height: 16px;
  color: var(--ink-soft);
  font-size: var(--t-small);
}
.scale span {
  position: absolute;
  transform: translateX(-50%);
}
</style>
