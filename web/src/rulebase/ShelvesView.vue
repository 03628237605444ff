<script setup lang="ts">
import { computed, nextTick, onMounted, onUnmounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { setting } from "../accounts/settings";
import type { LineEdit, Rule, Shelf } from "../api/client";
import { returns } from "../api/connection";
import EstateTree from "../estate/EstateTree.vue";
import { useEstate } from "../estate/useEstate";
import { listOf } from "./bulk";
import FilterBox from "./FilterBox.vue";
import GridFace from "./GridFace.vue";
import ManyBar from "./ManyBar.vue";
import MoveBox from "./MoveBox.vue";
import RuleCard from "./RuleCard.vue";
import { standsAt, worst, type Row, type RuleRow } from "./rows";
import SkeletonPanel from "./SkeletonPanel.vue";
import StackTable from "./StackTable.vue";
import StaleNotice from "./StaleNotice.vue";
import { meaning } from "./untouched";
import { useCells } from "./useCells";
import { useColumns } from "./useColumns";
import { useFilter } from "./useFilter";
import { usePresence } from "./usePresence";
import { editable, useRuleActions } from "./useRuleActions";
import { useSelection } from "./useSelection";
import { useStack } from "./useStack";
import { useStackKeys } from "./useStackKeys";
import { useTrial } from "./useTrial";

const route = useRoute();
const router = useRouter();
const { estate, objects, objectsByName, told, refreshEstate, refreshObjects } = useEstate();
const s = useStack();
const { stack, folded, loading, trouble, stale, draft } = s;

const kind = computed(() => (route.params.kind === "bay" ? "bay" : "firewall"));
const id = computed(() => Number(route.params.id ?? 0));
const filter = computed({
  get: () => String(route.query.filter ?? ""),
  set: (text) =>
    void router.replace({ query: { ...route.query, filter: text || undefined, face: undefined } }),
});
const face = computed(() =>
  route.query.face === "grid" && kind.value === "firewall" ? "grid" : "stack",
);
const narrowed = useFilter(filter, s.rows, stack, draft);
const rows = narrowed.shown;
const columns = useColumns(s.rows);

const selection = useSelection(rows);
const { selected, chosen, row } = selection;
const cells = useCells(s, selection, columns.columns, say);
const { column, editing, ruleRow, edit } = cells;
const moving = ref(false);
const laying = ref<Shelf>();
const card = setting("card", true);
const fault = ref("");
const said = ref("");
const box = ref<InstanceType<typeof FilterBox>>();
const aside = ref<InstanceType<typeof RuleCard>>();

function say(text: string, isFault = false) {
  said.value = isFault ? "" : text;
  fault.value = isFault ? text : "";
}
watch(told, (text) => say(text));

const actions = useRuleActions(s, selection, (key) => edit(key, "name"), say);
const open = computed(() => (editing.value ? (ruleRow.value?.line.id ?? 0) : 0));
/** Does something once an open cell is kept; nothing where it could not be. */
const then = async (act: () => unknown) => (await cells.settled()) && act();
const presence = usePresence(open, () => {
  if (!editing.value) void s.refresh(true);
});
const dragging = useTrial();
const dragSaid = computed(() =>
  dragging.found.value
    ? actions.told(dragging.found.value)
    : dragging.waiting.value
      ? "Working out what this place changes …"
      : dragging.trouble.value,
);

const zones = computed(() => stack.value?.zones ?? []);
const fillable = computed(() => {
  const from = selection.first.value;
  return from?.kind === "rule" && column.value !== "name"
    ? { column: column.value, like: from.rule.name }
    : undefined;
});
const many = computed(() => selection.rules.value.length > 1);

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
    editing.value = moving.value = false;
    laying.value = undefined;
    say("");
    selection.only(undefined);
    await s.open(k, i);
    const wanted = `l${String(route.query.rule ?? "")}`;
    if (rows.value.some((r) => r.key === wanted)) selection.only(wanted);
  },
  { immediate: true },
);

