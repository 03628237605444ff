import { describe, expect, it } from "vitest";
import { merged } from "./checked";
import { reachText, rowsOf, worst } from "./rows";
import { sentence } from "./sentence";
import { divider, line, rule, stack } from "./testing";

describe("rows of a stack", () => {
  it("open drawers in place, with their end, and close with the floor", () => {
    const drawer = line(2, "2", { action: "drawer", end: "drop" }, [line(3, "2.1")]);
    const rows = rowsOf(stack([line(1, "1"), drawer]), undefined, new Set());
    expect(rows.map((r) => r.key)).toEqual(["s1", "l1", "l2", "l3", "x2", "floor"]);
    expect(rows.map((r) => ("depth" in r ? r.depth : 0))).toEqual([0, 0, 0, 1, 1, 0]);
  });

  it("have no end row where the drawer passes on", () => {
    const drawer = line(2, "1", { action: "drawer", end: "pass on" }, [line(3, "1.1")]);
    expect(rowsOf(stack([drawer]), undefined, new Set()).some((r) => r.kind === "end")).toBe(false);
  });

  it("fold under a divider and say how many are hidden", () => {
    const rows = rowsOf(
      stack([line(1, "1"), divider, line(2, "2"), line(3, "3")]),
      undefined,
      new Set([9]),
    );
    expect(rows.map((r) => r.key)).toEqual(["s1", "l1", "l9", "floor"]);
    expect(rows[2]).toMatchObject({ hidden: 2 });
  });

  const shadowed = {
    kind: "shadowed",
    severity: "high",
    certainty: "always",
    by: [],
    more: 0,
    witness: "",
    says: "",
  };
  const said = (name: string, reach: number | undefined, ...findings: (typeof shadowed)[]) => ({
    rule: { shelf: "fw/own", name, end: false },
    reach,
    findings,
  });

  it("carry the reach and the findings of their rule, wherever it stands", () => {
    const checked = merged(undefined, {
      version: "1",
      whole: true,
      rules: [said("r1", 0, shadowed)],
    });
    const row = rowsOf(stack([line(7, "1"), line(1, "2")]), checked, new Set())[2];
    expect(row).toMatchObject({ reach: 0 });
    expect(row && "findings" in row && worst(row.findings)).toBe("high");
  });

  it("stay the very same where nothing about them changes", () => {
    const lines = [line(1, "1"), line(2, "2")];
    const first = merged(undefined, {
      version: "1",
      whole: true,
      rules: [said("r1", 1), said("r2", 0, shadowed)],
    });
    const before = rowsOf(stack(lines), first, new Set());
    const second = merged(first, { version: "2", whole: false, rules: [said("r2", 1)] });
    const after = rowsOf(stack(lines), second, new Set(), before);
    expect(after[1]).toBe(before[1]);
    expect(after[2]).not.toBe(before[2]);
    expect(after[2]).toMatchObject({ reach: 1, findings: [] });
  });

  it("lose what was said of rules that take no part any more", () => {
    const first = merged(undefined, { version: "1", whole: true, rules: [said("r1", 1)] });
    const second = merged(first, { version: "2", whole: false, rules: [said("r1", undefined)] });
    expect(second.at.size).toBe(0);
    expect(merged(second, { version: "2", whole: false, rules: [] })).toBe(second);
  });
});

describe("reach in words", () => {
  it("never rounds to all or nothing", () => {
    expect([0, 1e-9, 0.004, 0.5, 0.991, 1 - 1e-12, 1].map(reachText)).toEqual([
      "dead",
      "< 1 %",
      "< 1 %",
      "50 %",
      "> 99 %",
      "> 99 %",
      "100 %",
    ]);
  });
});

describe("a rule as a sentence", () => {
  it("reads every field that is filled", () => {
    const said = sentence({
      ...rule,
      on: false,
      from: ["quay"],
      source: { not: true, names: ["crew"] },
      destination: { not: false, names: ["a", "b", "c"] },
      services: ["https"],
      when: ["boarding"],
      guard: "encrypted",
    });
    expect(said).toBe(
      "Off. Lets anyone but crew in quay reach a, b and c on https, encrypted at least, during boarding.",
    );
  });
});
