import { describe, expect, it } from "vitest";
import { emptyRule } from "./emptyRule";
import { fieldChanges } from "./fields";

describe("two versions of a rule", () => {
  const before = { ...emptyRule("a"), on: true };

  it("differ in nothing when they are the same", () => {
    expect(fieldChanges(before, { ...before })).toEqual([]);
  });

  it("are told field by field, in words", () => {
    const after = {
      ...before,
      on: false,
      source: { not: true, names: ["crew"] },
      when: ["boarding"],
      sourceNat: true,
    };
    expect(fieldChanges(before, after)).toEqual([
      { field: "state", before: "on", after: "off" },
      { field: "source", before: "any", after: "not crew" },
      { field: "when", before: "always", after: "boarding" },
      { field: "source NAT", before: "no", after: "yes" },
    ]);
  });
});
