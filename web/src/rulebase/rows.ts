import type { Check, Finding, Line, Ref, Rule, Shelf, Stack } from "../api/client";

/** One row of a drawn stack; `key` is stable while the row's line lives. */
export type Row =
  | { kind: "plate"; key: string; shelf: Shelf }
  | { kind: "divider"; key: string; shelf: Shelf; line: Line; folded: boolean; hidden: number }
  | {
      kind: "rule";
      key: string;
      shelf: Shelf;
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
      shelf: Shelf;
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

/** Where a finding's rule stands, as rows are named. */
export function placeOf(ref: Ref): string {
  return ref.shelf === "floor" ? "floor" : `${ref.shelf} ${ref.position}`;
}

/** The stack as rows from top to bottom, with what the check says of each. */
export function rowsOf(stack: Stack, check: Check | undefined, folded: Set<number>): Row[] {
  const findings = new Map<string, Finding[]>();
  for (const f of check?.findings ?? []) {
    const place = placeOf(f.rule);
    findings.set(place, [...(findings.get(place) ?? []), f]);
  }
  const rows: Row[] = [];
  for (const shelf of stack.shelves) {
    rows.push({ kind: "plate", key: `s${shelf.id}`, shelf });
    if (shelf.lines.length === 0) rows.push({ kind: "empty", key: `e${shelf.id}`, shelf });
    lines(rows, shelf, shelf.lines, 0, undefined, check, findings, folded);
  }
  if (stack.floor)
    rows.push({
      kind: "floor",
      key: "floor",
      place: "floor",
      findings: findings.get("floor") ?? [],
    });
  return rows;
}

function lines(
  rows: Row[],
  shelf: Shelf,
  all: Line[],
  depth: number,
  drawer: number | undefined,
  check: Check | undefined,
  findings: Map<string, Finding[]>,
  folded: Set<number>,
) {
  let hiding: Extract<Row, { kind: "divider" }> | undefined;
  for (const line of all) {
    if (line.kind === "divider") {
      const fold = folded.has(line.id);
      const row: Row = {
        kind: "divider",
        key: `l${line.id}`,
        shelf,
        line,
        folded: fold,
        hidden: 0,
      };
      rows.push(row);
      hiding = fold ? row : undefined;
      continue;
    }
    if (hiding) {
      hiding.hidden++;
      continue;
    }
    if (!line.rule) continue;
    const place = line.position ? `${shelf.name} ${line.position}` : `gone ${line.id}`;
    rows.push({
      kind: "rule",
      key: `l${line.id}`,
      shelf,
      line,
      rule: line.rule,
      depth,
      drawer,
      place,
      reach: check?.reach[place],
      findings: findings.get(place) ?? [],
    });
    if (line.rule.action !== "drawer") continue;
    if (folded.has(line.id)) continue;
    lines(rows, shelf, line.lines, depth + 1, line.id, check, findings, folded);
    if (line.position && line.rule.end !== "pass on") {
      const end = `${shelf.name} ${line.position}.end`;
      rows.push({
        kind: "end",
        key: `x${line.id}`,
        shelf,
        line,
        rule: line.rule,
        depth: depth + 1,
        place: end,
        reach: check?.reach[end],
        findings: findings.get(end) ?? [],
      });
    }
  }
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
  empty: 66,
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
