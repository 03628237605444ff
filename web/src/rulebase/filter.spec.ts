import { describe, expect, it } from "vitest";
import type { Change } from "../api/client";
import { emptyRule } from "./emptyRule";
import { asksServer, complete, explain, type FilterContext, fits, parse } from "./filter";
import type { RuleRow } from "./rows";

function row(id: number, more: Partial<RuleRow["rule"]> = {}, marks: string[] = []): RuleRow {
  const rule = { ...emptyRule(`rule ${id}`), on: true, ...more };
  const line = { id, version: 0, kind: "rule", position: "1", name: rule.name, marks, lines: [] };
  const shelf = {
    id: 1,
    name: "a/own",
    owner: "a",
    ownerKind: "firewall",
    ownerId: 1,
    part: "own",
    editable: true,
    rules: 1,
    lines: [],
  };
  return {
    kind: "rule",
    key: `l${id}`,
    shelf,
    line,
    rule,
    depth: 0,
    place: `a/own ${id}`,
    findings: [],
  };
}

const about: FilterContext = { me: "Ida", draft: [], around: () => undefined, found: new Map() };
const shows = (text: string, r: RuleRow, context = about) => fits(r, parse(text), context);

describe("the filter box", () => {
  it("takes words, tokens, quotes and a minus", () => {
    expect(parse('crew from:quay -is:off owner:"Ida T"')).toEqual([
      { key: "", value: "crew", not: false },
      { key: "from", value: "quay", not: false },
      { key: "is", value: "off", not: true },
      { key: "owner", value: "Ida T", not: false },
    ]);
  });

  it("waits for a token that is only begun", () => {
    expect(parse("crew is:")).toEqual([{ key: "", value: "crew", not: false }]);
  });

  it("takes a token nobody knows for a word", () => {
    expect(parse("colour:red")).toEqual([{ key: "", value: "colour:red", not: false }]);
  });

  it("finds a zone by name, and rules from any zone too", () => {
    expect(shows("from:quay", row(1, { from: ["quay"] }))).toBe(true);
    expect(shows("from:quay", row(1))).toBe(true);
    expect(shows("from:quay", row(1, { from: ["outside"] }))).toBe(false);
  });

  it("goes by the zones of the drawers around a rule too", () => {
    const drawer = row(1, { action: "drawer", from: ["outside"], to: ["dmz"] });
    const inside = row(2);
    const around = (r: RuleRow) => (r === inside ? drawer : undefined);
    expect(shows("from:quay", inside, { ...about, around })).toBe(false);
    expect(shows("from:outside to:dmz", inside, { ...about, around })).toBe(true);
    expect(shows("-from:quay", inside, { ...about, around })).toBe(true);
  });

  it("asks the server for what goes by content", () => {
    const t = parse("touches:10.72.16.9 service:tcp/443 service:https");
    expect(t.map(asksServer)).toEqual(["address", "service", undefined]);
    const found = new Map([["touches 10.72.16.9", new Set([7])]]);
    expect(shows("touches:10.72.16.9", row(7), { ...about, found })).toBe(true);
    expect(shows("touches:10.72.16.9", row(8), { ...about, found })).toBe(false);
    expect(shows("touches:10.72.16.9", row(7))).toBe(false);
  });

  it("knows who changed a rule", () => {
    const change = { about: "line", subject: 3, who: "Ida" } as Change;
    const draft = { ...about, draft: [change] };
    expect(shows("changed:me", row(3), draft)).toBe(true);
    expect(shows("changed:me", row(4), draft)).toBe(false);
    expect(shows("changed:tomas", row(3), draft)).toBe(false);
  });

  it("turns a token round with a minus", () => {
    expect(shows("-is:off", row(1, { on: false }))).toBe(false);
    expect(shows("-is:off", row(1))).toBe(true);
  });

  it("wants all of what is typed", () => {
    const r = row(1, { owner: "ida", labels: ["pci"] });
    expect(shows("owner:ida label:pci", r)).toBe(true);
    expect(shows("owner:ida label:voice", r)).toBe(false);
  });

  it("completes keys, then values, and says what they mean", () => {
    const known = { zones: ["quay", "Guest hall"], labels: [], owners: [] };
    expect(complete("fr", known).map((c) => c.text)).toEqual(["from:"]);
    expect(complete("is:on from:g", known)).toEqual([
      { text: 'is:on from:"Guest hall" ', says: "from Guest hall, or from any zone" },
    ]);
    expect(complete("-is:de", known)[0]?.text).toBe("-is:dead ");
    expect(explain({ key: "is", value: "off", not: true })).toBe("not: is off");
  });
});
