import type { Line, LineEdit, PlacedLine, Shelf, Stack } from "../api/client";

/**
 * A stack after edits, so that it need not be read again for them.
 *
 * @param lines what the server answered, one for each edit
 * @returns nothing where that cannot be told without asking
 */
export function applied(stack: Stack, edits: LineEdit[], lines: Line[]): Stack | undefined {
  if (edits.length !== lines.length) return undefined;
  const shelves = new Map(stack.shelves.map((s) => [s.id, { ...s }]));
  /** The identity behind a number that may stand for a line made by an edit before. */
  const idOf = (n: number | undefined) => (n !== undefined && n < 0 ? lines[-n - 1]?.id : n);

  for (const [i, edit] of edits.entries()) {
    const now = lines[i];
    if (!now) return undefined;
    const home = [...shelves.values()].find((s) =>
      edit.op === "add" ? s.id === edit.shelf : find(s.lines, now.id) !== undefined,
    );
    if (!home) return undefined;
    const old = find(home.lines, now.id);
    if (edit.op === "change") {
      home.lines = replaced(home.lines, now.id, (l) => [{ ...now, lines: l.lines }]);
    } else if (edit.op === "remove") {
      if (!old || old.lines.length > 0) return undefined;
      home.lines = replaced(home.lines, now.id, () => (now.marks.includes("new") ? [] : [now]));
    } else {
      const rest = old ? replaced(home.lines, now.id, () => []) : home.lines;
      const next = put(
        rest,
        { ...now, lines: old?.lines ?? [] },
        idOf(edit.drawer),
        idOf(edit.after),
      );
      if (!next) return undefined;
      home.lines = next;
    }
  }
  return withShelves(stack, shelves);
}

/**
 * A stack with some lines as they have become.
 *
 * @returns nothing where that cannot be told without asking
 */
export function restored(stack: Stack, placed: PlacedLine[]): Stack | undefined {
  const shelves = new Map(stack.shelves.map((s) => [s.id, { ...s }]));
  for (const { line, shelf, drawer, after, shown } of placed) {
    const home = shelves.get(shelf);
    if (!home) continue;
    const old = find(home.lines, line.id);
    const rest = old ? replaced(home.lines, line.id, () => []) : home.lines;
    const next = shown ? put(rest, { ...line, lines: old?.lines ?? [] }, drawer, after) : rest;
    if (!next) return undefined;
    home.lines = next;
  }
  return withShelves(stack, shelves);
}

function withShelves(stack: Stack, shelves: Map<number, Shelf>): Stack {
  return {
    ...stack,
    shelves: stack.shelves.map((before) => {
      const now = shelves.get(before.id);
      return now && now.lines !== before.lines ? counted(now) : before;
    }),
  };
}

function find(lines: Line[], id: number): Line | undefined {
  for (const l of lines) {
    if (l.id === id) return l;
    const inside = l.lines.length > 0 ? find(l.lines, id) : undefined;
    if (inside) return inside;
  }
  return undefined;
}

/** Lists in which nothing is replaced stay the very same. */
function replaced(lines: Line[], id: number, by: (line: Line) => Line[]): Line[] {
  const at = lines.findIndex((l) => l.id === id);
  const here = lines[at];
  if (here) return lines.toSpliced(at, 1, ...by(here));
  let same = true;
  const out = lines.map((l) => {
    if (l.lines.length === 0) return l;
    const inside = replaced(l.lines, id, by);
    if (inside === l.lines) return l;
    same = false;
    return { ...l, lines: inside };
  });
  return same ? lines : out;
}

function put(
  lines: Line[],
  line: Line,
  drawer: number | undefined,
  after: number | undefined,
): Line[] | undefined {
  if (drawer !== undefined) {
    const around = find(lines, drawer);
    const inside = around && put(around.lines, line, undefined, after);
    return inside && replaced(lines, drawer, (l) => [{ ...l, lines: inside }]);
  }
  if (after === undefined) return [line, ...lines];
  const at = lines.findIndex((l) => l.id === after);
  return at < 0 ? undefined : lines.toSpliced(at + 1, 0, line);
}

/** With every rule's number, and how many there are. */
function counted(shelf: Shelf): Shelf {
  let rules = 0;
  const number = (lines: Line[], prefix: string): Line[] => {
    let n = 0;
    return lines.map((l) => {
      const counts = l.kind === "rule" && !l.marks.includes("removed");
      const position = counts ? `${prefix}${++n}` : "";
      if (counts) rules++;
      const inside = l.lines.length > 0 ? number(l.lines, `${position}.`) : l.lines;
      return position === l.position && inside.every((x, i) => x === l.lines[i])
        ? l
        : { ...l, position, lines: inside };
    });
  };
  const lines = number(shelf.lines, "");
  return { ...shelf, lines, rules };
}
