import type { Check, Finding, RuleCheck, RuleName } from "../api/client";

/** What a check said, by the place of the rule it is said of; kept up to date with what changes. */
export interface Checked {
  version: string;
  at: Map<string, RuleCheck>;
}

export const NONE: Finding[] = [];

/** How rows and findings name a rule, its end or the floor, wherever it stands. */
export function placeOf(rule: RuleName): string {
  return rule.shelf === "floor" ? "floor" : placeIn(rule.shelf, rule.name, rule.end);
}

/** The same for a rule of a shelf. */
export function placeIn(shelf: string, name: string, end = false): string {
  return `${shelf}\n${name}${end ? "\nend" : ""}`;
}

/**
 * A check with what came anew.
 *
 * @param old what the answer was asked against
 */
export function merged(old: Checked | undefined, now: Check): Checked {
  if (old && old.version === now.version && now.rules.length === 0) return old;
  const at = new Map(now.whole ? [] : old?.at);
  for (const r of now.rules) {
    const place = placeOf(r.rule);
    if (r.reach === undefined && r.findings.length === 0) at.delete(place);
    else at.set(place, r);
  }
  return { version: now.version, at };
}