watch(selected, (key) => {
  moving.value = false;
  const line = key?.startsWith("l") ? key.slice(1) : undefined;
  if (route.query.rule !== line && id.value && line)
    void router.replace({ query: { ...route.query, rule: line } });
});

/** Whether the row of an edit that came too late is there to show both versions. */
const staleShown = computed(
  () => face.value === "stack" && rows.value.some((r) => r.key === `l${stale.value?.current.id}`),
);
async function saveMine() {
  if (stale.value) await s.save(stale.value.current, stale.value.mine);
}
function leaveTheirs() {
  stale.value = undefined;
  trouble.value = "";
}

const byPlace = computed(
  () => new Map(s.rows.value.flatMap((r) => ("place" in r ? [[r.place, r] as const] : []))),
);
/** Where what is named so stands now; nothing for what cannot be seen. */
function where(place: string): string {
  const at = byPlace.value.get(place);
  return at?.kind === "rule" || at?.kind === "end" ? standsAt(at) : "";
}

async function keepField(rule: Rule, version: number): Promise<boolean> {
  return ruleRow.value !== undefined && !!(await s.save(ruleRow.value.line, rule, version));
}

async function fields() {
  card.value = true;
  await nextTick();
  aside.value?.fields();
}

function go(place: string) {
  const to = byPlace.value.get(place);
  if (!to) return;
  if (!rows.value.includes(to)) filter.value = "";
  selection.only(to.key);
}

/** To where the selected rule can be edited. */
function home() {
  const r = ruleRow.value;
  if (r && !r.shelf.editable)
    void router.push(`/shelves/${r.shelf.ownerKind}/${r.shelf.ownerId}?rule=${r.line.id}`);
}

function nextFinding() {
  const all = selection.stops.value;
  const i = all.findIndex((r) => r.key === selected.value);
  const order = [...all.slice(i + 1), ...all.slice(0, i + 1)];
  const next = order.find((r) => "findings" in r && worst(r.findings));
  if (next) selection.only(next.key);
}

function setFace(to: "grid" | "stack") {
  void router.push({ query: { ...route.query, face: to === "grid" ? "grid" : undefined } });
}

function showPair(from: string, to: string) {
  const quoted = (z: string) => (/\s/.test(z) ? `"${z}"` : z);
  void router.push({
    query: { filter: `from:${quoted(from)} to:${quoted(to)} is:on`, face: undefined },
  });
}

async function lay(edits: LineEdit[]) {
  const ids = await actions.run(edits, "The skeleton is laid. Undo takes it back as one step.");
  if (!ids) return;
  laying.value = undefined;
  const divider = edits.findIndex((e) => e.divider);
  selection.only(`l${ids[Math.max(0, divider)]}`);
}

function unfocus() {
  if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
}

function dragOver(dragged: RuleRow, onto: Row, below: boolean) {
  const attempt = actions.tryDrop(dragged, onto, below);
  if (attempt) dragging.ask(() => attempt, 0);
}

const most = computed(() =>
  ruleRow.value
    ? listOf(actions.linesOf(ruleRow.value), ruleRow.value.line.id).filter(
        (l) => l.kind === "rule" && !l.marks.includes("removed"),
      ).length
    : 0,
);

function escape() {
  say("");
  if (chosen.value.size > 1) selection.only(selected.value);
  else if (filter.value) filter.value = "";
}

function askSkeleton() {
  const shelf = actions.shelfHere();
  if (shelf && shelf.lines.length === 0) laying.value = shelf;
  else say("A skeleton is laid on an empty shelf; this one has rules.", true);
}

