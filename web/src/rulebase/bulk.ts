import type { Line, LineEdit, Rule, Shelf } from "../api/client";
import type { Column } from "./columns";
import { emptyRule } from "./emptyRule";

/** All lines of a shelf, those in drawers too. */
export function allLines(lines: Line[]): Line[] {
  return lines.flatMap((l) => [l, ...allLines(l.lines)]);
}

/** The list a line stands in: its shelf's, or that of the drawer around it. */
export function listOf(lines: Line[], id: number): Line[] {
  if (lines.some((l) => l.id === id)) return lines;
  for (const l of lines) {
    const inside = listOf(l.lines, id);
    if (inside.length > 0) return inside;
  }
  return [];
}

/** Names that no line of some shelves has: the name itself, or the first of it with a number. */
export function namer(...shelves: Shelf[]): (name: string) => string {
  const taken = new Set(shelves.flatMap((s) => allLines(s.lines)).map((l) => l.name));
  return (name) => {
    let free = name;
    for (let n = 2; taken.has(free); n++) free = `${name.replace(/ \d+$/, "")} ${n}`;
    taken.add(free);
    return free;
  };
}

/** The same change of the fields of several rules. */
export function changeAll(lines: Line[], change: (rule: Rule) => Rule): LineEdit[] {
  return lines.flatMap((l) =>
    l.rule ? [{ op: "change", line: l.id, version: l.version, rule: change(l.rule) }] : [],
  );
}

/** Puts into a rule what a cell of another holds; names and drawers are nobody else's. */
export function filled(column: Column, from: Rule): (rule: Rule) => Rule {
  const same: Partial<Record<Column, (keyof Rule)[]>> = {
    what: ["applications", "services", "standardServices"],
    name: [],
  };
  const keys = same[column] ?? [column as keyof Rule];
  const part = Object.fromEntries(keys.map((k) => [k, from[k]])) as Partial<Rule>;
  return (rule) => (column === "action" && rule.action === "drawer" ? rule : { ...rule, ...part });
}

export function removeAll(lines: Line[]): LineEdit[] {
  return lines.map((l) => ({ op: "remove", line: l.id, version: l.version }));
}

/**
 * Copies lines, with what stands in their drawers, below a line; those that are new start off so
 * that nobody is surprised, unless `on` says to take them as they are.
 */
export function pasteAll(
  lines: Line[],
  shelf: Shelf,
  spot: { after?: number; drawer?: number },
  on: boolean,
  name = namer(shelf),
): LineEdit[] {
  const edits: LineEdit[] = [];
  const put = (
    all: Line[],
    drawer: number | undefined,
    after: number | undefined,
    deep: boolean,
  ) => {
    let last = after;
    for (const l of all) {
      if (l.marks.includes("removed")) continue;
      const at = { op: "add", shelf: shelf.id, drawer, after: last };
      if (!l.rule) edits.push({ ...at, divider: l.name });
      else
        edits.push({
          ...at,
          rule: {
            ...l.rule,
            name: name(l.rule.name),
            on: deep || on ? l.rule.on : false,
            only: [],
          },
        });
      last = -edits.length;
      put(l.lines, last, undefined, true);
    }
  };
  put(lines, spot.drawer, spot.after, false);
  return edits;
}

const same = (lists: string[][]) =>
  lists.every((l) => JSON.stringify(l) === JSON.stringify(lists[0])) ? (lists[0] ?? []) : [];

/**
 * Puts rules that follow each other into a drawer of their own that passes on what they do not
 * decide, so that no packet is treated otherwise. Zones they all name stand on the drawer too.
 */
export function intoDrawer(lines: Line[], shelf: Shelf, drawer?: number): LineEdit[] {
  const first = lines[0];
  if (!first) return [];
  const list = listOf(shelf.lines, first.id);
  const above = list[list.findIndex((l) => l.id === first.id) - 1];
  const rules = lines.flatMap((l) => (l.rule ? [l.rule] : []));
  const rule: Rule = {
    ...emptyRule(namer(shelf)(`drawer of ${first.name}`.slice(0, 60))),
    on: true,
    from: same(rules.map((r) => r.from)),
    to: same(rules.map((r) => r.to)),
    action: "drawer",
    end: "pass on",
    endLog: "none",
  };
  const edits: LineEdit[] = [{ op: "add", shelf: shelf.id, drawer, after: above?.id, rule }];
  let after: number | undefined;
  for (const l of lines) {
    edits.push({
      op: "move",
      line: l.id,
      version: l.version,
      shelf: shelf.id,
      drawer: -1,
      after,
    });
    after = l.id;
  }
  return edits;
}

