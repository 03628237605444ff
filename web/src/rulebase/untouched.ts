import { setting } from "../accounts/settings";
import type { Line } from "../api/client";

/** The cells a rule is mostly made of; left empty, each means any. */
export const FILLABLE = ["from", "to", "source", "destination", "what"] as const;
export type Fillable = (typeof FILLABLE)[number];

/** What a cell of a new rule means that nobody has touched; each person's own choice. */
export type Meaning = "any" | "to be filled";

/** More new rules than these are not waiting to be filled at once. */
const MOST = 200;

export const meaning = setting<Meaning>("untouched", "any");

/** By line, the newest last. */
const waiting = setting<[number, Fillable[]][]>("waiting", []);
const waitingOf = (line: number) => waiting.value.find(([id]) => id === line)?.[1] ?? [];

const entry = (line: number, cells: Fillable[]): [number, Fillable[]] => [line, cells];

function wait(line: number, cells: Fillable[]) {
  const others = waiting.value.filter(([id]) => id !== line);
  waiting.value = cells.length > 0 ? [...others, entry(line, cells)].slice(-MOST) : others;
}

/** Notes a rule that was just made empty. */
export function begin(line: number) {
  if (meaning.value === "to be filled") wait(line, [...FILLABLE]);
}

/** Notes that somebody has decided what stands in a cell, be it nothing. */
export function touch(line: number, column: string) {
  const left = waitingOf(line).filter((c) => c !== column);
  if (left.length < waitingOf(line).length) wait(line, left);
}

/** The cells of a rule that wait to be filled. */
export function toFill(line: Line): Fillable[] {
  const rule = line.rule;
  if (meaning.value === "any" || !rule) return [];
  const filled: Record<Fillable, boolean> = {
    from: rule.from.length > 0,
    to: rule.to.length > 0,
    source: rule.source.names.length > 0,
    destination: rule.destination.names.length > 0,
    what: rule.applications.length + rule.services.length > 0 || rule.standardServices,
  };
  return waitingOf(line.id).filter((c) => !filled[c]);
}
