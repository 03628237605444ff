import type { Window } from "./week";

/** An object as it stands in a policy document. */
export type Document = Record<string, unknown>;

/** How a field is typed: one line, several (one entry a line), a number, or times. */
export type Typing = "text" | "list" | "number" | "windows" | "moments";

export interface Field {
  key: string;
  label: string;
  typing: Typing;
  hint: string;
  /** What can stand in it: a kind of objects, or the categories of applications. */
  names?: string;
}

/** One way to write an object of a kind. */
export interface Form {
  name: string;
  label: string;
  fields: [Field, ...Field[]];
}

/** One kind of objects. */
export interface Kind {
  kind: string;
  title: string;
  one: string;
  /** What it is good for, in a sentence. */
  purpose: string;
  forms: [Form, ...Form[]];
}

/** Stands for the categories that applications have. */
export const CATEGORY = "category";

const text = (key: string, label: string, hint: string): Field => ({
  key,
  label,
  typing: "text",
  hint,
});
const list = (key: string, label: string, hint: string, names?: string): Field => ({
  key,
  label,
  typing: "list",
  hint,
  names,
});

/** The kinds of objects, with how each can be written; the first way is that of a new one. */
export const KINDS: [Kind, ...Kind[]] = [
  {
    kind: "address",
    title: "Addresses",
    one: "address",
    purpose:
      "Rules can also take addresses as they are; an object gives them one name and one place to change.",
    forms: [
      {
        name: "host",
        label: "host",
        fields: [text("host", "Address", "10.72.4.9 or 2001:db8::9")],
      },
      {
        name: "network",
        label: "network",
        fields: [text("network", "Network", "10.72.4.0/24 or 2001:db8:4::/48")],
      },
      {
        name: "range",
        label: "range",
        fields: [text("range", "Range", "10.72.4.10-10.72.4.20, both ends included")],
      },
      {
        name: "wildcard",
        label: "wildcard mask",
        fields: [text("wildcard", "Address/mask", "10.0.0.2/255.255.0.255: bits at 1 are fixed")],
      },
      {
        name: "group",
        label: "group",
        fields: [
          list("members", "Members", "one a line: names, or addresses as they are", "address"),
          list("except", "Except", "what of these is left out", "address"),
        ],
      },
      {
        name: "labelled",
        label: "by labels",
        fields: [text("labelled", "Holds what is labelled", "kiosk and not (spare or old)")],
      },
      {
        name: "domain",
        label: "domain name",
        fields: [
          text("domain", "Domain name", "tickets.example.net"),
          list("content", "Known addresses", "what it stands for now"),
        ],
      },
      {
        name: "feed",
        label: "feed",
        fields: [
          text(
            "feed",
            "Feed",
            "a URL, or a file in the folder for feeds: one address, network or range a line",
          ),
          list("content", "Known addresses", "what it held last"),
        ],
      },
      {
        name: "countries",
        label: "countries",
        fields: [
          list("countries", "Countries", "two capital letters each, one a line"),
          list("content", "Known networks", "what these have now"),
        ],
      },
    ],
  },
  {
    kind: "service",
    title: "Services",
    one: "service",
    purpose:
      "Rules can also take ports as they are, such as tcp/443; an object gives them one name and one place to change.",
    forms: [
      {
        name: "service",
        label: "ports and types",
        fields: [
          text("tcp", "tcp ports", "443, 8443, 9000-9010"),
          text("tcpFrom", "tcp source ports", "any unless given"),
          text("udp", "udp ports", "53"),
          text("udpFrom", "udp source ports", "any unless given"),
          text("sctp", "sctp ports", "2905"),
          {
            key: "protocol",
            label: "IP protocol",
            typing: "number",
            hint: "a number, such as 47",
          },
          text("icmp", "icmp type/code", "8, 3/1 or all"),
          text("icmp6", "icmp6 type/code", "128 or all"),
        ],
      },
      {
        name: "group",
        label: "group",
        fields: [list("members", "Members", "one a line: names, or tcp/443", "service")],
      },
    ],
  },
  {
    kind: "application",
    title: "Applications",
    one: "application",
    purpose: "An application is what traffic is, whatever port it takes.",
    forms: [
      {
        name: "application",
        label: "one application",
        fields: [
          { ...text("category", "Category", "such as business"), names: CATEGORY },
          { key: "risk", label: "Risk", typing: "number", hint: "1 (least) to 5" },
          list("services", "Usual services", "one a line: names, or tcp/443", "service"),
        ],
      },
      {
        name: "group",
        label: "group",
        fields: [list("members", "Members", "one a line", "application")],
      },
      {
        name: "matching",
        label: "by category and risk",
        fields: [
          list(
            "ofCategories",
            "Of the categories",
            "one a line; all, where none is given",
            CATEGORY,
          ),
          text("ofRisk", "Of the risk", "4 or 3-5; any, where none is given"),
        ],
      },
    ],
  },
  {
    kind: "user",
    title: "Users",
    one: "user group",
    purpose: "A rule can be meant for some people only; a group names them.",
    forms: [
      {
        name: "group",
        label: "group",
        fields: [list("members", "Members", "one a line: people, or other groups", "user")],
      },
    ],
  },
  {
    kind: "schedule",
    title: "Schedules",
    one: "schedule",
    purpose: "A rule can hold at some times only; a schedule says at which.",
    forms: [
      {
        name: "weekly",
        label: "every week",
        fields: [
          {
            key: "weekly",
            label: "Times",
            typing: "windows",
            hint: "one a line: mon tue wed 07:00-18:00; past midnight as 22:00-05:00",
          },
        ],
      },
      {
        name: "once",
        label: "once",
        fields: [
          {
            key: "once",
            label: "From - to",
            typing: "moments",
            hint: "2026-12-24T18:00 - 2026-12-27T06:00",
          },
        ],
      },
    ],
  },
  {
    kind: "zone",
    title: "Zones",
    one: "zone",
    purpose: "A zone is a part of the network that rules name; interfaces place it on firewalls.",
    forms: [
      {
        name: "zone",
        label: "zone",
        fields: [
          {
            key: "trust",
            label: "Trust",
            typing: "number",
            hint: "0 (least) to 100; empty: no rank",
          },
        ],
      },
    ],
  },
];

