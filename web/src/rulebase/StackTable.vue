<script setup lang="ts">
import { useVirtualizer } from "@tanstack/vue-virtual";
import { computed, nextTick, onMounted, ref, toRef, watch } from "vue";
import type { LibraryObject, Line, Rule, Shelf } from "../api/client";
import type { Column } from "./columns";
import FloorLine from "./FloorLine.vue";
import { HEIGHTS, type Row, type RuleRow, worst } from "./rows";
import ShelfPlate from "./ShelfPlate.vue";
import StackDivider from "./StackDivider.vue";
import StackEnd from "./StackEnd.vue";
import StackHead from "./StackHead.vue";
import StackRule from "./StackRule.vue";
import StackRuler from "./StackRuler.vue";
import StaleRow from "./StaleRow.vue";
import { toFill } from "./untouched";
import { useArcs } from "./useArcs";
import type { useColumns } from "./useColumns";
import { useDragging } from "./useDragging";
import type { Stale } from "./useStack";

const props = defineProps<{
  rows: Row[];
  selected?: string;
  chosen: Set<string>;
  others: Map<number, string>;
  said: string;
  column: Column;
  set: ReturnType<typeof useColumns>;
  editing: boolean;
  trouble: string;
  /** An edit of one of the rows that somebody else's came before. */
  stale?: Stale;
  known: Map<string, LibraryObject>;
  objects: LibraryObject[];
  zones: string[];
  checked: boolean;
  floor?: { kind: string; log: boolean; setBy: string };
}>();
const emit = defineEmits<{
  select: [key: string, column?: Column, how?: "toggle" | "range"];
  skeleton: [shelf: Shelf];
  retitle: [line: Line, title: string];
  over: [dragged: RuleRow, onto: Row, below: boolean];
  away: [];
  edit: [key: string, column: Column];
  keep: [row: RuleRow, rule: Rule, go: number];
  leave: [];
  mine: [];
  theirs: [];
  fold: [line: number];
  drop: [dragged: RuleRow, onto: Row, below: boolean];
}>();

const body = ref<HTMLElement>();
const HEAD = 26;
const PLATE = 33;
/** How many rows are drawn beyond what is seen; at first fewer, so that something is seen soon. */
const OVERSCAN = 60;
const overscan = ref(4);
onMounted(() => window.setTimeout(() => (overscan.value = OVERSCAN), 250));
/** How much taller a row is with both versions of its rule. */
const BOTH = 72;
/** The edit that came too late for a row. */
const staleAt = (row: Row) =>
  row.kind === "rule" && props.stale?.current.id === row.line.id ? props.stale : undefined;
/** How tall each row is; the very same list while that does not change. */
const heights = computed<number[]>((old) => {
  const now = props.rows.map((r) => HEIGHTS[r.kind] + (staleAt(r) ? BOTH : 0));
  return old?.length === now.length && now.every((h, i) => h === old[i]) ? old : now;
});
const virtual = useVirtualizer(
  computed(() => {
    const all = heights.value;
    const around = overscan.value;
    return {
      count: all.length,
      getScrollElement: () => body.value ?? null,
      estimateSize: (i: number) => all[i] ?? HEIGHTS.rule,
      getItemKey: (i: number) => i,
      overscan: around,
      scrollMargin: HEAD,
      scrollPaddingStart: HEAD + HEIGHTS.plate,
      scrollPaddingEnd: 40,
    };
  }),
);
const drawn = computed(() => {
  const rows = props.rows;
  return virtual.value.getVirtualItems().flatMap((v) => {
    const row = rows[v.index];
    return row ? [{ row, index: v.index }] : [];
  });
});
const before = computed(() =>
  Math.max(0, (virtual.value.getVirtualItems()[0]?.start ?? HEAD) - HEAD),
);
const after = computed(() =>
  Math.max(
    0,
    virtual.value.getTotalSize() - ((virtual.value.getVirtualItems().at(-1)?.end ?? HEAD) - HEAD),
  ),
);
const height = computed(() => virtual.value.getTotalSize() + HEAD);