useStackKeys(
  {
    plain: {
      F2: () => selected.value && edit(selected.value, column.value),
      n: actions.add,
      Insert: actions.add,
      d: actions.duplicate,
      o: actions.toggle,
      w: actions.wrap,
      i: actions.divider,
      Delete: actions.remove,
      f: nextFinding,
      e: home,
      c: () => (card.value = !card.value),
      s: () => box.value?.focus(),
      t: fields,
      g: () => kind.value === "firewall" && setFace(face.value === "grid" ? "stack" : "grid"),
      k: askSkeleton,
      m: () => (moving.value = editable(ruleRow.value) && ruleRow.value?.line.position !== ""),
      ArrowRight: () => cells.sideways(1),
      ArrowLeft: () => cells.sideways(-1),
      Home: () => selection.step(-1e9),
      End: () => selection.step(1e9),
    },
    control: {
      z: () => s.step("undo"),
      y: () => s.step("redo"),
      Z: () => s.step("redo"),
      c: actions.copy,
      v: actions.paste,
      d: () => actions.fill(column.value),
      a: selection.all,
    },
    alt: { ArrowUp: () => actions.shift(-1), ArrowDown: () => actions.shift(1) },
    step: selection.step,
    enter: () => selected.value && edit(selected.value, column.value),
    escape,
  },
  () => editing.value,
);

function fold(line: number) {
  const next = new Set(folded.value);
  if (!next.delete(line)) next.add(line);
  folded.value = next;
}

const dead = computed(
  () =>
    s.rows.value.filter(
      (r) =>
        r.kind === "rule" &&
        r.findings.some((f) => ["shadowed", "redundant", "never-matches"].includes(f.kind)),
    ).length,
);
const total = computed(
  () =>
    [...(s.checked.value?.at.values() ?? [])]
      .flatMap((r) => r.findings)
      .filter((f) => f.severity !== "info").length,
);

