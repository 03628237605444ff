<script setup lang="ts">
import { nextTick, ref } from "vue";
import { type Column, COLUMNS, TITLES } from "./columns";
import { LEAST, MOST, type useColumns } from "./useColumns";

/** The heads of the columns, which can be made wider, and put away. */
const props = defineProps<{ set: ReturnType<typeof useColumns> }>();

const STEP = 10;
const choosing = ref(false);
const head = ref<HTMLElement>();
const dragged = ref<{ column: Column; from: number; width: number }>();

const cell = (column: Column) => head.value?.querySelector<HTMLElement>(`[data-column=${column}]`);
const widthOf = (column: Column) => Math.round(cell(column)?.offsetWidth ?? 0);

function down(e: PointerEvent, column: Column) {
  dragged.value = { column, from: e.clientX, width: widthOf(column) };
  (e.currentTarget as HTMLElement).setPointerCapture(e.pointerId);
}
function move(e: PointerEvent) {
  const d = dragged.value;
  if (d) props.set.widen(d.column, d.width + e.clientX - d.from);
}
function key(e: KeyboardEvent, column: Column) {
  if (e.key === "ArrowRight") props.set.widen(column, widthOf(column) + STEP);
  else if (e.key === "ArrowLeft") props.set.widen(column, widthOf(column) - STEP);
  else if (e.key === "Home" || e.key === "Delete") props.set.widen(column, undefined);
  else return;
  e.preventDefault();
  e.stopPropagation();
}

async function choose() {
  choosing.value = !choosing.value;
  await nextTick();
  if (choosing.value) head.value?.querySelector<HTMLElement>(".choice input")?.focus();
}
</script>

<template>
  <div ref="head" class="row head" role="row" aria-rowindex="1">
    <span role="columnheader"><span class="visually-hidden">findings</span></span>
    <span role="columnheader" class="number"><span class="visually-hidden">position</span>#</span>
    <span v-for="c in set.columns.value" :key="c" role="columnheader" :data-column="c" class="title"
      >{{ TITLES[c]
      }}<span
        class="grip"
        role="separator"
        tabindex="0"
        aria-orientation="vertical"
        :aria-label="`Width of ${TITLES[c]}`"
        :aria-valuenow="widthOf(c)"
        :aria-valuemin="LEAST"
        :aria-valuemax="MOST"
        title="Drag to make it wider; twice for the usual width"
        @pointerdown.prevent="down($event, c)"
        @pointermove="move"
        @pointerup="dragged = undefined"
        @dblclick="set.widen(c, undefined)"
        @keydown="key($event, c)"
    /></span>
    <span role="columnheader" class="last"
      >reach
      <button
        class="plain"
        aria-label="Choose columns"
        title="Choose columns"
        :aria-expanded="choosing"
        @click="choose"
      >
        ▾
      </button>
      <div
        v-if="choosing"
        class="choice"
        role="group"
        aria-label="Columns"
        @keydown.esc.stop="choosing = false"
      >
        <label v-for="c in COLUMNS.filter((x) => x !== 'name')" :key="c">
          <input type="checkbox" :checked="!set.hides(c)" @change="set.toggle(c)" />
          {{ TITLES[c] }}
        </label>
        <button class="button" :disabled="!set.own.value" @click="set.reset()">As usual</button>
      </div>
    </span>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: var(--cols);
  align-items: center;
}
.row > span {
  padding: 0 4px;
  white-space: nowrap;
  min-width: 0;
}
.head {
  position: sticky;
  top: 0;
  z-index: 8;
  height: 26px;
  background: var(--ground);
  border-bottom: 1px solid var(--line);
  color: var(--ink-soft);
  font-size: var(--t-small);
}
.number {
  text-align: right;
}
.title {
  position: relative;
  overflow: hidden;
}
.grip {
  position: absolute;
  right: 0;
  top: -4px;
  bottom: -4px;
  width: 7px;
  cursor: col-resize;
  touch-action: none;
}
.grip:hover,
.grip:focus-visible {
  border-right: 2px solid var(--brass);
}
.last {
  position: relative;
}
.choice {
  position: absolute;
  right: 4px;
  top: 22px;
  z-index: 30;
  display: grid;
  gap: 4px;
  min-width: 130px;
  padding: 8px 10px;
  background: var(--enamel);
  border: 1px solid var(--tin-dark);
  border-radius: 3px;
  box-shadow: var(--shade);
  color: var(--ink);
  font-size: var(--t-body, 13px);
}
.choice label {
  display: flex;
  gap: 7px;
  align-items: center;
}
</style>
