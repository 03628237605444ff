import { computed, type ComputedRef, reactive, watch } from "vue";
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
const SETTING = "tinshelf.columns";

interface Wanted {
  widths: Partial<Record<Column, number>>;
  hidden: Column[];
}

function remembered(): Wanted {
  try {
    return { widths: {}, hidden: [], ...JSON.parse(localStorage.getItem(SETTING) ?? "{}") };
  } catch {
    return { widths: {}, hidden: [] };
  }
}

/** A person's own choice of columns and how wide they are. */
const wanted = reactive(remembered());
watch(wanted, (now) => localStorage.setItem(SETTING, JSON.stringify(now)));

/** The columns of a stack that are drawn: those in use that nobody has put away. */
export function useColumns(rows: ComputedRef<Row[]>) {
  const timed = computed(() => rows.value.some((r) => r.kind === "rule" && r.rule.when.length > 0));
  const columns = computed(() =>
    COLUMNS.filter((c) => !wanted.hidden.includes(c) && (c !== "when" || timed.value)),
  );
  const template = computed(() =>
    [
      "20px 41px",
      ...columns.value.map((c) => (wanted.widths[c] ? `${wanted.widths[c]}px` : USUAL[c])),
      "72px",
    ].join(" "),
  );

  /** @param width in pixels; nothing for the usual one */
  function widen(column: Column, width: number | undefined) {
    wanted.widths[column] = width && Math.round(Math.max(LEAST, Math.min(MOST, width)));
  }

  function toggle(column: Column) {
    const at = wanted.hidden.indexOf(column);
    if (at >= 0) wanted.hidden.splice(at, 1);
    else if (column !== "name") wanted.hidden.push(column);
  }

  function reset() {
    wanted.widths = {};
    wanted.hidden = [];
  }

  const hides = (column: Column) => wanted.hidden.includes(column);
  const own = computed(
    () => wanted.hidden.length > 0 || Object.values(wanted.widths).some((w) => w !== undefined),
  );

  return { columns, template, widen, toggle, hides, reset, own };
}