type ListField = "from" | "to" | "users" | "applications" | "services" | "when" | "profiles";
const LISTS: ListField[] = ["from", "to", "users", "applications", "services", "when", "profiles"];

/** A rule of a drawer as it has to read outside of it; the field's name where it cannot. */
function lifted(inner: Rule, drawer: Rule): Rule | string {
  const rule = { ...inner, on: inner.on && drawer.on };
  for (const field of LISTS) {
    const outer = drawer[field];
    if (outer.length === 0) continue;
    if (rule[field].length === 0) rule[field] = outer;
    else if (!rule[field].every((v) => outer.includes(v))) return field;
  }
  for (const field of ["source", "destination"] as const) {
    const outer = drawer[field];
    if (outer.names.length === 0) continue;
    if (rule[field].names.length === 0) rule[field] = outer;
    else if (JSON.stringify(rule[field]) !== JSON.stringify(outer)) return field;
  }
  if (drawer.standardServices) return "services";
  if (drawer.guard !== "none" && rule.guard !== drawer.guard) {
    if (rule.guard !== "none") return "guard";
    rule.guard = drawer.guard;
  }
  if (drawer.expires) rule.expires = rule.expires || drawer.expires;
  if (rule.only.length === 0) rule.only = drawer.only;
  return rule;
}

/**
 * Takes the rules of a drawer out of it and removes it. What the drawer asks for is written into
 * each; its end becomes a rule.
 *
 * @returns the edits, or why it cannot be done
 */
export function dissolve(drawer: Line, shelf: Shelf, outer?: number): LineEdit[] | string {
  const own = drawer.rule;
  if (!own || own.action !== "drawer") return "Only a drawer can be dissolved.";
  const edits: LineEdit[] = [];
  let after = drawer.id;
  for (const l of drawer.lines) {
    if (l.marks.includes("removed")) continue;
    if (l.rule) {
      const rule = lifted(l.rule, own);
      if (typeof rule === "string")
        return `“${l.rule.name}” and its drawer both name their ${rule}. Write into the rule what both hold, then dissolve the drawer.`;
      if (JSON.stringify(rule) !== JSON.stringify(l.rule))
        edits.push({ op: "change", line: l.id, version: l.version, rule });
    }
    edits.push({ op: "move", line: l.id, shelf: shelf.id, drawer: outer, after });
    after = l.id;
  }
  if (own.end !== "pass on") {
    const name = namer(shelf)(`rest of ${own.name}`.slice(0, 60));
    const rule: Rule = { ...own, name, action: own.end, end: "", log: own.endLog, endLog: "" };
    edits.push({ op: "add", shelf: shelf.id, drawer: outer, after, rule });
  }
  edits.push({ op: "remove", line: drawer.id, version: drawer.version });
  return edits;
}

/** What a sound skeleton of a shelf needs to know. */
export interface Blanks {
  managementAddresses: string[];
  managementServices: string[];
  noise: string[];
}

/**
 * The rules of a skeleton, top to bottom: management access, the self block, known noise, a place
 * for the business rules, the last block. Parts without their blanks are left out.
 */
export function skeleton(blanks: Blanks, shelf: Shelf, owner: string): LineEdit[] {
  const name = namer(shelf);
  const rules: (Rule | string)[] = [];
  const base = (n: string): Rule => ({ ...emptyRule(name(n), owner), on: true });
  if (blanks.managementAddresses.length > 0)
    rules.push({
      ...base("management access"),
      to: ["self"],
      source: { not: false, names: blanks.managementAddresses },
      services: blanks.managementServices,
      action: "allow",
      log: "end",
    });
  rules.push({ ...base("self block"), to: ["self"], action: "drop", log: "end" });
  if (blanks.noise.length > 0)
    rules.push({ ...base("known noise"), services: blanks.noise, action: "drop" });
  rules.push("Business");
  rules.push({ ...base("last block"), action: "drop", log: "end" });
  return rules.map((r, i) => ({
    op: "add",
    shelf: shelf.id,
    after: i === 0 ? undefined : -i,
    ...(typeof r === "string" ? { divider: r } : { rule: r }),
  }));
}