export function kindOf(kind: string): Kind {
  return KINDS.find((k) => k.kind === kind) ?? KINDS[0];
}

/** The form an object is written in. */
export function formOf(kind: string, document: Document): Form {
  const forms = kindOf(kind).forms;
  // What the first field says gives the form; other fields may be common to several.
  const given = forms.find((f) => f.fields[0].key in document);
  return given ?? forms.find((f) => f.fields.some((x) => x.key in document)) ?? forms[0];
}

/** A field's value as it is typed. */
export function typed(field: Field, document: Document): string {
  const value = document[field.key];
  if (value === undefined) return "";
  if (field.typing === "list") return (value as string[]).join("\n");
  if (field.typing === "windows") return windowLines(value as Window[]);
  if (field.typing === "moments") {
    const span = value as { from: string; to: string };
    return `${span.from} - ${span.to}`;
  }
  return String(value);
}

/** Windows as they are typed, one a line. */
export function windowLines(windows: Window[]): string {
  return windows.map((w) => `${w.days.join(" ")} ${w.from}-${w.to}`).join("\n");
}

const lines = (entered: string) =>
  entered
    .split(/[\n,;]/)
    .map((l) => l.trim())
    .filter((l) => l);

function parsed(field: Field, entered: string): unknown {
  const content = entered.trim();
  if (field.typing === "list") return lines(entered);
  if (field.typing === "number") return /^\d+$/.test(content) ? Number(content) : content;
  if (field.typing === "windows")
    return lines(entered).map((line) => {
      const words = line.split(/\s+/);
      const [from = "", to = ""] = (words.pop() ?? "").split(/[-–]/);
      return { days: words.map((d) => d.toLowerCase()), from, to };
    });
  if (field.typing === "moments") {
    const [from = "", to = ""] = content.split(/\s+[-–]\s+/);
    return { from, to };
  }
  return content;
}

/** What the entered fields make; empty ones are left out, but not the one that gives the form. */
export function documentOf(
  form: Form,
  entered: Record<string, string>,
  about: { name: string; note: string; labels: string },
): Document {
  const out: Document = { name: about.name.trim() };
  if (about.note.trim()) out.note = about.note.trim();
  const labels = about.labels.split(/[\s,]+/).filter((l) => l);
  if (labels.length > 0) out.labels = labels;
  form.fields.forEach((field, i) => {
    const value = entered[field.key] ?? "";
    if (value.trim() || (i === 0 && form.name !== "zone" && form.fields.length < 4))
      out[field.key] = parsed(field, value);
  });
  return out;
}

/** A key in which two versions of an object differ, and what each says, in words. */
export interface Difference {
  key: string;
  mine: string;
  theirs: string;
}

/** Where two versions of an object differ; what is empty reads as nothing. */
export function differences(mine: Document, theirs: Document): Difference[] {
  const words = (value: unknown): string =>
    value === undefined
      ? ""
      : Array.isArray(value)
        ? value.map(words).join(", ")
        : typeof value === "object" && value !== null
          ? Object.values(value).map(words).join(" ")
          : String(value);
  return [...new Set([...Object.keys(mine), ...Object.keys(theirs)])]
    .map((key) => ({ key, mine: words(mine[key]), theirs: words(theirs[key]) }))
    .filter((d) => d.mine !== d.theirs);
}

/** Tells the form of one object, or of a new one (0), from all others. */
export const objectKey = (kind: string, id: number) => `object ${kind} ${id}`;
