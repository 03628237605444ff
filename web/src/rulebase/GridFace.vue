<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, type Grid, type GridCell, http } from "../api/client";

/** Zones by zones: how much of the traffic of each pair is let through. */
const props = defineProps<{ firewall: number; stamp: number }>();
const emit = defineEmits<{ pair: [from: string, to: string] }>();

const grid = ref<Grid>();
const trouble = ref("");
const here = ref<GridCell>();

const rows = computed(() => {
  const g = grid.value;
  return g
    ? g.zones.map((from, i) => ({
        from,
        cells: g.cells.slice(i * g.zones.length, (i + 1) * g.zones.length),
      }))
    : [];
});
/** From here on cells are as small as can be pointed at. */
const MANY_ZONES = 14;
const longest = computed(() => Math.max(0, ...(grid.value?.zones ?? []).map((z) => z.length)));

function amount(share: number): "none" | "some" | "all" {
  return share === 0 ? "none" : share === 1 ? "all" : "some";
}
function percent(share: number): string {
  if (share === 0) return "nothing";
  if (share === 1) return "everything";
  if (share < 0.01) return "less than 1 %";
  return share > 0.99 ? "more than 99 %" : `${Math.round(share * 100)} %`;
}
function told(c: GridCell): string {
  const rules = c.by.length === 1 ? "1 rule" : `${c.by.length} rules`;
  return `${c.from} to ${c.to}: ${percent(c.share)} passes${c.by.length ? `, by ${rules}` : ""}`;
}

/** The one cell that Tab reaches; arrows go on from it. */
const stop = ref(0);
const table = ref<HTMLElement>();
function arrow(e: KeyboardEvent) {
  const n = grid.value?.zones.length ?? 0;
  const by = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -n, ArrowDown: n }[e.key];
  if (by === undefined || e.ctrlKey || e.altKey || e.metaKey) return;
  e.preventDefault();
  e.stopPropagation();
  const to = stop.value + by;
  const sideways = Math.abs(by) === 1 && Math.floor(to / n) !== Math.floor(stop.value / n);
  if (to < 0 || to >= n * n || sideways) return;
  stop.value = to;
  table.value?.querySelectorAll<HTMLElement>("button.cell")[to]?.focus();
}
function point(c: GridCell) {
  here.value = c;
  stop.value = grid.value?.cells.indexOf(c) ?? 0;
}

watch(
  () => [props.firewall, props.stamp],
  async () => {
    try {
      grid.value = await answer(
        http.GET("/api/firewalls/{id}/grid", { params: { path: { id: props.firewall } } }),
      );
      trouble.value = "";
    } catch (e) {
      trouble.value = (e as Error).message;
    }
  },
  { immediate: true },
);
</script>

<template>
  <div class="grid">
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-else-if="!grid" class="soft">Working out what passes between the zones …</p>
    <template v-else>
      <div class="legend">
        <span><i class="none" /> nothing passes</span>
        <span><i class="some" /> some passes</span>
        <span><i class="all" /> everything passes</span>
        <span class="soft">numbers count the rules that let it through</span>
      </div>
      <div class="scroll">
        <table
          ref="table"
          :class="{ many: grid.zones.length > MANY_ZONES }"
          :style="{ '--name': `${longest}ch` }"
          @keydown="arrow"
        >
          <thead>
            <tr>
              <th scope="col" class="corner">from ↓ to →</th>
              <th v-for="z in grid.zones" :key="z" scope="col" class="to" :title="z">
                <span>{{ z }}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(r, i) in rows" :key="r.from">
              <th scope="row" :title="r.from">{{ r.from }}</th>
              <td v-for="(c, j) in r.cells" :key="c.to">
                <button
                  class="cell"
                  :class="amount(c.share)"
                  :aria-label="told(c)"
                  :title="told(c)"
                  :tabindex="i * r.cells.length + j === stop ? 0 : -1"
                  @focus="point(c)"
                  @mouseenter="here = c"
                  @click="emit('pair', c.from, c.to)"
                >
                  <span v-if="c.by.length">{{ c.by.length }}</span>
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="here" aria-live="polite">
        <template v-if="here">
          <b>{{ here.from }} to {{ here.to }}</b
          >: {{ percent(here.share) }} passes<template v-if="here.by.length"
            >, by
            {{
              here.by
                .slice(0, 5)
                .map((b) => b.name || "the floor")
                .join(", ")
            }}<template v-if="here.by.length > 5"> and {{ here.by.length - 5 }} more</template>
          </template>
        </template>
        <span v-else class="soft"
          >Point at a pair, or go there with the arrow keys, to see how much of it passes and by
          which rules; click it, or press Enter, to see the rules.</span
        >
      </p>
    </template>
  </div>
</template>

<style scoped>
.grid {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
  gap: 9px;
  padding: 4px 14px 10px;
}
.legend {
  display: flex;
  gap: 18px;
  align-items: center;
}
.legend span {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.legend i {
  display: inline-block;
  width: 15px;
  height: 13px;
  vertical-align: -2px;
  border: 1px solid var(--tin-dark);
}
.scroll {
  overflow: auto;
  min-height: 0;
}
table {
  border-collapse: separate;
  border-spacing: 2px;
}
th {
  font-weight: 400;
  text-align: right;
  padding: 0 6px;
  white-space: nowrap;
  position: sticky;
  left: 0;
  background: var(--ground);
}
tbody th {
  max-width: calc(20ch + 12px);
  overflow: hidden;
  text-overflow: ellipsis;
}
th.to {
  position: sticky;
  top: 0;
  left: auto;
  height: calc(min(var(--name), 18ch) + 8px);
  vertical-align: bottom;
  padding: 0 0 4px;
}
th.to span {
  writing-mode: vertical-rl;
  transform: rotate(180deg);
  max-height: 18ch;
  overflow: hidden;
  text-overflow: ellipsis;
}
.corner {
  color: var(--ink-soft);
  vertical-align: bottom;
  z-index: 2;
}
.cell {
  width: 40px;
  height: 30px;
  border: 1px solid var(--tin);
  border-radius: 2px;
  background: var(--enamel);
  font: var(--t-small) var(--fixed);
  cursor: pointer;
}
.many {
  border-spacing: 1px;
}
.many .cell {
  width: 24px;
  height: 24px;
  padding: 0;
}
.cell:hover {
  border-color: var(--brass);
}
.none {
  background: var(--enamel);
}
.some {
  background: repeating-linear-gradient(135deg, var(--tin) 0 3px, var(--enamel) 3px 8px);
}
.cell.some {
  background: repeating-linear-gradient(135deg, var(--tin) 0 3px, var(--enamel) 3px 8px);
}
.cell span {
  display: inline-block;
  min-width: 17px;
  padding: 1px 2px;
}
.some span {
  background: var(--enamel);
  border-radius: 2px;
}
td {
  line-height: 0;
}
.all {
  background: var(--allow);
  color: var(--enamel);
  font-weight: 700;
}
.here {
  margin: 0;
  min-height: 2.8em;
}
</style>