const indexOf = computed(() => new Map(props.rows.map((r, i) => [r.key, i])));
const tops = computed(() => {
  const out: number[] = [];
  let top = HEAD;
  for (const h of heights.value) {
    out.push(top);
    top += h;
  }
  return out;
});
const plates = computed(() =>
  props.rows.flatMap((row, i) =>
    row.kind === "plate" || row.kind === "floor" ? [{ row, top: tops.value[i] ?? 0 }] : [],
  ),
);
/** The plate of the shelf that is being looked at, once it has scrolled away. */
const overhead = computed(() => {
  const from = (virtual.value.scrollOffset ?? 0) + HEAD;
  const gone = plates.value.filter((p) => p.top < from);
  const last = gone.at(-1)?.row;
  if (last?.kind !== "plate") return undefined;
  // The next one pushes it out.
  const next = plates.value[gone.length]?.top ?? Infinity;
  return { shelf: last.shelf, by: Math.min(0, next - from - PLATE) };
});

function show(key: string, align: "auto" | "center" = "auto") {
  const i = indexOf.value.get(key);
  if (i !== undefined) virtual.value.scrollToIndex(i, { align });
}

watch(
  () => [props.selected, props.stale],
  async ([key]) => {
    await nextTick();
    if (typeof key === "string") show(key);
  },
);

const columns = computed<Column[]>(() => props.set.columns.value);
const { arcs, faded } = useArcs(toRef(props, "rows"), toRef(props, "selected"), tops);
const { dragged, held, ended, dropped, side } = useDragging(
  (...held) => emit("over", ...held),
  (...held) => emit("drop", ...held),
  () => emit("away"),
);

/** What a row's looks depend on besides what it says; nothing else draws it again. */
function looks(row: Row): unknown[] {
  const here = row.key === props.selected;
  return [
    here,
    here && props.column,
    here && props.editing && props.trouble,
    here && props.editing,
    props.chosen.has(row.key),
    faded(row),
    side(row),
    "line" in row ? props.others.get(row.line.id) : undefined,
    row.kind === "rule" ? toFill(row.line).join() : undefined,
    staleAt(row),
  ];
}

function jump(row: Row) {
  emit("select", row.key);
  show(row.key, "center");
}
function click(e: MouseEvent, row: Row, column?: Column) {
  emit(
    "select",
    row.key,
    column,
    e.shiftKey ? "range" : e.ctrlKey || e.metaKey ? "toggle" : undefined,
  );
}
</script>

