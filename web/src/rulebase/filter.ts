import type { Change, Rule } from "../api/client";
import type { RuleRow } from "./rows";

/** A word of the filter box, or a token as `is:off`; `not` where a minus stands before it. */
export interface Token {
  key: string;
  value: string;
  not: boolean;
}

/** What a filter needs to know besides the rows. */
export interface FilterContext {
  me: string;
  draft: Change[];
  /** The drawer a rule stands in; nothing where it stands in none. */
  around: (row: RuleRow) => RuleRow | undefined;
  /** By token, as `touches 10.0.0.1`, the lines the server found; absent until it answered. */
  found: Map<string, Set<number>>;
}

const PLAIN = "";

/** Takes a text apart: words and tokens between blanks; quotes hold blanks together. */
export function parse(text: string): Token[] {
  const tokens: Token[] = [];
  for (const m of text.matchAll(/(-?)(?:([a-z]+):)?("[^"]*"?|\S+)/g)) {
    const value = (m[3] ?? "").replaceAll('"', "").trim();
    const key = m[2] ?? PLAIN;
    if (key === PLAIN && value.endsWith(":") && value.slice(0, -1) in KEYS) continue;
    if (key !== PLAIN && !(key in KEYS)) {
      tokens.push({ key: PLAIN, value: `${key}:${value}`, not: m[1] === "-" });
    } else if (value) {
      tokens.push({ key, value, not: m[1] === "-" });
    }
  }
  return tokens;
}

/** Whether a token is answered by the server, since it goes by content. */
export function asksServer(t: Token): "address" | "service" | undefined {
  if (t.key === "touches") return "address";
  return t.key === "service" && /^[a-z0-9]+\/\d/.test(t.value) ? "service" : undefined;
}

export const questionOf = (t: Token) => `${t.key} ${t.value}`;

const holds = (list: string[], value: string) =>
  list.some((x) => x.toLowerCase().includes(value.toLowerCase()));
const zone = (list: string[], value: string) =>
  list.length === 0 || list.some((z) => z.toLowerCase() === value.toLowerCase() || z === "any");

/** Whether a rule takes traffic of a zone, as do all drawers it stands in. */
function takes(row: RuleRow, field: "from" | "to", value: string, about: FilterContext): boolean {
  for (let at: RuleRow | undefined = row; at; at = about.around(at))
    if (!zone(at.rule[field], value)) return false;
  return true;
}

const IS: Record<string, (row: RuleRow) => boolean> = {
  on: (r) => r.rule.on,
  off: (r) => !r.rule.on,
  dead: (r) => r.findings.some((f) => DEAD.includes(f.kind)),
  new: (r) => r.line.marks.includes("new"),
  changed: (r) => r.line.marks.includes("changed"),
  moved: (r) => r.line.marks.includes("moved"),
  removed: (r) => r.line.marks.includes("removed"),
  drawer: (r) => r.rule.action === "drawer",
  shared: (r) => !r.shelf.editable,
  expiring: (r) => r.rule.expires !== "",
};
const DEAD = ["shadowed", "redundant", "never-matches"];

const HAS: Record<string, (row: RuleRow) => boolean> = {
  finding: (r) => r.findings.some((f) => f.severity !== "info"),
  note: (r) => r.rule.note !== "",
  ticket: (r) => r.rule.ticket !== "",
  owner: (r) => r.rule.owner !== "",
  label: (r) => r.rule.labels.length > 0,
  schedule: (r) => r.rule.when.length > 0,
  user: (r) => r.rule.users.length > 0,
};

interface Key {
  says: (value: string) => string;
  test: (row: RuleRow, value: string, about: FilterContext, token: Token) => boolean;
  values?: string[];
  example: string;
}

const changers = (row: RuleRow, about: FilterContext) =>
  about.draft.filter((c) => c.about === "line" && c.subject === row.line.id).map((c) => c.who);

/** Every token there is, in the order in which they are offered. */
export const KEYS: Record<string, Key> = {
  from: {
    says: (v) => `from ${v}, or from any zone`,
    test: (r, v, about) => takes(r, "from", v, about),
    example: "quay",
  },
  to: {
    says: (v) => `to ${v}, or to any zone`,
    test: (r, v, about) => takes(r, "to", v, about),
    example: "outside",
  },
  touches: {
    says: (v) => `names an address of ${v}, by content`,
    test: (r, _v, about, t) => about.found.get(questionOf(t))?.has(r.line.id) ?? false,
    example: "10.72.16.9",
  },
  source: {
    says: (v) => `source names ${v}`,
    test: (r, v) => holds(r.rule.source.names, v),
    example: "crew",
  },
  destination: {
    says: (v) => `destination names ${v}`,
    test: (r, v) => holds(r.rule.destination.names, v),
    example: "tickets",
  },
  service: {
    says: (v) => `asks for ${v}, by name or by content`,
    test: (r, v, about, t) =>
      asksServer(t)
        ? (about.found.get(questionOf(t))?.has(r.line.id) ?? false)
        : holds(r.rule.services, v),
    example: "tcp/443",
  },
  application: {
    says: (v) => `names the application ${v}`,
    test: (r, v) => holds(r.rule.applications, v),
    example: "booking",
  },
  user: {
    says: (v) => `names the user ${v}`,
    test: (r, v) => holds(r.rule.users, v),
    example: "pursers",
  },
  when: {
    says: (v) => `holds when ${v}`,
    test: (r, v) => holds(r.rule.when, v),
    example: "boarding",
  },
  action: {
    says: (v) => `its action is ${v}`,
    test: (r, v) => r.rule.action === v,
    values: ["allow", "drop", "reject", "drawer"],
    example: "drop",
  },
  log: {
    says: (v) => `logs ${v}`,
    test: (r, v) => r.rule.log === v,
    values: ["none", "start", "end", "both"],
    example: "none",
  },
  is: {
    says: (v) => (v in IS ? `is ${v}` : `nothing is “${v}”`),
    test: (r, v) => IS[v]?.(r) ?? false,
    values: Object.keys(IS),
    example: "off",
  },
  has: {
    says: (v) => `has ${v}`,
    test: (r, v) => HAS[v]?.(r) ?? r.findings.some((f) => f.kind === v),
    values: [
      ...Object.keys(HAS),
      "conflict",
      "shadowed",
      "redundant",
      "overly-broad",
      "open-self",
      "unlogged",
      "mergeable",
    ],
    example: "conflict",
  },
  label: {
    says: (v) => `bears the label ${v}`,
    test: (r, v) => holds(r.rule.labels, v),
    example: "pci",
  },
  owner: {
    says: (v) => `belongs to ${v}`,
    test: (r, v) => holds([r.rule.owner], v),
    example: "ida",
  },
  ticket: {
    says: (v) => `comes from ticket ${v}`,
    test: (r, v) => holds([r.rule.ticket], v),
    example: "4711",
  },
  changed: {
    says: (v) => (v === "me" ? "changed by you in this draft" : `changed by ${v} in this draft`),
    test: (r, v, about) => {
      const who = changers(r, about);
      return v === "me" ? who.includes(about.me) : v === "any" ? who.length > 0 : holds(who, v);
    },
    values: ["me", "any"],
    example: "me",
  },
  hits: {
    says: () => "hits are known once firewalls send their logs; until then nothing fits",
    test: () => false,
    example: "0",
  },
};

function words(rule: Rule): string[] {
  return [
    rule.name,
    rule.note,
    rule.owner,
    rule.ticket,
    ...rule.labels,
    ...rule.from,
    ...rule.to,
    ...rule.source.names,
    ...rule.destination.names,
    ...rule.applications,
    ...rule.services,
    ...rule.users,
    ...rule.when,
  ];
}

/** Whether a row fits all tokens. */
export function fits(row: RuleRow, tokens: Token[], about: FilterContext): boolean {
  return tokens.every((t) => {
    const key = KEYS[t.key];
    const yes = key ? key.test(row, t.value, about, t) : holds(words(row.rule), t.value);
    return yes !== t.not;
  });
}

/** What a token means, for people. */
export function explain(t: Token): string {
  const says = KEYS[t.key]?.says(t.value) ?? `holds the word “${t.value}”`;
  return t.not ? `not: ${says}` : says;
}

/** What could stand at the end of a text: the whole texts, best first. */
export function complete(
  text: string,
  known: { zones: string[]; labels: string[]; owners: string[] },
): { text: string; says: string }[] {
  const at = text.lastIndexOf(" ") + 1;
  const head = text.slice(0, at);
  const last = text.slice(at).replace(/^-/, "");
  const minus = text.slice(at).startsWith("-") ? "-" : "";
  const colon = last.indexOf(":");
  if (colon < 0) {
    if (!last && head) return [];
    return Object.entries(KEYS)
      .filter(([k]) => k.startsWith(last))
      .slice(0, 8)
      .map(([k, key]) => ({ text: `${head}${minus}${k}:`, says: key.says(key.example) }));
  }
  const k = last.slice(0, colon);
  const begun = last.slice(colon + 1).toLowerCase();
  const key = KEYS[k];
  const values =
    k === "from" || k === "to"
      ? known.zones
      : k === "label"
        ? known.labels
        : k === "owner"
          ? known.owners
          : (key?.values ?? []);
  return values
    .filter((v) => v.toLowerCase().startsWith(begun) && v.toLowerCase() !== begun)
    .slice(0, 8)
    .map((v) => ({
      text: `${head}${minus}${k}:${/\s/.test(v) ? `"${v}"` : v} `,
      says: key?.says(v) ?? "",
    }));
}
