import { nextTick, ref } from "vue";
import { person } from "../accounts/session";
import type { Consequences, Line, LineEdit, Rule, Shelf } from "../api/client";
import {
  allLines,
  changeAll,
  dissolve,
  filled,
  intoDrawer,
  listOf,
  namer,
  pasteAll,
  removeAll,
} from "./bulk";
import type { Column } from "./columns";
import { emptyRule } from "./emptyRule";
import type { Row, RuleRow } from "./rows";
import { changesOf } from "./sentence";
import { begin, toFill, touch } from "./untouched";
import type { useSelection } from "./useSelection";
import type { Spot, useStack } from "./useStack";

/** Lines that were copied, until something else is; they may be pasted on any shelf. */
const copied = ref<Line[]>([]);

export const editable = (r: Row | undefined): boolean =>
  r?.kind === "rule" && r.shelf.editable && !r.line.marks.includes("removed");

/** Whether a line is a rule that takes all the traffic which comes to it. */
function takesAll(line?: Line): boolean {
  const r = line?.rule;
  const fields = r && [
    ...r.from,
    ...r.to,
    ...r.source.names,
    ...r.destination.names,
    ...r.users,
    ...r.applications,
    ...r.services,
    ...r.when,
    ...r.profiles,
    ...r.only,
  ];
  return fields?.length === 0 && r?.on === true && r.guard === "none" && !r.standardServices;
}