/** Nothing changes under an open cell. */
const renew = () => {
  if (!editing.value && document.visibilityState === "visible") void s.refresh();
};
watch(returns, () => void s.refresh(true));
const timer = window.setInterval(renew, 15_000);
onMounted(() => {
  window.addEventListener("focus", renew);
  if (objects.value.length === 0) void refreshObjects();
  if (!estate.value) void refreshEstate();
});
onUnmounted(() => {
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
        <h1 :title="stack.name">{{ stack.name }}</h1>
        <span v-if="stack.kind === 'firewall'" class="soft"
          >{{ total === 1 ? "1 finding" : `${total} findings` }}, {{ dead }} dead</span
        >
        <span v-else class="soft">shelves that hold for everything below</span>
        <span v-for="o in presence.here.value" :key="o.who" class="other"
          >{{ o.who }} is here too</span
        >
        <span class="grow" />
        <button v-if="total > 0" class="button" @click="nextFinding">
          Next finding <kbd>F</kbd>
        </button>
        <button class="button" @click="then(actions.add)">New rule <kbd>N</kbd></button>
        <button
          v-if="stack.kind === 'firewall'"
          class="button"
          :aria-pressed="face === 'grid'"
          @click="setFace(face === 'grid' ? 'stack' : 'grid')"
        >
          {{ face === "grid" ? "Stack" : "Grid" }} <kbd>G</kbd>
        </button>
        <button class="button" :aria-pressed="card" @click="card = !card">Card <kbd>C</kbd></button>
      </header>
      <div v-if="stack && face === 'stack'" class="line">
        <FilterBox
          ref="box"
          v-model="filter"
          :known="narrowed.known.value"
          :trouble="narrowed.trouble.value"
          :shown="narrowed.count.value"
          :total="narrowed.total.value"
          @leave="unfocus"
        />
        <label class="untouched" title="What a cell of a new rule means that nobody has touched"
          >untouched cells:
          <select v-model="meaning">
            <option>any</option>
            <option>to be filled</option>
          </select>
        </label>
      </div>
      <StaleNotice
        v-if="stale && !staleShown"
        :stale="stale"
        @mine="saveMine"
        @theirs="leaveTheirs"
      />
      <div v-else-if="(trouble && !editing && !stale) || fault" class="notice" role="alert">
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
      <MoveBox
        v-if="moving && ruleRow && editable(ruleRow)"
        :key="ruleRow.key"
        :row="ruleRow"
        :most="most"
        :attempt="(n: number) => actions.tryMoveTo(ruleRow as RuleRow, n)"
        @move="
          (n: number) => {
            moving = false;
            void actions.moveTo(ruleRow as RuleRow, n);
          }
        "
        @leave="moving = false"
      />
      <SkeletonPanel
        v-if="laying"
        :shelf="laying"
        :objects="objects"
        @lay="lay"
        @leave="laying = undefined"
      />
      <div v-if="loading || (!estate && !trouble)" class="state" role="status">
        <p class="soft">Reading the stack …</p>
        <i v-for="n in 9" :key="n" class="ghost" :style="{ width: `${92 - ((n * 17) % 40)}%` }" />
      </div>
      <div v-else-if="estate && estate.firewalls.length === 0 && !stack" class="state">
        <h1>Nothing is laid out yet</h1>
        <p>
          Rules stand on shelves, and shelves belong to bays and firewalls. Lay out the first of
          them under <RouterLink to="/estate">Estate</RouterLink>.
        </p>
      </div>
      <GridFace
        v-if="stack && face === 'grid'"
        :firewall="id"
        :stamp="draft.at(-1)?.id ?? 0"
        @pair="showPair"
      />
      <p v-else-if="stack && filter && narrowed.count.value === 0" class="state soft">
        No rule of this stack fits. <button class="button" @click="filter = ''">Show all</button>
      </p>
      <StackTable
        v-else-if="stack"
        :rows="rows"
        :selected="selected"
        :chosen="chosen"
        :others="presence.byLine.value"
        :said="dragSaid"
        :column="column"
        :set="columns"
        :editing="editing"
        :trouble="trouble"
        :stale="stale"
        :known="objectsByName"
        :objects="objects"
        :zones="zones"
        :checked="s.checked.value !== undefined"
        :floor="stack.floor"
        @select="cells.select"
        @edit="edit"
        @keep="cells.keep"
        @leave="editing = false"
        @mine="saveMine"
        @theirs="leaveTheirs"
        @fold="fold"
        @drop="
          (dragged: RuleRow, onto: Row, below: boolean) =>
            actions.drop(dragged, onto, below, dragging.settled.value)
        "
        @over="dragOver"
        @away="dragging.forget"
        @skeleton="(shelf: Shelf) => (laying = shelf)"
        @retitle="actions.retitle"
      />
      <ManyBar
        v-if="many"
        :count="selection.rules.value.length"
        :locked="selection.rules.value.some((r) => !r.shelf.editable)"
        @toggle="actions.toggle"
        @remove="actions.remove"
        @copy="actions.copy"
        :fill="fillable"
        @fill="actions.fill(column)"
        @wrap="actions.wrap"
        @set="actions.set"
        @clear="selection.only(selected)"
      />
      <p v-if="said" class="said" role="status">
        <span>{{ said }}</span>
        <button class="plain" aria-label="Close" @click="said = ''">×</button>
      </p>
    </main>
    <RuleCard
      v-if="card"
      ref="aside"
      :row="row"
      :firewall="kind === 'firewall' ? id : undefined"
      :changes="draft"
      :checked="s.checked.value"
      :where="where"
      :known="narrowed.known.value"
      :keep="keepField"
      :attempt="s.attempt"
      @go="(place: string) => then(() => go(place))"
      @toggle="then(actions.toggle)"
      @remove="then(actions.remove)"
      @undo="(change: number) => then(() => s.undo(change))"
      @above="(place: string) => then(() => ruleRow && actions.moveAbove(ruleRow, place))"
    />
  </div>
</template>

<style scoped src="./shelves.css"></style>
