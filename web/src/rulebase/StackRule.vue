<script setup lang="ts">
import { computed } from "vue";
import type { LibraryObject, Rule } from "../api/client";
import ActionMark from "./ActionMark.vue";
import CellEditor from "./CellEditor.vue";
import type { Column } from "./columns";
import { cellText } from "./fields";
import MemberCell from "./MemberCell.vue";
import ReachBar from "./ReachBar.vue";
import { type RuleRow, whatOf, worst } from "./rows";
import SeverityMark from "./SeverityMark.vue";
import { toFill } from "./untouched";

const props = defineProps<{
  row: RuleRow;
  columns: Column[];
  /** The column the keyboard is in; nothing where the row is not selected. */
  here?: Column;
  /** Whether that cell is open. */
  open: boolean;
  chosen: boolean;
  faded: boolean;
  side?: "above" | "below";
  other?: string;
  trouble: string;
  known: Map<string, LibraryObject>;
  objects: LibraryObject[];
  zones: string[];
  checked: boolean;
}>();
const emit = defineEmits<{
  click: [event: MouseEvent, column?: Column];
  edit: [column: Column];
  keep: [rule: Rule, go: number];
  leave: [];
  fold: [];
  grab: [];
  letGo: [];
}>();

const KINDS: Partial<Record<Column, string[]>> = {
  from: ["zone"],
  to: ["zone"],
  source: ["address"],
  destination: ["address"],
  what: ["application", "service"],
  when: ["schedule"],
};

const rule = computed(() => props.row.rule);
const marks = computed(() => props.row.line.marks);
const removed = computed(() => marks.value.includes("removed"));
const never = computed(() => props.row.findings.some((f) => f.kind === "never-matches"));

function names(column: Column): string[] {
  const r = rule.value;
  if (column === "what") return whatOf(r);
  if (column === "source" || column === "destination") return r[column].names;
  return column === "from" || column === "to" || column === "when" ? r[column] : [];
}

const inverted = (c: Column) => (c === "source" || c === "destination") && rule.value[c].not;

/** What the cell held before it was changed in the draft. */
function old(column: Column): string | undefined {
  const before = props.row.line.before;
  const was = before && cellText(before, column);
  return was === undefined || was === cellText(rule.value, column) ? undefined : `before: ${was}`;
}

const waits = (c: Column) => (toFill(props.row.line) as Column[]).includes(c);

function empty(c: Column): string {
  if (c === "when") return "–";
  return waits(c) ? "to be filled" : "any";
}

/** Why a rule that is on takes no part here. */
const whyNot = computed(() => {
  if (rule.value.only.length > 0) return `Only meant for ${rule.value.only.join(", ")}`;
  return rule.value.expires
    ? `It was in force through ${rule.value.expires}`
    : "The drawer it stands in is off or not meant for this firewall";
});
</script>

<template>
  <div
    class="row rule"
    role="row"
    :aria-selected="here !== undefined || chosen"
    :class="[
      side,
      {
        selected: here !== undefined,
        chosen,
        faded,
        off: !rule.on,
        dead: row.reach === 0 || never,
        gone: removed,
        fresh: marks.length > 0,
        locked: !row.shelf.editable,
      },
    ]"
    @click="emit('click', $event)"
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
      :draggable="row.shelf.editable && !removed"
      :title="marks.join(', ') || undefined"
      @dragstart="emit('grab')"
      @dragend="emit('letGo')"
      >{{ row.line.position || "–"
      }}<span v-if="marks.length > 0" class="visually-hidden">{{ marks.join(", ") }}</span></span
    >
    <span
      v-for="c in columns"
      :key="c"
      role="gridcell"
      class="cell"
      :class="[c, { here: here === c, changed: old(c) }]"
      :style="c === 'name' && row.depth ? { paddingLeft: `${4 + row.depth * 22}px` } : undefined"
      :title="old(c)"
      @click.stop="emit('click', $event, c)"
      @dblclick="emit('edit', c)"
    >
      <template v-if="c === 'name'">
        <button
          v-if="rule.action === 'drawer'"
          class="plain"
          :aria-label="`fold ${rule.name}`"
          @click.stop="emit('fold')"
        >
          ▾
        </button>
        <span :class="{ veiled: open && here === c }" :title="rule.name">{{ rule.name }}</span>
        <span v-if="other" class="other">{{ other }} is here</span>
      </template>
      <ActionMark v-else-if="c === 'action'" :action="rule.action" />
      <span v-else-if="c === 'log'" :class="{ soft: rule.log === 'none' }">{{
        rule.log === "none" ? "–" : rule.log
      }}</span>
      <MemberCell
        v-else
        :names="names(c)"
        :any="empty(c)"
        :waits="waits(c)"
        :not="inverted(c)"
        :focused="here === c && !open"
        :known="known"
        :kinds="KINDS[c] ?? []"
      />
      <CellEditor
        v-if="open && here === c"
        :row="row"
        :column="c"
        :objects="objects"
        :zones="zones"
        :trouble="trouble"
        @keep="(r: Rule, go: number) => emit('keep', r, go)"
        @leave="emit('leave')"
      />
    </span>
    <span role="gridcell" class="reaching">
      <span v-if="!rule.on" class="soft">off</span>
      <span v-else-if="removed" class="soft">removed</span>
      <span v-else-if="never" class="never">never</span>
      <ReachBar v-else-if="row.reach !== undefined" :reach="row.reach" />
      <span v-else-if="checked && rule.action !== 'drawer'" class="soft" :title="whyNot">{{
        rule.expires ? "expired" : "not here"
      }}</span>
    </span>
  </div>
</template>

<style scoped src="./row.css"></style>
<style scoped>
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
.rule.locked {
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
.row > .changed,
.rule.chosen,
.rule.chosen:hover,
.rule.selected {
  background: var(--brass-soft);
}
.row > .here {
  outline: 2px solid var(--focus);
  outline-offset: -2px;
  overflow: visible;
  text-overflow: clip;
  position: relative;
}
.here:not(.action) > span:first-child:not(.members) {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
}
.number[draggable="true"] {
  cursor: grab;
}
.name button {
  margin-left: -4px;
  padding-left: 5px;
}
</style>
