import type { Document } from "./forms";

/** One line of a list, as an object; without a document where it holds none. */
export interface Listed {
  /** From 1. */
  line: number;
  value: string;
  document?: Document;
}

export type ListKind = "address" | "service";

const LITERAL = /^([0-9]{1,3}(\.[0-9]{1,3}){3}|[0-9a-fA-F:]*:[0-9a-fA-F:.]*)([/-][0-9a-fA-F:.]+)?$/;
const PORTS = String.raw`\d{1,5}(?:\s*-\s*\d{1,5})?(?:\s*,\s*\d{1,5}(?:\s*-\s*\d{1,5})?)*`;
const PORTED = new RegExp(`^(tcp|udp|sctp)[/ ](${PORTS})(?: from (${PORTS}))?$`, "i");
const FROM = new RegExp(`^(tcp|udp|sctp)From (${PORTS})$`, "i");
const ICMP = /^(icmp6?)(?:[/ ](all|\d{1,3}(?:\/\d{1,3})?))?$/i;
const PROTOCOL = /^protocol[/ ](\d{1,3})$/i;

/** The cells of a line: quoted as in RFC 4180, between tabs, else semicolons, else commas. */
export function cells(line: string): string[] {
  const bare = line.replace(/"(?:[^"]|"")*"/g, "");
  const between = bare.includes("\t") ? "\t" : bare.includes(";") ? ";" : ",";
  const cell = new RegExp(`(?:"((?:[^"]|"")*)"|([^${between}]*))(${between}|$)`, "y");
  const out: string[] = [];
  for (let at = 0; at <= line.length; at = cell.lastIndex) {
    cell.lastIndex = at;
    const found = cell.exec(line);
    if (!found) {
      // A quote in the middle of a cell is a letter like others.
      out.push(...line.slice(at).split(between));
      break;
    }
    out.push(found[1] === undefined ? (found[2] ?? "") : found[1].replaceAll('""', '"'));
    if (!found[3]) break;
  }
  return out.map((c) => c.trim());
}

/** What a literal makes of an address object; nothing where it is no address. */
function address(value: string): Document | undefined {
  if (!LITERAL.test(value)) return undefined;
  const key = value.includes("-") ? "range" : value.includes("/") ? "network" : "host";
  return { [key]: value };
}

/** The same of a service: `tcp/443`, `udp 53`, `icmp/8/0`, several with `+` or `·` between. */
function service(value: string): Document | undefined {
  const out: Document = {};
  for (const part of value.split(/\s*[+·]\s*/)) {
    const ported = PORTED.exec(part);
    const from = FROM.exec(part);
    const icmp = ICMP.exec(part);
    const protocol = PROTOCOL.exec(part);
    if (ported) {
      const key = (ported[1] ?? "").toLowerCase();
      out[key] = out[key] ? `${String(out[key])}, ${ported[2]}` : ported[2];
      if (ported[3]) out[`${key}From`] = ported[3];
    } else if (from) out[`${(from[1] ?? "").toLowerCase()}From`] = from[2];
    else if (icmp) out[(icmp[1] ?? "").toLowerCase()] = icmp[2] ?? "all";
    else if (protocol) out.protocol = Number(protocol[1]);
    else return undefined;
  }
  return out;
}

const MAKES = { address, service };

/** An object's content as the library shows it. */
export function contentOf(document: Document): string {
  return Object.entries(document)
    .filter(([key]) => !["name", "note", "labels"].includes(key))
    .filter(([key]) => !key.endsWith("From") || !(key.slice(0, -4) in document))
    .map(([key, v]) => {
      const from = document[`${key}From`];
      const said = ["host", "network", "range"].includes(key) ? String(v) : `${key} ${String(v)}`;
      return from ? `${said} from ${String(from)}` : said;
    })
    .join(" · ");
}

interface Columns {
  name: number;
  content: number;
  note: number;
  labels: number;
}

/** What tables head their columns with. */
const HEADINGS = {
  name: ["name", "object"],
  content: ["content", "value", "address", "ip", "network", "service", "port", "ports"],
  note: ["note", "comment", "description", "remark"],
  labels: ["labels", "label"],
};

function headed(row: string[]): Columns | undefined {
  const at = (words: string[]) => row.findIndex((c) => words.includes(c.toLowerCase()));
  const columns = {
    name: at(HEADINGS.name),
    content: at(HEADINGS.content),
    note: at(HEADINGS.note),
    labels: at(HEADINGS.labels),
  };
  return columns.content >= 0 && (columns.name >= 0 || row.length === 1) ? columns : undefined;
}

/**
 * The objects of a list: a column, or a table with a line of headings (name, content, note,
 * labels). Without headings the first cell that reads as content is it, the first other one the
 * name, and the rest the note. Empty lines and what follows a `#` are passed over.
 */
export function listed(kind: ListKind, content: string): Listed[] {
  const out: Listed[] = [];
  const names = new Set<string>();
  let columns: Columns | undefined;
  content.split(/\r?\n/).forEach((whole, i) => {
    const text = whole.replace(/(^|\s)#.*$/, "");
    if (!text.trim()) return;
    const row = cells(text);
    if (out.length === 0 && !columns && (columns = headed(row))) return;
    const at = columns?.content ?? row.findIndex((c) => MAKES[kind](c));
    const value = row[at] ?? "";
    const made = MAKES[kind](value);
    if (!made) {
      out.push({ line: i + 1, value: value || text.trim() });
      return;
    }
    const others = row.filter((c, k) => k !== at && c);
    const name = columns ? row[columns.name] : others[0];
    const note = columns ? row[columns.note] : others.slice(1).join(", ");
    const labels = columns && row[columns.labels]?.split(/\s+/).filter((l) => l);
    let own = (name || value.replace(/[/:+·,]/g, "-")).slice(0, 63).trim();
    for (let n = 2; names.has(own); n++) own = `${own.replace(/ \d+$/, "").slice(0, 58)} ${n}`;
    names.add(own);
    const document: Document = { name: own, ...made };
    if (note) document.note = note;
    if (labels?.length) document.labels = labels;
    out.push({ line: i + 1, value: contentOf(made), document });
  });
  return out;
}

/** A list without some of its lines, counted from 1; its headings and comments stay. */
export function without(content: string, lines: Set<number>): string {
  return content
    .split(/\r?\n/)
    .filter((_, i) => !lines.has(i + 1))
    .join("\n");
}
