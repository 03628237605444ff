import type { Members, Rule } from "../api/client";
import type { Column } from "./columns";
import { whatOf } from "./rows";

const list = (names: string[], any = "any") => names.join(", ") || any;
const members = (m: Members) => (m.not && m.names.length > 0 ? "not " : "") + list(m.names);

/** Every field of a rule in words, as tables of changes show it. */
export const FIELDS: [string, (r: Rule) => string][] = [
  ["name", (r) => r.name],
  ["state", (r) => (r.on ? "on" : "off")],
  ["from", (r) => list(r.from)],
  ["to", (r) => list(r.to)],
  ["source", (r) => members(r.source)],
  ["destination", (r) => members(r.destination)],
  ["users", (r) => list(r.users)],
  ["applications", (r) => list(r.applications)],
  ["services", (r) => (r.standardServices ? "standard" : list(r.services))],
  ["when", (r) => list(r.when, "always")],
  ["profiles", (r) => list(r.profiles)],
  ["guard", (r) => r.guard],
  ["action", (r) => r.action],
  ["end", (r) => r.end],
  ["log of the end", (r) => r.endLog],
  ["log", (r) => r.log],
  ["inspection", (r) => list(r.inspection, "none")],
  ["source NAT", (r) => (r.sourceNat ? "yes" : "no")],
  ["only", (r) => list(r.only, "all below")],
  ["expires", (r) => r.expires],
  ["note", (r) => r.note],
  ["owner", (r) => r.owner],
  ["ticket", (r) => r.ticket],
  ["labels", (r) => list(r.labels, "")],
];

/** The fields in which two states of a rule differ. */
export function fieldChanges(
  before: Rule,
  after: Rule,
): { field: string; before: string; after: string }[] {
  return FIELDS.map(([field, of]) => ({ field, before: of(before), after: of(after) })).filter(
    (d) => d.before !== d.after,
  );
}

/** The fields that a cell of a row shows. */
export function fieldsOf(column: Column): string[] {
  return column === "what" ? ["applications", "services"] : [column];
}

/** What a cell says, in full. */
export function cellText(rule: Rule, column: Column): string {
  if (column === "what") return list(whatOf(rule));
  return FIELDS.find(([field]) => field === column)?.[1](rule) ?? "";
}