/** What can be done to the selected rules; `say` tells what was done, or why it was not. */
export function useRuleActions(
  s: ReturnType<typeof useStack>,
  selection: ReturnType<typeof useSelection>,
  edit: (key: string) => void,
  say: (text: string, fault?: boolean) => void,
) {
  const owner = () => person.value?.name ?? "";

  function shelfHere(): Shelf | undefined {
    const r = selection.row.value;
    return r && "shelf" in r && r.shelf.editable
      ? shelfOf(r)
      : s.stack.value?.shelves.find((x) => x.editable);
  }

  /** The shelf of a row as it stands now. */
  function shelfOf(r: { shelf: { id: number } }): Shelf | undefined {
    return s.stack.value?.shelves.find((x) => x.id === r.shelf.id);
  }

  const linesOf = (r: { shelf: { id: number } }) => shelfOf(r)?.lines ?? [];

  /** Below the selection, or last but for a last block on the shelf that can be edited here. */
  function spotHere(): Spot | undefined {
    const r = selection.row.value;
    const shelf = shelfHere();
    if (!shelf) return undefined;
    const spot: Spot = { shelf: shelf.id };
    const here = r && "shelf" in r && r.shelf.id === shelf.id ? r : undefined;
    if (here?.kind === "rule") {
      spot.after = selection.rules.value.at(-1)?.line.id ?? here.line.id;
      spot.drawer = here.drawer;
    } else if (here?.kind === "divider" || here?.kind === "end") {
      spot.after = here.line.id;
    } else {
      // What stands below a rule that takes everything would never decide anything.
      spot.after = shelf.lines.at(takesAll(shelf.lines.at(-1)) ? -2 : -1)?.id;
    }
    return spot;
  }

  /** The selected rules, all of which can be edited here; says why where they cannot. */
  function mine(): RuleRow[] {
    const all = selection.rules.value;
    const locked = all.find((r) => !editable(r));
    if (locked) {
      say(
        locked.shelf.editable
          ? `“${locked.rule.name}” is removed; undo that first.`
          : `“${locked.rule.name}” stands on a shelf of ${locked.shelf.owner}. Open that bay to edit it, or copy it here with D.`,
        true,
      );
      return [];
    }
    return all;
  }

  async function run(edits: LineEdit[], done: string): Promise<number[] | undefined> {
    if (edits.length === 0) return undefined;
    const ids = await s.apply(edits);
    if (ids) say(done);
    return ids;
  }

  async function opened(id: number | undefined) {
    if (id === undefined) return;
    selection.only(`l${id}`);
    await nextTick();
    edit(`l${id}`);
  }

  /** A rule that is off until somebody has filled it. */
  async function add() {
    const shelf = shelfHere();
    const spot = spotHere();
    if (!shelf || !spot) return;
    const rule = emptyRule(namer(shelf)("new rule 1"), owner());
    const ids = await s.apply([{ op: "add", ...spot, rule }]);
    if (ids?.[0] !== undefined) begin(ids[0]);
    await opened(ids?.[0]);
  }

  async function divider() {
    const shelf = shelfHere();
    const spot = spotHere();
    if (!shelf || !spot || spot.drawer !== undefined) {
      say("Dividers stand between the rules of a shelf, not in drawers.", true);
      return;
    }
    const ids = await s.apply([{ op: "add", ...spot, divider: namer(shelf)("New divider") }]);
    const id = ids?.[0];
    if (id !== undefined) selection.only(`l${id}`);
  }

  async function retitle(line: Line, title: string) {
    if (title.trim() && title !== line.name)
      await run(
        [{ op: "change", line: line.id, version: line.version, divider: title.trim() }],
        `The divider is called “${title.trim()}” now.`,
      );
  }

  /** The same again below, off; of a bay's shelf, as the first of the own shelf. */
  async function duplicate() {
    const rows = selection.rules.value;
    const shelf = shelfHere();
    const spot = spotHere();
    const first = rows[0];
    if (!first || !shelf || !spot) return;
    if (first.shelf.id !== shelf.id) spot.after = undefined;
    const edits = pasteAll(
      rows.map((r) => r.line),
      shelf,
      spot,
      false,
      namer(...(s.stack.value?.shelves ?? [shelf])),
    );
    const ids = await run(edits, "Made again, off until you turn it on.");
    if (rows.length === 1) await opened(ids?.[0]);
  }

  function copy() {
    copied.value = selection.rules.value.map((r) => r.line);
    if (copied.value.length > 0)
      say(`${count(copied.value.length)} copied; paste with Ctrl+V, on any shelf.`);
  }

  async function paste() {
    const shelf = shelfHere();
    const spot = spotHere();
    if (copied.value.length === 0 || !shelf || !spot) return;
    const ids = await run(
      pasteAll(copied.value, shelf, spot, false),
      `${count(copied.value.length)} pasted on the shelf of ${shelf.owner}, off until you turn them on.`,
    );
    const first = ids?.[0];
    if (first !== undefined) selection.only(`l${first}`);
  }

  const count = (n: number) => (n === 1 ? "1 rule" : `${n} rules`);

  async function set(change: (rule: Rule) => Rule, done: string) {
    const rows = mine();
    const edits = changeAll(
      rows.map((r) => r.line),
      change,
    ).filter((e, i) => JSON.stringify(e.rule) !== JSON.stringify(rows[i]?.rule));
    await run(edits, `${count(edits.length)} ${done}.`);
  }

  /** What a cell of the rule where choosing began says goes into the others. */
  async function fill(column: Column) {
    const from = selection.first.value;
    if (from?.kind !== "rule" || selection.rules.value.length < 2) return;
    if (column === "name" || (column === "action" && from.rule.action === "drawer")) {
      say("Go to the cell that is to be filled first; names and drawers stay as they are.", true);
      return;
    }
    const rows = mine();
    await set(filled(column, from.rule), `filled with the ${column} of “${from.rule.name}”`);
    for (const r of rows) touch(r.line.id, column);
  }

  async function toggle() {
    const rows = selection.rules.value;
    const on = !rows.some((r) => r.rule.on);
    const open = on && rows.find((r) => toFill(r.line).length > 0);
    if (open) {
      say(
        `“${open.rule.name}” still waits for ${toFill(open.line).join(", ")}. Fill that first; what you open and keep empty means any.`,
        true,
      );
      return;
    }
    await set((r) => ({ ...r, on }), on ? "turned on" : "turned off");
  }

  async function remove() {
    const r = selection.row.value;
    if (r?.kind === "divider" && r.shelf.editable) {
      await run(removeAll([r.line]), `The divider “${r.line.name}” is removed.`);
      return;
    }
    const rows = mine();
    await run(removeAll(rows.map((x) => x.line)), `${count(rows.length)} removed.`);
  }

  /** Puts the selected rules into a drawer, or takes the rules of a selected drawer out of it. */
  async function wrap() {
    const rows = mine();
    const first = rows[0];
    const shelf = first && shelfOf(first);
    if (!first || !shelf) return;
    const single = rows.length === 1 && first.rule.action === "drawer";
    const list = listOf(linesOf(first), first.line.id);
    const apart = rows.some((r) => !list.includes(r.line));
    if (apart) {
      say("Only rules of one list go into a drawer together.", true);
      return;
    }
    const edits = single
      ? dissolve(first.line, shelf, first.drawer)
      : intoDrawer(
          list.filter((l) => rows.some((r) => r.line === l)),
          shelf,
          first.drawer,
        );
    if (typeof edits === "string") {
      say(edits, true);
      return;
    }
    try {
      const would = await s.attempt(edits);
      const changes = would.effects.length;
      const ids = await run(
        edits,
        changes === 0
          ? `${single ? "The drawer is dissolved" : "They stand in a drawer now"}: no packet is treated otherwise.`
          : `${single ? "The drawer is dissolved" : "They stand in a drawer now"}; traffic changes on ${changes === 1 ? "1 firewall" : `${changes} firewalls`}, since other rules stood between them. Undo takes it back.`,
      );
      if (!single) await opened(ids?.[0]);
    } catch (e) {
      say((e as Error).message, true);
    }
  }

  function moves(rows: RuleRow[], spot: Spot): LineEdit[] {
    let after = spot.after;
    return rows.map((r) => {
      const edit: LineEdit = {
        op: "move",
        line: r.line.id,
        version: r.line.version,
        shelf: spot.shelf,
        drawer: spot.drawer,
        after,
      };
      after = r.line.id;
      return edit;
    });
  }

  /** One place up or down; tells what that changed. */
  async function shift(by: 1 | -1) {
    const rows = mine();
    const first = rows[0];
    const last = rows.at(-1);
    if (!first || !last) return;
    const all = listOf(linesOf(first), first.line.id).filter(
      (l) => !l.marks.includes("removed") || rows.some((r) => r.line === l),
    );
    const i = all.findIndex((l) => l.id === first.line.id);
    const k = all.findIndex((l) => l.id === last.line.id);
    if (k - i !== rows.length - 1 || i + by < 0 || k + by >= all.length) return;
    const after = by === 1 ? all[k + 1] : all[i - 2];
    const keys = new Set(selection.chosen.value);
    const edits = moves(rows, { shelf: first.shelf.id, drawer: first.drawer, after: after?.id });
    const effect = await s.attempt(edits).catch(() => undefined);
    await run(edits, effect ? told(effect) : "Moved.");
    selection.chosen.value = keys;
  }

  function told(would: Consequences): string {
    if (would.effects.length === 0) return "Here nothing changes: no packet is treated otherwise.";
    const first = would.effects[0]?.regions[0];
    const where =
      would.effects.length === 1 ? would.effects[0]?.firewall : `${would.effects.length} firewalls`;
    return `Here traffic changes on ${where}: ${changesOf(would)}${first ? `; e.g. ${first.witness}` : ""}.`;
  }

  /** Where a dragged row would go. */
  function spotAt(onto: Row, below: boolean, dragged: RuleRow): Spot | undefined {
    if (!("shelf" in onto)) return undefined;
    const spot: Spot = { shelf: onto.shelf.id };
    if (onto.kind === "rule" || onto.kind === "divider") {
      spot.drawer = onto.kind === "rule" ? onto.drawer : undefined;
      const others = listOf(linesOf(onto), onto.line.id).filter((l) => l.id !== dragged.line.id);
      const i = others.findIndex((l) => l.id === onto.line.id);
      spot.after = below ? onto.line.id : others[i - 1]?.id;
    }
    return spot;
  }

  /** @param effect what that does, where it is known already */
  async function drop(dragged: RuleRow, onto: Row, below: boolean, effect?: Consequences) {
    const spot = spotAt(onto, below, dragged);
    if (!spot) return;
    const edits = moves([dragged], spot);
    // Who lets go at once is told too, as far as it can be told.
    const known = effect ?? (await s.attempt(edits).catch(() => undefined));
    await run(edits, known ? told(known) : "Moved.");
    selection.only(dragged.key);
  }

  const tryDrop = (dragged: RuleRow, onto: Row, below: boolean) => {
    const spot = spotAt(onto, below, dragged);
    return spot && s.attempt(moves([dragged], spot));
  };

  /** The spot at which a rule has a position of its list, counted from 1. */
  function spotOf(row: RuleRow, position: number): Spot {
    const others = listOf(linesOf(row), row.line.id).filter((l) => l.id !== row.line.id);
    const rules = others.filter((l) => l.kind === "rule" && !l.marks.includes("removed"));
    const above = rules[Math.min(position, rules.length + 1) - 2];
    return { shelf: row.shelf.id, drawer: row.drawer, after: above?.id };
  }

  async function moveTo(row: RuleRow, position: number) {
    await run(moves([row], spotOf(row, position)), `Moved to position ${position}.`);
    selection.only(row.key);
  }

  const tryMoveTo = (row: RuleRow, position: number) =>
    s.attempt(moves([row], spotOf(row, position)));

  /** Puts a rule just above another of its list. */
  async function moveAbove(row: RuleRow, place: string) {
    const wanted = place.slice(place.lastIndexOf(" ") + 1);
    const target = allLines(linesOf(row)).find((l) => l.position === wanted);
    if (!target) return;
    const others = listOf(linesOf(row), target.id).filter((l) => l.id !== row.line.id);
    const i = others.findIndex((l) => l.id === target.id);
    await run(
      moves([row], { shelf: row.shelf.id, drawer: row.drawer, after: others[i - 1]?.id }),
      `“${row.rule.name}” stands above “${target.name}” now.`,
    );
    selection.only(row.key);
  }

  return {
    copied,
    shelfHere,
    linesOf,
    add,
    divider,
    retitle,
    duplicate,
    copy,
    paste,
    set,
    fill,
    toggle,
    remove,
    wrap,
    shift,
    drop,
    tryDrop,
    told,
    moveTo,
    tryMoveTo,
    moveAbove,
    run,
  };
}
