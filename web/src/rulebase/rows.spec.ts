import { describe, expect, it } from "vitest";
import type { Check, Line, Rule, Stack } from "../api/client";
import { emptyRule } from "./emptyRule";
import { reachText, rowsOf, worst } from "./rows";
import { sentence } from "./sentence";

const rule: Rule = { ...emptyRule("r"), on: true };

function line(id: number, position: string, more: Partial<Rule> = {}, lines: Line[] = []): Line {
  return {
    id,
    version: 0,
    kind: "rule",
    position,
    name: `r${id}`,
    rule: { ...rule, name: `r${id}`, ...more },
    marks: [],
    lines,
  };
}

const divider: Line = {
  id: 9,
  version: 0,
  kind: "divider",
  position: "",
  name: "d",
  marks: [],
  lines: [],
};

function stack(lines: Line[]): Stack {
  return {
    id: 1,
    name: "fw",
    kind: "firewall",
    zones: [],
    shelves: [
      {
        id: 1,
        name: "fw/own",
        owner: "fw",
        ownerKind: "firewall",
        ownerId: 1,
        part: "own",
        editable: true,
        rules: lines.length,
        lines,
      },
    ],
    floor: { kind: "closed", log: true, setBy: "" },
  };
}

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

  it("carry the reach and the findings of their place", () => {
    const check: Check = {
      reach: { "fw/own 1": 0 },
      findings: [
        {
          kind: "shadowed",
          severity: "high",
          certainty: "always",
          rule: { shelf: "fw/own", position: "1", name: "r1" },
          by: [],
          more: 0,
          reach: 0,
          witness: "",
          says: "",
        },
      ],
    };
    const row = rowsOf(stack([line(1, "1")]), check, new Set())[1];
    expect(row).toMatchObject({ reach: 0 });
    expect(row && "findings" in row && worst(row.findings)).toBe("high");
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
