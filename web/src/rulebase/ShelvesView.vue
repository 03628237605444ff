<script setup lang="ts">
import { computed, nextTick, onMounted, onUnmounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { person } from "../accounts/session";
import type { Line, Rule, Shelf } from "../api/client";
import EstateTree from "../estate/EstateTree.vue";
import { useEstate } from "../estate/useEstate";
import { type Column, COLUMNS } from "./columns";
import { emptyRule } from "./emptyRule";
import RuleCard from "./RuleCard.vue";
import { worst, type Row, type RuleRow } from "./rows";
import StackTable from "./StackTable.vue";
import { type Spot, useStack } from "./useStack";

const route = useRoute();
const router = useRouter();
const { estate, objects, objectsByName, refreshEstate, refreshObjects } = useEstate();
const s = useStack();
const { stack, rows, folded, loading, trouble, stale, draft } = s;

const kind = computed(() => (route.params.kind === "bay" ? "bay" : "firewall"));
const id = computed(() => Number(route.params.id ?? 0));
const selected = ref<string>();
const column = ref<Column>("name");
const editing = ref(false);
const card = ref(localStorage.getItem("tinshelf.card") !== "folded");
const fault = ref("");
/** The version of the rule as it was when its cell was opened. */
let seen = 0;

const zones = computed(() => stack.value?.zones ?? []);
const row = computed(() => rows.value.find((r) => r.key === selected.value));
const ruleRow = computed(() => (row.value?.kind === "rule" ? row.value : undefined));
const open = (r: Row): r is RuleRow =>
  r.kind === "rule" && r.shelf.editable && !r.line.marks.includes("removed");
const stops = computed(() => rows.value.filter((r) => r.kind !== "plate" && r.kind !== "empty"));

watch(
  [kind, id, estate],
  async ([k, i, e], old) => {
    if (!e) return;
    if (!i) {
      const first = e.firewalls[0];
      if (first) await router.replace(`/shelves/firewall/${first.id}`);
      return;
    }
    if (old[0] === k && old[1] === i && old[2]) return;
    editing.value = false;
    selected.value = undefined;
    await s.open(k, i);
    const wanted = `l${String(route.query.rule ?? "")}`;
    selected.value = rows.value.some((r) => r.key === wanted) ? wanted : undefined;
  },
  { immediate: true },
);

watch(card, (shown) => localStorage.setItem("tinshelf.card", shown ? "shown" : "folded"));
watch(selected, (key) => {
  const line = key?.startsWith("l") ? key.slice(1) : undefined;
  if (route.query.rule !== line && id.value && line)
    void router.replace({ query: { ...route.query, rule: line } });
});

function select(key: string, at?: Column) {
  if (key !== selected.value || (at && at !== column.value)) editing.value = false;
  if (key === selected.value && at && at === column.value && !editing.value) {
    edit(key, at);
    return;
  }
  selected.value = key;
  if (at) column.value = at;
}

function edit(key: string, at: Column) {
  selected.value = key;
  column.value = at;
  const r = ruleRow.value;
  if (!r) return;
  editing.value = open(r);
  seen = r.line.version;
  trouble.value = "";
  fault.value = r.shelf.editable
    ? ""
    : `This rule stands on a shelf of ${r.shelf.owner}. Open that bay to edit it.`;
}

async function keep(r: RuleRow, rule: Rule) {
  const saved = await s.save(r.line, rule, seen);
  if (saved || stale.value) editing.value = false;
}

function siblings(r: RuleRow): Line[] {
  const find = (lines: Line[]): Line[] | undefined => {
    if (lines.some((l) => l.id === r.line.id)) return lines;
    for (const l of lines) {
      const inside = find(l.lines);
      if (inside) return inside;
    }
    return undefined;
  };
  return find(r.shelf.lines) ?? [];
}

/** The name, or the first of it with a number that no line of the shelf has. */
function freeName(shelf: Shelf, name: string, from: number): string {
  const taken = new Set<string>();
  const collect = (lines: Line[]) =>
    lines.forEach((l) => {
      taken.add(l.name);
      collect(l.lines);
    });
  collect(shelf.lines);
  let n = from;
  while (taken.has(`${name} ${n}`)) n++;
  return `${name} ${n}`;
}

/** Where a new rule goes: below the selection, or on the shelf that can be edited from here. */
function placeBelow(): Spot | undefined {
  const r = row.value;
  const shelf = editableShelf(r);
  if (!shelf) return undefined;
  const spot: Spot = { shelf: shelf.id };
  const here = r && "shelf" in r && r.shelf.id === shelf.id ? r : undefined;
  if (here?.kind === "rule") {
    spot.after = here.line.id;
    spot.drawer = here.drawer;
  } else if (here?.kind === "divider" || here?.kind === "end") {
    spot.after = here.line.id;
  } else {
    spot.after = shelf.lines.at(-1)?.id;
  }
  return spot;
}

function editableShelf(r: Row | undefined): Shelf | undefined {
  return r && "shelf" in r && r.shelf.editable
    ? r.shelf
    : stack.value?.shelves.find((x) => x.editable);
}

async function put(spot: Spot, rule: Rule) {
  const made = await s.add(spot, rule);
  if (!made) return;
  selected.value = `l${made.id}`;
  column.value = "name";
  await nextTick();
  edit(selected.value, "name");
}

/** A rule that is off until somebody has filled it. */
async function add() {
  const shelf = editableShelf(row.value);
  const spot = placeBelow();
  if (!shelf || !spot) return;
  await put(spot, emptyRule(freeName(shelf, "new rule", 1), person.value?.name ?? ""));
}

/** The same rule again below it, off; one of a bay's shelf becomes the first of the own shelf. */
async function duplicate() {
  const r = ruleRow.value;
  const shelf = editableShelf(r);
  const spot = placeBelow();
  if (!r || !shelf || !spot) return;
  if (r.line.lines.length > 0) {
    fault.value = "This rule has a drawer. Duplicate the rules in it one by one.";
    return;
  }
  if (r.shelf.id !== shelf.id) spot.after = undefined;
  const name = freeName(shelf, r.rule.name.replace(/ \d+$/, ""), 2);
  await put(spot, { ...r.rule, name, on: false, only: [] });
}

async function toggle() {
  const r = ruleRow.value;
  if (r && open(r)) await s.save(r.line, { ...r.rule, on: !r.rule.on });
}

async function remove() {
  const r = ruleRow.value;
  if (r && open(r)) await s.remove(r.line);
}

async function shift(by: 1 | -1) {
  const r = ruleRow.value;
  if (!r || !open(r)) return;
  const all = siblings(r);
  const i = all.findIndex((l) => l.id === r.line.id);
  const before = by === 1 ? i + 1 : i - 2;
  if (i + by < 0 || i + by >= all.length) return;
  await s.move(r.line, { shelf: r.shelf.id, drawer: r.drawer, after: all[before]?.id });
}

async function drop(dragged: RuleRow, onto: Row, below: boolean) {
  if (!("shelf" in onto)) return;
  const spot: Spot = { shelf: onto.shelf.id };
  if (onto.kind === "rule" || onto.kind === "divider") {
    const drawer = onto.kind === "rule" ? onto.drawer : undefined;
    spot.drawer = drawer;
    const all = onto.kind === "rule" ? siblings(onto) : onto.shelf.lines;
    const others = all.filter((l) => l.id !== dragged.line.id);
    const i = others.findIndex((l) => l.id === onto.line.id);
    spot.after = below ? onto.line.id : others[i - 1]?.id;
  }
  await s.move(dragged.line, spot);
  selected.value = dragged.key;
}

async function undoNewest() {
  const mine = draft.value.filter((c) => c.undoable && c.who === person.value?.displayName);
  const newest = mine.at(-1);
  if (newest) await s.undo(newest.id);
}

function go(place: string) {
  const to = rows.value.find((r) => "place" in r && r.place === place);
  if (to) selected.value = to.key;
}

function nextFinding() {
  const all = stops.value;
  const i = all.findIndex((r) => r.key === selected.value);
  const order = [...all.slice(i + 1), ...all.slice(0, i + 1)];
  const next = order.find((r) => "findings" in r && worst(r.findings));
  if (next) selected.value = next.key;
}

function step(by: number) {
  const all = stops.value;
  const i = all.findIndex((r) => r.key === selected.value);
  const next = all[i < 0 ? 0 : Math.max(0, Math.min(all.length - 1, i + by))];
  if (next) selected.value = next.key;
}

function sideways(by: number) {
  const i = COLUMNS.indexOf(column.value) + by;
  column.value = COLUMNS[Math.max(0, Math.min(COLUMNS.length - 1, i))] ?? "name";
}

function key(e: KeyboardEvent) {
  const target = e.target as HTMLElement;
  if (editing.value || target.closest("input, textarea, select")) return;
  const onButton = target.closest("a, button") !== null;
  if (e.altKey && e.key === "ArrowUp") void shift(-1);
  else if (e.altKey && e.key === "ArrowDown") void shift(1);
  else if ((e.ctrlKey || e.metaKey) && e.key === "z") void undoNewest();
  else if (e.ctrlKey || e.metaKey || e.altKey) return;
  else if (e.key === "ArrowDown") step(1);
  else if (e.key === "ArrowUp") step(-1);
  else if (e.key === "PageDown") step(20);
  else if (e.key === "PageUp") step(-20);
  else if (e.key === "ArrowRight") sideways(1);
  else if (e.key === "ArrowLeft") sideways(-1);
  else if (e.key === "Enter" && selected.value && !onButton) edit(selected.value, column.value);
  else if (e.key === "n" || e.key === "Insert") void add();
  else if (e.key === "d") void duplicate();
  else if (e.key === "o") void toggle();
  else if (e.key === "Delete") void remove();
  else if (e.key === "f") nextFinding();
  else if (e.key === "c") card.value = !card.value;
  else return;
  e.preventDefault();
}

function fold(line: number) {
  const next = new Set(folded.value);
  if (!next.delete(line)) next.add(line);
  folded.value = next;
}

async function mineOverTheirs() {
  const what = stale.value;
  if (what) await s.save(what.current, what.mine);
}

const dead = computed(
  () =>
    rows.value.filter(
      (r) =>
        r.kind === "rule" &&
        r.findings.some((f) => ["shadowed", "redundant", "never-matches"].includes(f.kind)),
    ).length,
);
const total = computed(
  () => s.check.value?.findings.filter((f) => f.severity !== "info").length ?? 0,
);

/** Nothing changes under an open cell. */
const renew = () => {
  if (!editing.value && document.visibilityState === "visible") void s.refresh();
};
const timer = window.setInterval(renew, 15_000);
onMounted(() => {
  window.addEventListener("keydown", key);
  window.addEventListener("focus", renew);
  if (objects.value.length === 0) void refreshObjects();
  if (!estate.value) void refreshEstate();
});
onUnmounted(() => {
  window.removeEventListener("keydown", key);
  window.removeEventListener("focus", renew);
  window.clearInterval(timer);
});
</script>

<template>
  <div class="view" :class="{ folded: !card }">
    <div class="left">
      <EstateTree v-if="estate" :estate="estate" :kind="kind" :id="id" />
    </div>
    <main class="middle">
      <header v-if="stack" class="top">
        <h1>{{ stack.name }}</h1>
        <span v-if="stack.kind === 'firewall'" class="soft"
          >{{ total === 1 ? "1 finding" : `${total} findings` }}, {{ dead }} of them about dead
          rules</span
        >
        <span v-else class="soft"
          >shelves that hold for everything below; select a firewall to see them at work</span
        >
        <span class="grow" />
        <button v-if="total > 0" class="button" @click="nextFinding">
          Next finding <kbd>F</kbd>
        </button>
        <button class="button" @click="add">New rule <kbd>N</kbd></button>
        <button class="button" :aria-pressed="card" @click="card = !card">Card <kbd>C</kbd></button>
      </header>
      <div v-if="stale" class="notice" role="alert">
        <span>{{ stale.says }} The row shows theirs.</span>
        <button class="button" @click="mineOverTheirs">Save mine over it</button>
        <button
          class="button"
          @click="
            stale = undefined;
            trouble = '';
          "
        >
          Leave theirs
        </button>
      </div>
      <div v-else-if="(trouble && !editing) || fault" class="notice" role="alert">
        <span>{{ trouble || fault }}</span>
        <button
          class="button"
          @click="
            trouble = '';
            fault = '';
            s.refresh(true);
          "
        >
          Understood
        </button>
      </div>
      <p v-if="loading || (!estate && !trouble)" class="state soft">Reading the stack …</p>
      <p v-else-if="estate && estate.firewalls.length === 0" class="state soft">
        The estate is empty. Start with <code>bin/start --demo --reset</code> to look around.
      </p>
      <StackTable
        v-if="stack"
        :rows="rows"
        :selected="selected"
        :column="column"
        :editing="editing"
        :trouble="trouble"
        :known="objectsByName"
        :objects="objects"
        :zones="zones"
        :checked="s.check.value !== undefined"
        :floor="stack.floor"
        @select="select"
        @edit="edit"
        @keep="keep"
        @leave="editing = false"
        @fold="fold"
        @drop="drop"
      />
    </main>
    <RuleCard
      v-if="card"
      :row="row"
      :changes="draft"
      :all="s.check.value?.findings ?? []"
      @go="go"
      @save="(r: Rule) => ruleRow && s.save(ruleRow.line, r)"
      @toggle="toggle"
      @remove="remove"
      @undo="s.undo"
    />
  </div>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-columns: 196px minmax(0, 1fr) 284px;
  min-height: 0;
}
.view.folded {
  grid-template-columns: 196px minmax(0, 1fr);
}
.left {
  min-height: 0;
  overflow: auto;
  border-right: 1px solid var(--tin-dark);
  background: var(--enamel);
}
.middle {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
}
.top {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 8px 14px;
  white-space: nowrap;
}
.top .soft {
  overflow: hidden;
  text-overflow: ellipsis;
}
.grow {
  flex: 1;
}
.frame {
  flex: 1;
}
.state {
  padding: 30px;
}
.notice {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 7px 14px;
  border-top: 1px solid var(--drop);
  border-bottom: 1px solid var(--drop);
  background: var(--enamel);
}
.notice span {
  flex: 1;
  color: var(--drop);
  font-weight: 700;
}
@media (min-width: 1700px) {
  .view {
    grid-template-columns: 250px minmax(0, 1fr) 380px;
  }
}
@media (max-width: 1100px) {
  .view {
    grid-template: minmax(0, 1fr) 250px / 190px minmax(0, 1fr);
  }
  .view.folded {
    grid-template: minmax(0, 1fr) / 190px minmax(0, 1fr);
  }
  .left {
    grid-row: 1 / -1;
  }
  .card {
    border-top: 1px solid var(--tin-dark);
  }
}
</style>
