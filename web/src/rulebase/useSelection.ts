import { computed, type ComputedRef, ref } from "vue";
import type { Row, RuleRow } from "./rows";

/** The selected row, and further ones chosen with it for what is done to many at once. */
export function useSelection(rows: ComputedRef<Row[]>) {
  const selected = ref<string>();
  const chosen = ref(new Set<string>());
  /** Where choosing began. */
  const anchor = ref<string>();

  const byKey = computed(() => new Map(rows.value.map((r, i) => [r.key, i])));
  const row = computed(() => rows.value[byKey.value.get(selected.value ?? "") ?? -1]);
  const stops = computed(() => rows.value.filter((r) => r.kind !== "plate" && r.kind !== "empty"));
  /** The rules that the next action is about, in stack order; those in a chosen drawer once. */
  const rules = computed<RuleRow[]>(() => {
    const all = rows.value.filter(
      (r): r is RuleRow =>
        r.kind === "rule" && (chosen.value.size > 1 ? chosen.value.has(r.key) : r === row.value),
    );
    const ids = new Set(all.map((r) => r.line.id));
    return all.filter((r) => r.drawer === undefined || !ids.has(r.drawer));
  });

  /** The rule from which choosing went to others. */
  const first = computed(() => rows.value[byKey.value.get(anchor.value ?? "") ?? -1]);

  function only(key: string | undefined) {
    selected.value = key;
    anchor.value = key;
    chosen.value = new Set();
  }

  function toggle(key: string) {
    const next = new Set(chosen.value);
    if (next.size === 0 && selected.value) next.add(selected.value);
    if (!next.delete(key)) next.add(key);
    chosen.value = next;
    selected.value = key;
    anchor.value = key;
  }

  /** From where choosing began to a row. */
  function range(key: string) {
    anchor.value ??= selected.value ?? key;
    const a = byKey.value.get(anchor.value) ?? 0;
    const b = byKey.value.get(key) ?? 0;
    const between = rows.value.slice(Math.min(a, b), Math.max(a, b) + 1);
    chosen.value = new Set(between.filter((r) => r.kind === "rule").map((r) => r.key));
    selected.value = key;
  }

  /** Goes up or down by some rows; choosing all between where asked. */
  function step(by: number, choosing = false) {
    const all = stops.value;
    const i = all.findIndex((r) => r.key === selected.value);
    const next = all[Math.max(0, Math.min(all.length - 1, i + by))];
    if (!next) return;
    if (choosing) range(next.key);
    else only(next.key);
  }

  /** All rules of the shelf the selection is on. */
  function all() {
    const shelf = row.value && "shelf" in row.value ? row.value.shelf.id : undefined;
    chosen.value = new Set(
      rows.value.filter((r) => r.kind === "rule" && r.shelf.id === shelf).map((r) => r.key),
    );
  }

  return { selected, chosen, row, first, stops, rules, only, toggle, range, step, all };
}
