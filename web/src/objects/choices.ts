import type { LibraryObject } from "../api/client";

/** Something a picker offers. */
export interface Choice {
  name: string;
  what: string;
  value: string;
}

const IPV4 = /^\d{1,3}(\.\d{1,3}){3}$/;
const ADDRESS = /^[0-9a-fA-F:.]+(\/\d{1,3})?$|^[0-9a-fA-F:.]+-[0-9a-fA-F:.]+$/;
const SERVICE = /^((tcp|udp|sctp)\/\d+(-\d+)?|icmp6?\/\d+(\/\d+)?|protocol\/\d+)$/;

/** What kind of literal a text is, if it looks like one. */
export function literalOf(kind: string, text: string): string | undefined {
  if (kind === "address" && ADDRESS.test(text) && /[.:]/.test(text)) {
    if (text.includes("/")) return "network";
    if (text.includes("-")) return "range";
    return IPV4.test(text) || text.includes(":") ? "address" : undefined;
  }
  return kind === "service" && SERVICE.test(text) ? "service" : undefined;
}

/** The objects of some kinds as choices. */
export function choicesOf(objects: LibraryObject[], kinds: string[]): Choice[] {
  return objects
    .filter((o) => kinds.includes(o.kind))
    .map((o) => ({ name: o.name, what: o.form, value: o.value }));
}

/** The categories that applications have, as choices. */
export function categoriesOf(objects: LibraryObject[]): Choice[] {
  const count = new Map<string, number>();
  for (const { category } of objects)
    if (category) count.set(category, (count.get(category) ?? 0) + 1);
  return [...count]
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([name, n]) => ({
      name,
      what: n === 1 ? "1 application" : `${n} applications`,
      value: "",
    }));
}

/**
 * What fits a typed text, best first: the name itself, names that begin with it, objects with that
 * very content, names and contents that hold it; a literal comes after objects that say the same.
 */
export function matching(choices: Choice[], typed: string, kinds: string[], most = 9): Choice[] {
  const q = typed.trim().toLowerCase();
  const rank = (c: Choice) => {
    const name = c.name.toLowerCase();
    const value = c.value.toLowerCase();
    if (name === q) return 0;
    if (value === q) return 1;
    if (name.startsWith(q)) return 2;
    if (name.includes(q)) return 4;
    return value.includes(q) ? 5 : 9;
  };
  const found = choices
    .map((c) => ({ c, r: q ? rank(c) : 3 }))
    .filter((x) => x.r < 9)
    .sort((a, b) => a.r - b.r)
    .slice(0, most);
  const literal = kinds.map((k) => literalOf(k, typed.trim())).find((l) => l);
  const out = found.map((x) => x.c);
  if (literal) {
    const same = found.filter((x) => x.r <= 1).length;
    out.splice(same, 0, { name: typed.trim(), what: `new ${literal}`, value: "as written" });
  }
  return out;
}
