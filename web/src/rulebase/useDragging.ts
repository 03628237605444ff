import { ref } from "vue";
import type { Row, RuleRow } from "./rows";

/**
 * A rule that is dragged over rows of its shelf.
 *
 * @param over told once for each place it is held at
 * @param drop told where it is let go
 * @param away told when it is no longer dragged
 */
export function useDragging(
  over: (dragged: RuleRow, onto: Row, below: boolean) => void,
  drop: (dragged: RuleRow, onto: Row, below: boolean) => void,
  away: () => void,
) {
  const dragged = ref<RuleRow>();
  const target = ref<{ key: string; below: boolean }>();

  function held(e: DragEvent, row: Row) {
    if (!dragged.value || !("shelf" in row) || row.shelf.id !== dragged.value.shelf.id) return;
    if (row.kind === "end" || row.key === dragged.value.key) return;
    e.preventDefault();
    const box = (e.currentTarget as HTMLElement).getBoundingClientRect();
    const below =
      row.kind === "plate" || row.kind === "empty" || e.clientY > box.top + box.height / 2;
    if (target.value?.key === row.key && target.value.below === below) return;
    target.value = { key: row.key, below };
    over(dragged.value, row, below);
  }

  function ended() {
    dragged.value = undefined;
    target.value = undefined;
    away();
  }

  function dropped(row: Row) {
    if (dragged.value && target.value) drop(dragged.value, row, target.value.below);
    ended();
  }

  /** On which side of a row the dragged rule would stand: nothing where it is not held there. */
  const side = (row: Row) =>
    target.value?.key === row.key ? (target.value.below ? "below" : "above") : undefined;

  return { dragged, held, ended, dropped, side };
}
