import { describe, expect, it } from "vitest";
import { emptyRule } from "./emptyRule";
import { COLUMNS } from "./columns";
import { cellText, fieldChanges, fieldsOf, FIELDS } from "./fields";

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

describe("the cells of a row", () => {
  it("each show fields of the rule", () => {
    const fields = FIELDS.map(([field]) => field);
    for (const c of COLUMNS) for (const f of fieldsOf(c)) expect(fields).toContain(f);
  });

  it("say in full what they hold", () => {
    const rule = {
      ...emptyRule("quay voices"),
      from: ["quay", "deck"],
      source: { not: true, names: ["crew"] },
      applications: ["voice"],
      standardServices: true,
    };
    expect(cellText(rule, "name")).toBe("quay voices");
    expect(cellText(rule, "from")).toBe("quay, deck");
    expect(cellText(rule, "source")).toBe("not crew");
    expect(cellText(rule, "destination")).toBe("any");
    expect(cellText(rule, "what")).toBe("voice, on standard services");
    expect(cellText(rule, "when")).toBe("always");
  });
});
