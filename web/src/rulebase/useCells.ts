import { type Ref, computed, nextTick, ref } from "vue";
import type { Rule } from "../api/client";
import { forgetAhead, typeAhead } from "./ahead";
import type { Column } from "./columns";
import type { RuleRow } from "./rows";
import { touch } from "./untouched";
import { editable } from "./useRuleActions";
import type { useSelection } from "./useSelection";
import type { useStack } from "./useStack";

/** Which cell of the stack the keyboard is in, and whether it is open; keeps what it has become. */
export function useCells(
  s: ReturnType<typeof useStack>,
  selection: ReturnType<typeof useSelection>,
  columns: Ref<Column[]>,
  say: (text: string, isFault?: boolean) => void,
) {
  const column = ref<Column>("name");
  const editing = ref(false);
  const ruleRow = computed(() =>
    selection.row.value?.kind === "rule" ? selection.row.value : undefined,
  );
  /** The version of the rule as it was when its cell was opened. */
  let seen = 0;
  /** Whether what is on its way to the server was kept. */
  let keeping: Promise<boolean> | undefined;

  /** When the cell that is being kept is kept; false where it stays open, since it could not be. */
  const settled = () => keeping ?? Promise.resolve(true);

  async function select(key: string, at?: Column, how?: "toggle" | "range") {
    if (keeping && !(await keeping)) return;
    if (how === "range") selection.range(key);
    else if (how === "toggle") selection.toggle(key);
    if (how) {
      editing.value = false;
      return;
    }
    const again =
      key === selection.selected.value && at === column.value && selection.chosen.value.size < 2;
    if (again && at && !editing.value) {
      edit(key, at);
      return;
    }
    if (!again) editing.value = false;
    selection.only(key);
    if (at) column.value = at;
  }

  function edit(key: string, at: Column) {
    selection.only(key);
    column.value = at;
    const r = ruleRow.value;
    if (!r) return;
    editing.value = editable(r);
    seen = r.line.version;
    s.trouble.value = "";
    if (!r.shelf.editable)
      say(
        `This rule stands on a shelf of ${r.shelf.owner}. Press E to go there, D to copy it.`,
        true,
      );
  }

  /**
   * Keeps what a cell has become.
   *
   * @param go whether the cell to the right (1) or to the left (-1) opens then
   */
  async function keep(r: RuleRow, rule: Rule, go: number) {
    const mine = put(r, rule, go);
    keeping = mine;
    await mine.finally(() => {
      if (keeping === mine) keeping = undefined;
    });
  }

  async function put(r: RuleRow, rule: Rule, go: number): Promise<boolean> {
    const same = go !== 0 && JSON.stringify(rule) === JSON.stringify(r.rule);
    const end = go ? typeAhead() : undefined;
    const saved = same || (await s.save(r.line, rule, seen));
    end?.();
    if (saved) touch(r.line.id, column.value);
    if (saved || s.stale.value) editing.value = false;
    const from = column.value;
    if (saved) sideways(go);
    await nextTick();
    if (saved && column.value !== from) edit(r.key, column.value);
    else forgetAhead();
    return saved !== undefined;
  }

  function sideways(by: number) {
    const all = columns.value;
    const i = all.indexOf(column.value) + by;
    column.value = all[Math.max(0, Math.min(all.length - 1, i))] ?? "name";
  }

  return { column, editing, ruleRow, select, edit, keep, settled, sideways };
}