<template>
  <div class="frame">
    <div
      ref="body"
      class="body"
      role="grid"
      aria-label="Stack"
      aria-multiselectable="true"
      :aria-rowcount="rows.length + 1"
      :style="{ '--cols': set.template.value }"
    >
      <StackHead :set="set" />
      <svg class="arcs" width="20" :height="height" aria-hidden="true">
        <path v-for="a in arcs" :key="a.key" :d="a.d" />
      </svg>
      <div v-if="overhead" class="overhead">
        <div
          class="shelf"
          aria-hidden="true"
          :style="{ clipPath: `inset(${-overhead.by}px 0 0)`, top: `${overhead.by}px` }"
        >
          <ShelfPlate :shelf="overhead.shelf" again />
        </div>
      </div>
      <div :style="{ height: `${before}px` }" />
      <div
        v-for="{ row, index } in drawn"
        :key="row.key"
        v-memo="[row, index, columns, known, checked, floor, ...looks(row)]"
        class="slot"
      >
        <StackRule
          v-if="row.kind === 'rule'"
          :aria-rowindex="index + 2"
          :row="row"
          :columns="columns"
          :here="row.key === selected ? column : undefined"
          :open="editing && row.key === selected"
          :chosen="chosen.has(row.key)"
          :faded="faded(row)"
          :side="side(row)"
          :other="others.get(row.line.id)"
          :trouble="trouble"
          :known="known"
          :objects="objects"
          :zones="zones"
          :checked="checked"
          @click="(e: MouseEvent, c?: Column) => click(e, row, c)"
          @edit="(c: Column) => emit('edit', row.key, c)"
          @keep="(rule: Rule, go: number) => emit('keep', row, rule, go)"
          @leave="emit('leave')"
          @fold="emit('fold', row.line.id)"
          @grab="dragged = row"
          @let-go="ended"
          @dragover="held($event, row)"
          @drop="dropped(row)"
        />
        <StackEnd
          v-else-if="row.kind === 'end'"
          :aria-rowindex="index + 2"
          :row="row"
          :selected="row.key === selected"
          :faded="faded(row)"
          @click="click($event, row)"
        />
        <StackDivider
          v-else-if="row.kind === 'divider'"
          :aria-rowindex="index + 2"
          :row="row"
          :selected="row.key === selected"
          :side="side(row)"
          @click="click($event, row)"
          @fold="emit('fold', row.line.id)"
          @retitle="(title: string) => emit('retitle', row.line, title)"
          @dragover="held($event, row)"
          @drop="dropped(row)"
        />
        <div
          v-else-if="row.kind === 'plate'"
          class="shelf"
          role="row"
          :aria-rowindex="index + 2"
          :class="side(row)"
          @dragover="held($event, row)"
          @drop="dropped(row)"
        >
          <ShelfPlate :shelf="row.shelf" />
        </div>
        <div
          v-else-if="row.kind === 'empty'"
          class="empty soft"
          role="row"
          :aria-rowindex="index + 2"
          @dragover="held($event, row)"
          @drop="dropped(row)"
        >
          <span role="gridcell"
            >Nothing stands on this shelf.<template v-if="row.shelf.editable">
              Press <kbd>N</kbd> for a first rule, or
              <button class="button" @click.stop="emit('skeleton', row.shelf)">
                Lay a skeleton <kbd>K</kbd>
              </button></template
            ></span
          >
        </div>
        <div
          v-else
          class="floor"
          role="row"
          :aria-rowindex="index + 2"
          :class="{ selected: row.key === selected, faded: faded(row) }"
          @click="click($event, row)"
        >
          <FloorLine :floor="floor" :severity="worst(row.findings)" />
        </div>
        <StaleRow
          v-if="stale && staleAt(row)"
          :stale="stale"
          :columns="columns"
          @mine="emit('mine')"
          @theirs="emit('theirs')"
        />
      </div>
      <div :style="{ height: `${after}px` }" />
    </div>
    <p v-if="dragged && said" class="said" role="status">{{ said }}</p>
    <StackRuler :rows="rows" :selected="selected" @jump="jump" />
  </div>
</template>

<style scoped src="./row.css"></style>
<style scoped>
.frame {
  position: relative;
  height: 100%;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 13px;
}
.body {
  position: relative;
  overflow: auto;
  padding-bottom: 40vh;
}
.arcs {
  position: absolute;
  left: 0;
  top: 0;
  pointer-events: none;
  z-index: 5;
}
.arcs path {
  fill: none;
  stroke: var(--brass);
  stroke-width: 1.7;
}
.overhead {
  position: sticky;
  top: 26px;
  z-index: 4;
  height: 0;
}
.shelf {
  display: flex;
  align-items: flex-start;
  gap: 12px;
  height: 43px;
  border-top: 10px solid var(--ground);
  background: linear-gradient(var(--tin-dark), var(--tin-dark)) 0 0 / 100% 5px no-repeat
    var(--ground);
}
.overhead .shelf {
  position: relative;
  height: 33px;
  border-top: 0;
}
.empty {
  height: 48px;
  display: flex;
  align-items: center;
  padding: 0 60px;
}
.slot {
  display: contents;
}
.said {
  position: absolute;
  left: 50%;
  bottom: 14px;
  transform: translateX(-50%);
  max-width: 76%;
  margin: 0;
  padding: 8px 14px;
  background: var(--enamel);
  border: 1px solid var(--brass);
  border-radius: 3px;
  box-shadow: var(--shade);
  z-index: 8;
}
.floor {
  height: 54px;
  padding: 8px 14px 8px 22px;
  border-top: 9px solid var(--tin-dark);
  background: var(--tin-plate);
}
</style>
