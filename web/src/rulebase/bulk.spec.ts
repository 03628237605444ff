import { describe, expect, it } from "vitest";
import type { Line, Rule, Shelf } from "../api/client";
import { changeAll, dissolve, filled, intoDrawer, listOf, namer, pasteAll, skeleton } from "./bulk";
import { emptyRule } from "./emptyRule";

function line(id: number, more: Partial<Rule> = {}, lines: Line[] = []): Line {
  const rule = { ...emptyRule(`r${id}`), on: true, ...more };
  return {
    id,
    version: 2,
    kind: "rule",
    position: `${id}`,
    name: rule.name,
    rule,
    marks: [],
    lines,
  };
}

function shelf(lines: Line[]): Shelf {
  return {
    id: 9,
    name: "a/own",
    owner: "a",
    ownerKind: "firewall",
    ownerId: 1,
    part: "own",
    editable: true,
    rules: lines.length,
    lines,
  };
}

describe("edits of many rules", () => {
  it("give every copy a name of its own", () => {
    const free = namer(shelf([line(1), line(2, { name: "r1 2" })]));
    expect([free("r1"), free("r1"), free("new")]).toEqual(["r1 3", "r1 4", "new"]);
  });

  it("find the list a line stands in", () => {
    const inner = line(3);
    const s = shelf([line(1), line(2, { action: "drawer" }, [inner])]);
    expect(listOf(s.lines, 3)).toEqual([inner]);
    expect(listOf(s.lines, 1)).toBe(s.lines);
  });

  it("change each with the version it was seen in", () => {
    expect(changeAll([line(1)], (r) => ({ ...r, log: "both" }))[0]).toMatchObject({
      op: "change",
      line: 1,
      version: 2,
      rule: { log: "both" },
    });
  });

  it("copy a drawer with what stands in it, off, and for no firewall in particular", () => {
    const drawer = line(5, { action: "drawer", only: ["x"] }, [line(6)]);
    const edits = pasteAll([drawer, line(7)], shelf([]), { after: 4 }, false);
    expect(edits.map((e) => [e.after, e.drawer, e.rule?.on])).toEqual([
      [4, undefined, false],
      [undefined, -1, true],
      [-1, undefined, false],
    ]);
    expect(edits[0]?.rule?.only).toEqual([]);
  });

  it("put rules into a drawer that passes on, with the zones they all name", () => {
    const a = line(2, { from: ["quay"] });
    const b = line(3, { from: ["quay"], to: ["outside"] });
    const edits = intoDrawer([a, b], shelf([line(1), a, b]));
    expect(edits[0]).toMatchObject({ op: "add", after: 1 });
    expect(edits[0]?.rule).toMatchObject({
      action: "drawer",
      end: "pass on",
      from: ["quay"],
      to: [],
    });
    expect(edits.slice(1).map((e) => [e.op, e.line, e.drawer, e.after])).toEqual([
      ["move", 2, -1, undefined],
      ["move", 3, -1, 2],
    ]);
  });

  it("dissolve a drawer: what it asks for goes into its rules, its end becomes one", () => {
    const drawer = line(4, { action: "drawer", from: ["quay"], end: "drop", endLog: "end" }, [
      line(5),
      line(6, { from: ["quay"] }),
    ]);
    const edits = dissolve(drawer, shelf([drawer]));
    if (typeof edits === "string") throw new Error(edits);
    expect(edits.map((e) => e.op)).toEqual(["change", "move", "move", "add", "remove"]);
    expect(edits[0]?.rule?.from).toEqual(["quay"]);
    expect(edits[3]?.rule).toMatchObject({ action: "drop", log: "end", from: ["quay"] });
  });

  it("say why a drawer cannot be dissolved", () => {
    const inner = line(5, { source: { not: false, names: ["b"] } });
    const drawer = line(4, { action: "drawer", source: { not: false, names: ["a"] } }, [inner]);
    expect(dissolve(drawer, shelf([drawer]))).toContain("source");
  });

  it("lay a skeleton top to bottom, leaving out what nobody filled in", () => {
    const full = skeleton(
      { managementAddresses: ["admins"], managementServices: ["ssh"], noise: ["netbios"] },
      shelf([]),
      "ida",
    );
    expect(full.map((e) => e.rule?.name ?? e.divider)).toEqual([
      "management access",
      "self block",
      "known noise",
      "Business",
      "last block",
    ]);
    expect(full[4]).toMatchObject({ after: -4, rule: { action: "drop", log: "end", on: true } });
    const bare = skeleton(
      { managementAddresses: [], managementServices: [], noise: [] },
      shelf([]),
      "",
    );
    expect(bare.map((e) => e.rule?.name ?? e.divider)).toEqual([
      "self block",
      "Business",
      "last block",
    ]);
  });
});

describe("a cell that is filled as another", () => {
  const from: Rule = {
    ...emptyRule("from"),
    source: { not: true, names: ["kiosks"] },
    services: ["tcp/443"],
    applications: ["booking"],
    action: "reject",
  };

  it("takes just what that cell says", () => {
    const rule = { ...emptyRule("to"), note: "mine", services: ["tcp/22"] };
    expect(filled("source", from)(rule)).toEqual({ ...rule, source: from.source });
    expect(filled("what", from)(rule)).toEqual({
      ...rule,
      applications: ["booking"],
      services: ["tcp/443"],
      standardServices: false,
    });
  });

  it("leaves names and drawers as they are", () => {
    const drawer = { ...emptyRule("drawer"), action: "drawer", end: "drop" };
    expect(filled("action", from)(drawer)).toEqual(drawer);
    expect(filled("name", from)(drawer)).toEqual(drawer);
    expect(filled("action", from)(emptyRule("to")).action).toBe("reject");
  });
});
