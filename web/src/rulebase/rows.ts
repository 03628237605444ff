import type { Finding, Line, Rule, Shelf, Stack } from "../api/client";
import { type Checked, NONE, placeIn } from "./checked";

/** What rows need to know of their shelf; its lines change under them. */
export type ShelfHead = Omit<Shelf, "lines" | "rules">;

/** One row of a drawn stack; `key` is stable while the row's line lives. */
export type Row =
  | { kind: "plate"; key: string; shelf: Shelf }
  | { kind: "divider"; key: string; shelf: ShelfHead; line: Line; folded: boolean; hidden: number }
  | {
      kind: "rule";
      key: string;
      shelf: ShelfHead;
      line: Line;
      rule: Rule;
      depth: number;
      drawer?: number;
      place: string;
      reach?: number;
      findings: Finding[];
    }
  | {
      kind: "end";
      key: string;
      shelf: ShelfHead;
      line: Line;
      rule: Rule;
      depth: number;
      place: string;
      reach?: number;
      findings: Finding[];
    }
  | { kind: "empty"; key: string; shelf: Shelf }
  | { kind: "floor"; key: string; place: string; findings: Finding[] };

export type RuleRow = Extract<Row, { kind: "rule" }>;

/** Where a rule or end stands, for people. */
export function standsAt(row: Extract<Row, { kind: "rule" | "end" }>): string {
  return `${row.shelf.name} ${row.line.position}${row.kind === "end" ? ".end" : ""}`;
}

/**
 * The stack as rows from top to bottom, with what the check says of each.
 *
 * @param before the rows as they were; those that are as before stay the very same
 */
export function rowsOf(
  stack: Stack,
  checked: Checked | undefined,
  folded: Set<number>,
  before: Row[] = [],
): Row[] {
  const known = new Map(before.map((r) => [r.key, r]));
  const rows: Row[] = [];
  const said = (place: string) => {
    const rule = checked?.at.get(place);
    return { place, reach: rule?.reach, findings: rule?.findings ?? NONE };
  };

  /** The row as it was, where nothing it shows is different. */
  const rule = (row: RuleRow | Extract<Row, { kind: "end" }>) => {
    const old = known.get(row.key);
    rows.push(
      old?.kind === row.kind &&
        old.line === row.line &&
        old.reach === row.reach &&
        old.findings === row.findings &&
        old.depth === row.depth &&
        (row.kind === "end" || (old as RuleRow).drawer === row.drawer) &&
        sameHead(old.shelf, row.shelf)
        ? old
        : row,
    );
  };
  /** Where a rule stands is put together once for as long as its line is the same. */
  const placed = (shelf: ShelfHead, line: Line) => {
    const old = known.get(`l${line.id}`);
    if (old?.kind === "rule" && old.line === line && old.shelf.name === shelf.name)
      return old.place;
    return line.position ? placeIn(shelf.name, line.name) : `gone ${line.id}`;
  };

  const draw = (shelf: ShelfHead, all: Line[], depth: number, drawer?: number) => {
    let hiding: Extract<Row, { kind: "divider" }> | undefined;
    for (const line of all) {
      const key = `l${line.id}`;
      if (line.kind === "divider") {
        const hides = folded.has(line.id);
        const row: Row = { kind: "divider", key, shelf, line, folded: hides, hidden: 0 };
        rows.push(row);
        hiding = hides ? row : undefined;
        continue;
      }
      if (hiding) {
        hiding.hidden++;
        continue;
      }
      const own = line.rule;
      if (!own) continue;
      const place = placed(shelf, line);
      rule({ kind: "rule", key, shelf, line, rule: own, depth, drawer, ...said(place) });
      if (own.action !== "drawer" || folded.has(line.id)) continue;
      draw(shelf, line.lines, depth + 1, line.id);
      if (line.position && own.end !== "pass on") {
        const end = said(placeIn(shelf.name, line.name, true));
        rule({ kind: "end", key: `x${line.id}`, shelf, line, rule: own, depth: depth + 1, ...end });
      }
    }
  };

  for (const shelf of stack.shelves) {
    const { lines, ...head } = shelf;
    rows.push({ kind: "plate", key: `s${shelf.id}`, shelf });
    if (lines.length === 0) rows.push({ kind: "empty", key: `e${shelf.id}`, shelf });
    draw(head, lines, 0);
  }
  if (stack.floor) rows.push({ kind: "floor", key: "floor", ...said("floor") });
  return rows;
}

function sameHead(a: ShelfHead, b: ShelfHead): boolean {
  return (
    a === b ||
    (a.id === b.id && a.name === b.name && a.owner === b.owner && a.editable === b.editable)
  );
}

/**
 * Only the rules that pass a test, with the drawers they stand in and their shelves' plates.
 *
 * @param test whether a rule is wanted for itself
 */
export function narrow(rows: Row[], test: (row: RuleRow) => boolean): Row[] {
  const out: Row[] = [];
  let wanted = 0;
  let some = false;
  for (const row of [...rows].reverse()) {
    if (row.kind === "rule") {
      const around = row.depth < wanted;
      if (around || test(row)) {
        out.push(row);
        wanted = row.depth;
        some = true;
      }
    } else if (row.kind === "plate") {
      if (some) out.push(row);
      some = false;
      wanted = 0;
    }
  }
  return out.reverse();
}

/** How tall a row is drawn, in pixels. */
export const HEIGHTS: Record<Row["kind"], number> = {
  plate: 43,
  divider: 28,
  rule: 27,
  end: 27,
  empty: 48,
  floor: 54,
};

const WEIGHT = ["high", "medium", "low"];

/** The weightiest severity among findings that ask for something to be done. */
export function worst(findings: Finding[]): string | undefined {
  return WEIGHT.find((s) => findings.some((f) => f.severity === s));
}

/** Reach in words; never rounds to all or nothing. */
export function reachText(reach: number): string {
  if (reach === 0) return "dead";
  if (reach === 1) return "100 %";
  if (reach < 0.01) return "< 1 %";
  if (reach > 0.99) return "> 99 %";
  return `${Math.round(reach * 100)} %`;
}

/** What stands in the cell for applications and services. */
export function whatOf(rule: Rule): string[] {
  return rule.standardServices
    ? [...rule.applications, "on standard services"]
    : [...rule.applications, ...rule.services];
}
