<script setup lang="ts">
import { useVirtualizer } from "@tanstack/vue-virtual";
import { computed, nextTick, ref, watch } from "vue";
import type { LibraryObject, Line, Rule, Shelf } from "../api/client";
import ActionMark from "./ActionMark.vue";
import CellEditor from "./CellEditor.vue";
import type { Column } from "./columns";
import FloorLine from "./FloorLine.vue";
import MemberCell from "./MemberCell.vue";
import ReachBar from "./ReachBar.vue";
import SeverityMark from "./SeverityMark.vue";
import StackHead from "./StackHead.vue";
import ShelfPlate from "./ShelfPlate.vue";
import type { useColumns } from "./useColumns";
import StackRuler from "./StackRuler.vue";
import { placeOf } from "./checked";
import { toFill } from "./untouched";
import { HEIGHTS, type Row, type RuleRow, whatOf, worst } from "./rows";

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
  keep: [row: RuleRow, rule: Rule];
  leave: [];
  fold: [line: number];
  drop: [dragged: RuleRow, onto: Row, below: boolean];
}>();

const body = ref<HTMLElement>();
const HEAD = 26;
const OVERSCAN = 60;
/** How tall each row is; the very same list while that does not change. */
const heights = computed<number[]>((old) => {
  const now = props.rows.map((r) => HEIGHTS[r.kind]);
  return old?.length === now.length && now.every((h, i) => h === old[i]) ? old : now;
});
const virtual = useVirtualizer(
  computed(() => {
    const all = heights.value;
    return {
      count: all.length,
      getScrollElement: () => body.value ?? null,
      estimateSize: (i: number) => all[i] ?? HEIGHTS.rule,
      getItemKey: (i: number) => i,
      overscan: OVERSCAN,
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

const indexOf = computed(() => new Map(props.rows.map((r, i) => [r.key, i])));
const tops = computed(() => {
  const out: number[] = [];
  let top = HEAD;
  for (const height of heights.value) {
    out.push(top);
    top += height;
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
  const last = plates.value.filter((p) => p.top < from).at(-1)?.row;
  return last?.kind === "plate" ? last : undefined;
});

function show(key: string, align: "auto" | "center" = "auto") {
  const i = indexOf.value.get(key);
  if (i !== undefined) virtual.value.scrollToIndex(i, { align });
}

const columns = computed<Column[]>(() => props.set.columns.value);

/** By place, the places whose findings name it. */
const naming = computed(() => {
  const out = new Map<string, string[]>();
  for (const row of props.rows) {
    if (!("findings" in row)) continue;
    for (const f of row.findings)
      for (const b of f.by) {
        const place = placeOf(b);
        const all = out.get(place);
        if (all) all.push(row.place);
        else out.set(place, [row.place]);
      }
  }
  return out;
});

const concerned = computed(() => {
  const row = props.rows[indexOf.value.get(props.selected ?? "") ?? -1];
  const places = new Set<string>();
  if (!row || !("place" in row)) return places;
  for (const f of row.findings) for (const b of f.by) places.add(placeOf(b));
  for (const place of naming.value.get(row.place) ?? []) places.add(place);
  places.delete(row.place);
  return places;
});

const MOST_ARCS = 60;
const height = computed(() => virtual.value.getTotalSize() + HEAD);
const arcs = computed(() => {
  const from = indexOf.value.get(props.selected ?? "");
  if (from === undefined || concerned.value.size === 0) return [];
  const middle = (i: number) => (tops.value[i] ?? 0) + HEIGHTS[props.rows[i]?.kind ?? "rule"] / 2;
  const a = middle(from);
  return props.rows
    .flatMap((row, i) => ("place" in row && concerned.value.has(row.place) ? [{ row, i }] : []))
    .slice(0, MOST_ARCS)
    .map(({ row, i }) => {
      const b = middle(i);
      const bulge = Math.max(2, 15 - Math.abs(a - b) / 30);
      return { key: row.key, d: `M17 ${a}C${bulge} ${a} ${bulge} ${b} 17 ${b}` };
    });
});

watch(
  () => props.selected,
  async (key) => {
    await nextTick();
    if (key) show(key);
  },
);

const faded = (row: Row) =>
  concerned.value.size > 0 &&
  row.key !== props.selected &&
  "place" in row &&
  !concerned.value.has(row.place);

function names(row: RuleRow, column: Column): string[] {
  if (column === "what") return whatOf(row.rule);
  if (column === "source" || column === "destination") return row.rule[column].names;
  return column === "from" || column === "to" || column === "when" ? row.rule[column] : [];
}

const KINDS: Partial<Record<Column, string[]>> = {
  from: ["zone"],
  to: ["zone"],
  source: ["address"],
  destination: ["address"],
  what: ["application", "service"],
  when: ["schedule"],
};

function old(row: RuleRow, column: Column): string | undefined {
  const before = row.line.before;
  if (!before) return undefined;
  const value = (r: Rule) => {
    if (column === "what") return whatOf(r).join(", ") || "any";
    if (column === "source" || column === "destination")
      return (r[column].not ? "not " : "") + (r[column].names.join(", ") || "any");
    const v = r[column];
    return Array.isArray(v) ? v.join(", ") || "any" : String(v);
  };
  return value(before) === value(row.rule) ? undefined : `before: ${value(before)}`;
}

function whyNot(row: RuleRow): string {
  if (row.rule.only.length > 0) return `Only meant for ${row.rule.only.join(", ")}`;
  return row.rule.expires
    ? `It was in force through ${row.rule.expires}`
    : "The drawer it stands in is off or not meant for this firewall";
}

const waits = (row: RuleRow, c: Column) => (toFill(row.line) as Column[]).includes(c);
const isOpen = (row: Row, c: Column) =>
  props.editing && row.key === props.selected && props.column === c;

/** What a row's looks depend on besides what it says; nothing else draws it again. */
function looks(row: Row): unknown[] {
  const here = row.key === props.selected;
  const over = target.value?.key === row.key ? target.value.below : undefined;
  return [
    here,
    here && props.column,
    here && props.editing && props.trouble,
    here && props.editing,
    props.chosen.has(row.key),
    faded(row),
    over,
    "line" in row ? props.others.get(row.line.id) : undefined,
    row.kind === "rule" ? toFill(row.line).join() : undefined,
  ];
}

/** The title of the selected divider can be typed over. */
const titled = (row: Row) =>
  row.kind === "divider" && row.key === props.selected && row.shelf.editable;

const dragged = ref<RuleRow>();
const target = ref<{ key: string; below: boolean }>();
function over(e: DragEvent, row: Row) {
  if (!dragged.value || !("shelf" in row) || row.shelf.id !== dragged.value.shelf.id) return;
  if (row.kind === "end" || row.key === dragged.value.key) return;
  e.preventDefault();
  const box = (e.currentTarget as HTMLElement).getBoundingClientRect();
  const below =
    row.kind === "plate" || row.kind === "empty" || e.clientY > box.top + box.height / 2;
  if (target.value?.key === row.key && target.value.below === below) return;
  target.value = { key: row.key, below };
  emit("over", dragged.value, row, below);
}
function ended() {
  dragged.value = undefined;
  target.value = undefined;
  emit("away");
}
function dropped(row: Row) {
  if (dragged.value && target.value) emit("drop", dragged.value, row, target.value.below);
  ended();
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
        <div class="shelf" aria-hidden="true"><ShelfPlate :shelf="overhead.shelf" /></div>
      </div>
      <div :style="{ height: `${before}px` }" />
      <div
        v-for="{ row, index } in drawn"
        :key="row.key"
        v-memo="[row, index, columns, known, checked, floor, ...looks(row)]"
        class="slot"
      >
        <div
          v-if="row.kind === 'plate'"
          class="shelf"
          role="row"
          :aria-rowindex="index + 2"
          :class="{ below: target?.key === row.key }"
          @dragover="over($event, row)"
          @drop="dropped(row)"
        >
          <ShelfPlate :shelf="row.shelf" />
        </div>
        <div
          v-else-if="row.kind === 'empty'"
          class="empty soft"
          role="row"
          :aria-rowindex="index + 2"
          @dragover="over($event, row)"
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
          v-else-if="row.kind === 'divider'"
          class="divider"
          role="row"
          :aria-rowindex="index + 2"
          :class="{
            selected: row.key === selected,
            below: target?.key === row.key && target.below,
            above: target?.key === row.key && !target.below,
          }"
          @click="click($event, row)"
          @dragover="over($event, row)"
          @drop="dropped(row)"
        >
          <span role="gridcell">
            <button
              class="plain"
              :aria-expanded="!row.folded"
              @click.stop="emit('fold', row.line.id)"
            >
              <span aria-hidden="true">{{ row.folded ? "▸" : "▾" }}</span>
              <template v-if="!titled(row)"> {{ row.line.name }}</template>
            </button>
            <input
              v-if="titled(row)"
              :value="row.line.name"
              aria-label="Title of the divider"
              @click.stop
              @keydown.enter="($event.target as HTMLInputElement).blur()"
              @change="emit('retitle', row.line, ($event.target as HTMLInputElement).value)"
              @keydown.stop
            />
            <span v-if="row.folded" class="soft">{{ row.hidden }} folded away</span>
          </span>
        </div>
        <div
          v-else-if="row.kind === 'rule'"
          class="row rule"
          role="row"
          :aria-rowindex="index + 2"
          :aria-selected="row.key === selected || chosen.has(row.key)"
          :class="{
            selected: row.key === selected,
            chosen: chosen.has(row.key),
            faded: faded(row),
            off: !row.rule.on,
            dead: row.reach === 0 || row.findings.some((f) => f.kind === 'never-matches'),
            gone: row.line.marks.includes('removed'),
            fresh: row.line.marks.length > 0,
            locked: !row.shelf.editable,
            above: target?.key === row.key && !target.below,
            below: target?.key === row.key && target.below,
          }"
          @click="click($event, row)"
          @dragover="over($event, row)"
          @drop="dropped(row)"
        >
          <span role="gridcell" class="gutter">
            <SeverityMark
              v-if="worst(row.findings)"
              :severity="worst(row.findings) ?? ''"
              :label="row.findings.map((f) => `${f.severity}: ${f.kind}`).join(', ')"
            />
          </span>
          <span
            role="gridcell"
            class="number fixed"
            :draggable="row.shelf.editable && !row.line.marks.includes('removed')"
            :title="row.line.marks.join(', ') || undefined"
            @dragstart="dragged = row"
            @dragend="ended"
            >{{ row.line.position || "–"
            }}<span v-if="row.line.marks.length > 0" class="visually-hidden">{{
              row.line.marks.join(", ")
            }}</span></span
          >
          <span
            v-for="c in columns"
            :key="c"
            role="gridcell"
            class="cell"
            :class="[c, { here: row.key === selected && column === c, changed: old(row, c) }]"
            :style="
              c === 'name' && row.depth ? { paddingLeft: `${4 + row.depth * 22}px` } : undefined
            "
            :title="old(row, c)"
            @click.stop="click($event, row, c)"
            @dblclick="emit('edit', row.key, c)"
          >
            <template v-if="c === 'name'">
              <button
                v-if="row.rule.action === 'drawer'"
                class="plain"
                :aria-label="`fold ${row.rule.name}`"
                @click.stop="emit('fold', row.line.id)"
              >
                ▾
              </button>
              <span :class="{ veiled: isOpen(row, c) }" :title="row.rule.name">{{
                row.rule.name
              }}</span>
              <span v-if="others.get(row.line.id)" class="other"
                >{{ others.get(row.line.id) }} is here</span
              >
            </template>
            <ActionMark v-else-if="c === 'action'" :action="row.rule.action" />
            <template v-else-if="c === 'log'">
              <span :class="{ soft: row.rule.log === 'none' }">{{
                row.rule.log === "none" ? "–" : row.rule.log
              }}</span>
            </template>
            <MemberCell
              v-else
              :names="names(row, c)"
              :any="c === 'when' ? '–' : waits(row, c) ? 'to be filled' : 'any'"
              :waits="waits(row, c)"
              :not="(c === 'source' || c === 'destination') && row.rule[c].not"
              :focused="row.key === selected && column === c && !isOpen(row, c)"
              :known="known"
              :kinds="KINDS[c] ?? []"
            />
            <CellEditor
              v-if="isOpen(row, c)"
              :row="row"
              :column="c"
              :objects="objects"
              :zones="zones"
              :trouble="trouble"
              @keep="(rule: Rule) => emit('keep', row, rule)"
              @leave="emit('leave')"
            />
          </span>
          <span role="gridcell" class="reaching">
            <span v-if="!row.rule.on" class="soft">off</span>
            <span v-else-if="row.line.marks.includes('removed')" class="soft">removed</span>
            <span v-else-if="row.findings.some((f) => f.kind === 'never-matches')" class="never"
              >never</span
            >
            <ReachBar v-else-if="row.reach !== undefined" :reach="row.reach" />
            <span
              v-else-if="checked && row.rule.action !== 'drawer'"
              class="soft"
              :title="whyNot(row)"
              >{{ row.rule.expires ? "expired" : "not here" }}</span
            >
          </span>
        </div>
        <div
          v-else-if="row.kind === 'end'"
          class="row rule end"
          role="row"
          :aria-rowindex="index + 2"
          :class="{ selected: row.key === selected, faded: faded(row) }"
          @click="click($event, row)"
        >
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
          <span role="gridcell"
            ><ReachBar v-if="row.reach !== undefined" :reach="row.reach"
          /></span>
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
      </div>
      <div :style="{ height: `${after}px` }" />
    </div>
    <p v-if="dragged && said" class="said" role="status">{{ said }}</p>
    <StackRuler :rows="rows" :selected="selected" @jump="jump" />
  </div>
</template>

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
.row {
  display: grid;
  grid-template-columns: var(--cols);
  align-items: center;
  height: var(--row);
}
.row > span {
  padding: 0 4px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  min-width: 0;
}
.number {
  text-align: right;
  color: var(--ink-soft);
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
  height: 33px;
  border-top: 0;
}
.empty {
  height: 66px;
  display: flex;
  align-items: center;
  padding: 0 60px;
}
.slot {
  display: contents;
}
.veiled {
  visibility: hidden;
}
.other {
  margin-left: 8px;
  padding: 0 5px;
  border: 1px solid var(--brass);
  border-radius: 3px;
  font-size: var(--t-small);
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
.divider {
  height: 28px;
  display: flex;
  align-items: flex-end;
  padding: 0 0 2px 56px;
  font-weight: 700;
  border-bottom: 1px solid var(--tin);
}
.divider button span {
  margin-right: 5px;
}
.divider input {
  height: 23px;
  border: 1px solid var(--tin-dark);
  background: var(--enamel);
  color: var(--ink);
  font: inherit;
  font-weight: 700;
}
.divider .soft {
  font-weight: 400;
  margin-left: 10px;
}
.rule {
  border-bottom: 1px solid var(--line);
  background: var(--enamel);
  cursor: default;
}
.rule:hover {
  background: var(--sunk);
}
.locked {
  background: transparent;
}
.off > .cell,
.off > .number {
  color: var(--ink-soft);
  font-style: italic;
}
.dead > .name {
  color: var(--drop);
}
.never {
  color: var(--drop);
  font-weight: 700;
  font-size: var(--t-small);
}
.gone > .cell {
  text-decoration: line-through;
  color: var(--ink-soft);
}
.fresh > .number {
  box-shadow: inset 3px 0 0 var(--brass);
  color: var(--brass);
  font-weight: 700;
}
.changed {
  background: var(--brass-soft);
}
.chosen {
  background: var(--brass-soft);
}
.selected,
.selected:hover {
  background: var(--brass-soft);
  box-shadow:
    inset 0 1px 0 var(--brass),
    inset 0 -1px 0 var(--brass);
}
.row > .here {
  outline: 2px solid var(--focus);
  outline-offset: -2px;
  overflow: visible;
  text-overflow: clip;
  position: relative;
}
.faded {
  opacity: 0.62;
}
.above {
  box-shadow: inset 0 3px 0 var(--brass);
}
.below {
  box-shadow: inset 0 -3px 0 var(--brass);
}
.number[draggable="true"] {
  cursor: grab;
}
.here > span:first-child:not(.members) {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
}
.end {
  background: var(--sunk);
}
.end .wide {
  grid-column: 3 / -4;
}
.name button {
  margin-left: -4px;
  padding-left: 5px;
}
.gutter {
  display: grid;
  justify-content: end;
}
.floor {
  height: 54px;
  padding: 8px 14px 8px 22px;
  border-top: 9px solid var(--tin-dark);
  background: var(--tin-plate);
}
</style>
