import { computed, type ComputedRef } from "vue";
import { setting } from "../accounts/settings";
import { type Column, COLUMNS } from "./columns";
import type { Row } from "./rows";

/** How wide each column is unless somebody wants it otherwise. */
const USUAL: Record<Column, string> = {
  name: "minmax(108px, 1.7fr)",
  from: "minmax(60px, 0.55fr)",
  to: "minmax(60px, 0.6fr)",
  source: "minmax(76px, 1.05fr)",
  destination: "minmax(76px, 1.05fr)",
  what: "minmax(68px, 0.95fr)",
  when: "minmax(44px, 0.6fr)",
  action: "66px",
  log: "36px",
};
export const LEAST = 30;
export const MOST = 600;

interface Wanted {
  widths: Partial<Record<Column, number>>;
  hidden: Column[];
}

/** A person's own choice of columns and how wide they are. */
const wanted = setting<Wanted>("columns", { widths: {}, hidden: [] });

/** The columns of a stack that are drawn: those in use that nobody has put away. */
export function useColumns(rows: ComputedRef<Row[]>) {
  const timed = computed(() => rows.value.some((r) => r.kind === "rule" && r.rule.when.length > 0));
  const columns = computed(() =>
    COLUMNS.filter((c) => !wanted.value.hidden.includes(c) && (c !== "when" || timed.value)),
  );
  const template = computed(() =>
    [
      "20px 41px",
      ...columns.value.map((c) =>
        wanted.value.widths[c] ? `${wanted.value.widths[c]}px` : USUAL[c],
      ),
      "72px",
    ].join(" "),
  );

  /** @param width in pixels; nothing for the usual one */
  function widen(column: Column, width: number | undefined) {
    wanted.value.widths[column] = width && Math.round(Math.max(LEAST, Math.min(MOST, width)));
  }

  function toggle(column: Column) {
    const at = wanted.value.hidden.indexOf(column);
    if (at >= 0) wanted.value.hidden.splice(at, 1);
    else if (column !== "name") wanted.value.hidden.push(column);
  }

  function reset() {
    wanted.value.widths = {};
    wanted.value.hidden = [];
  }

  const hides = (column: Column) => wanted.value.hidden.includes(column);
  const own = computed(
    () =>
      wanted.value.hidden.length > 0 ||
      Object.values(wanted.value.widths).some((w) => w !== undefined),
  );

  return { columns, template, widen, toggle, hides, reset, own };
}
