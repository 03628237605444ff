<script setup lang="ts">
import { computed, nextTick, ref, watch } from "vue";
import type { LibraryObject, Rule } from "../api/client";
import ActionMark from "./ActionMark.vue";
import CellEditor from "./CellEditor.vue";
import { type Column, COLUMNS, TITLES } from "./columns";
import FloorLine from "./FloorLine.vue";
import MemberCell from "./MemberCell.vue";
import ReachBar from "./ReachBar.vue";
import SeverityMark from "./SeverityMark.vue";
import ShelfPlate from "./ShelfPlate.vue";
import StackRuler from "./StackRuler.vue";
import { placeOf, type Row, type RuleRow, whatOf, worst } from "./rows";

const props = defineProps<{
  rows: Row[];
  selected?: string;
  column: Column;
  editing: boolean;
  trouble: string;
  known: Map<string, LibraryObject>;
  objects: LibraryObject[];
  zones: string[];
  checked: boolean;
  floor?: { kind: string; log: boolean; setBy: string };
}>();
const emit = defineEmits<{
  select: [key: string, column?: Column];
  edit: [key: string, column: Column];
  keep: [row: RuleRow, rule: Rule];
  leave: [];
  fold: [line: number];
  drop: [dragged: RuleRow, onto: Row, below: boolean];
}>();

const body = ref<HTMLElement>();
const elements = new Map<string, HTMLElement>();
function remember(key: string, el: unknown) {
  if (el instanceof HTMLElement) elements.set(key, el);
  else elements.delete(key);
}

const columns = computed<Column[]>(() =>
  COLUMNS.filter(
    (c) => c !== "when" || props.rows.some((r) => r.kind === "rule" && r.rule.when.length > 0),
  ),
);

const concerned = computed(() => {
  const row = props.rows.find((r) => r.key === props.selected);
  const places = new Set<string>();
  if (!row || !("place" in row)) return places;
  for (const f of row.findings) for (const b of f.by) places.add(placeOf(b));
  for (const other of props.rows)
    if ("place" in other)
      for (const f of other.findings)
        if (f.by.some((b) => placeOf(b) === row.place)) places.add(other.place);
  places.delete(row.place);
  return places;
});

const arcs = ref<{ key: string; d: string }[]>([]);
const height = ref(0);
async function draw() {
  await nextTick();
  height.value = body.value?.scrollHeight ?? 0;
  const from = props.selected ? elements.get(props.selected) : undefined;
  const middle = (el: HTMLElement) => el.offsetTop + el.offsetHeight / 2;
  arcs.value = [];
  if (!from) return;
  for (const row of props.rows) {
    const to = elements.get(row.key);
    if (!("place" in row) || !to || !concerned.value.has(row.place)) continue;
    const [a, b] = [middle(from), middle(to)];
    const bulge = Math.max(2, 15 - Math.abs(a - b) / 30);
    arcs.value.push({ key: row.key, d: `M17 ${a}C${bulge} ${a} ${bulge} ${b} 17 ${b}` });
  }
}
watch([() => props.rows, () => props.selected], draw, { immediate: true });

