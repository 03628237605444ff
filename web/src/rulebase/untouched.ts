import { reactive, ref, watch } from "vue";
import type { Line } from "../api/client";

/** The cells a rule is mostly made of; left empty, each means any. */
export const FILLABLE = ["from", "to", "source", "destination", "what"] as const;
export type Fillable = (typeof FILLABLE)[number];

/** What a cell of a new rule means that nobody has touched; each person's own choice. */
export type Meaning = "any" | "to be filled";

const SETTING = "tinshelf.untouched";
const WAITING = "tinshelf.waiting";
/** More new rules than these are not waiting to be filled at once. */
const MOST = 200;

export const meaning = ref<Meaning>(
  localStorage.getItem(SETTING) === "to be filled" ? "to be filled" : "any",
);
watch(meaning, (now) => localStorage.setItem(SETTING, now));

const waiting = reactive(new Map<number, Fillable[]>(remembered()));
watch(waiting, (all) => localStorage.setItem(WAITING, JSON.stringify([...all].slice(-MOST))));

function remembered(): [number, Fillable[]][] {
  try {
    return JSON.parse(localStorage.getItem(WAITING) ?? "[]") as [number, Fillable[]][];
  } catch {
    return [];
  }
}

/** Notes a rule that was just made empty. */
export function begin(line: number) {
  if (meaning.value === "to be filled") waiting.set(line, [...FILLABLE]);
}

/** Notes that somebody has decided what stands in a cell, be it nothing. */
export function touch(line: number, column: string) {
  const left = waiting.get(line)?.filter((c) => c !== column);
  if (left?.length) waiting.set(line, left);
  else waiting.delete(line);
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
  return (waiting.get(line.id) ?? []).filter((c) => !filled[c]);
}