watch(
  () => props.selected,
  async (key) => {
    await nextTick();
    if (key) elements.get(key)?.scrollIntoView({ block: "nearest" });
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

const dragged = ref<RuleRow>();
const target = ref<{ key: string; below: boolean }>();
function over(e: DragEvent, row: Row) {
  if (!dragged.value || !("shelf" in row) || row.shelf.id !== dragged.value.shelf.id) return;
  if (row.kind === "end" || row.key === dragged.value.key) return;
  e.preventDefault();
  const box = (e.currentTarget as HTMLElement).getBoundingClientRect();
  target.value = {
    key: row.key,
    below: row.kind === "plate" || row.kind === "empty" || e.clientY > box.top + box.height / 2,
  };
}
function dropped(row: Row) {
  if (dragged.value && target.value) emit("drop", dragged.value, row, target.value.below);
  dragged.value = undefined;
  target.value = undefined;
}
function jump(row: Row) {
  emit("select", row.key);
  elements.get(row.key)?.scrollIntoView({ block: "center" });
}
</script>

<template>
  <div class="frame">
    <div
      ref="body"
      class="body"
      role="grid"
      aria-label="Stack"
      :class="{ timed: columns.includes('when') }"
    >
      <div class="row head" role="row">
        <span role="columnheader"><span class="visually-hidden">findings</span></span>
        <span role="columnheader" class="number"
          ><span class="visually-hidden">position</span>#</span
        >
        <span v-for="c in columns" :key="c" role="columnheader">{{ TITLES[c] }}</span>
        <span role="columnheader">reach</span>
      </div>
      <svg class="arcs" width="20" :height="height" aria-hidden="true">
        <path v-for="a in arcs" :key="a.key" :d="a.d" />
      </svg>
      <template v-for="row in rows" :key="row.key">
        <div
          v-if="row.kind === 'plate'"
          :ref="(el) => remember(row.key, el)"
          class="shelf"
          role="row"
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
          @dragover="over($event, row)"
          @drop="dropped(row)"
        >
          <span role="gridcell"
            >Nothing stands on this shelf.<template v-if="row.shelf.editable">
              Press N for a first rule.</template
            ></span
          >
        </div>
        <div
          v-else-if="row.kind === 'divider'"
          :ref="(el) => remember(row.key, el)"
          class="divider"
          role="row"
          :class="{
            selected: row.key === selected,
            below: target?.key === row.key && target.below,
            above: target?.key === row.key && !target.below,
          }"
          @click="emit('select', row.key)"
          @dragover="over($event, row)"
          @drop="dropped(row)"
        >
          <span role="gridcell">
            <button
              class="plain"
              :aria-expanded="!row.folded"
              @click.stop="emit('fold', row.line.id)"
            >
              <span aria-hidden="true">{{ row.folded ? "▸" : "▾" }}</span> {{ row.line.name }}
            </button>
            <span v-if="row.folded" class="soft">{{ row.hidden }} folded away</span>
          </span>
        </div>
        <div
          v-else-if="row.kind === 'rule'"
          :ref="(el) => remember(row.key, el)"
          class="row rule"
          role="row"
          :aria-selected="row.key === selected"
          :class="{
            selected: row.key === selected,
            faded: faded(row),
            off: !row.rule.on,
            dead: row.reach === 0 || row.findings.some((f) => f.kind === 'never-matches'),
            gone: row.line.marks.includes('removed'),
            fresh: row.line.marks.length > 0,
            locked: !row.shelf.editable,
            above: target?.key === row.key && !target.below,
            below: target?.key === row.key && target.below,
          }"
          @click="emit('select', row.key)"
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
            @dragend="dragged = undefined"
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
            @click.stop="emit('select', row.key, c)"
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
              <span :title="row.rule.name">{{ row.rule.name }}</span>
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
              :any="c === 'when' ? '–' : 'any'"
              :not="(c === 'source' || c === 'destination') && row.rule[c].not"
              :known="known"
              :kinds="KINDS[c] ?? []"
            />
            <CellEditor
              v-if="editing && row.key === selected && column === c"
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
          :ref="(el) => remember(row.key, el)"
          class="row rule end"
          role="row"
          :class="{ selected: row.key === selected, faded: faded(row) }"
          @click="emit('select', row.key)"
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
          :ref="(el) => remember(row.key, el)"
          class="floor"
          role="row"
          :class="{ selected: row.key === selected, faded: faded(row) }"
          @click="emit('select', row.key)"
        >
          <FloorLine :floor="floor" :severity="worst(row.findings)" />
        </div>
      </template>
    </div>
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
  --lead: 20px 41px minmax(108px, 1.7fr) minmax(60px, 0.55fr) minmax(60px, 0.6fr)
    minmax(76px, 1.05fr) minmax(76px, 1.05fr) minmax(68px, 0.95fr);
  --tail: 66px 36px 72px;
  --cols: var(--lead) var(--tail);
}
.body.timed {
  --cols: var(--lead) minmax(44px, 0.6fr) var(--tail);
}
.row {
  display: grid;
  grid-template-columns: var(--cols);
  align-items: center;
  min-height: var(--row);
}
.row > span {
  padding: 0 4px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  min-width: 0;
}
.head {
  position: sticky;
  top: 0;
  z-index: 6;
  min-height: 26px;
  background: var(--ground);
  border-bottom: 1px solid var(--line);
  color: var(--ink-soft);
  font-size: var(--t-small);
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
.shelf {
  position: sticky;
  top: 26px;
  z-index: 4;
  display: flex;
  align-items: flex-start;
  gap: 12px;
  height: 33px;
  margin-top: 10px;
  background: linear-gradient(var(--tin-dark), var(--tin-dark)) 0 0 / 100% 5px no-repeat
    var(--ground);
}
.empty {
  padding: 5px 60px;
}
.divider {
  height: 28px;
  display: flex;
  align-items: flex-end;
  padding: 0 0 2px 56px;
  font-weight: 700;
  border-bottom: 1px solid var(--tin);
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
.here > :deep(.members),
.here > :first-child {
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
  margin-top: 10px;
  padding: 9px 14px 9px 22px;
  border-top: 9px solid var(--tin-dark);
  background: var(--tin-plate);
}
</style>
