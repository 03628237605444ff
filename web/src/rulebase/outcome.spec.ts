import { describe, expect, it } from "vitest";
import type { Change } from "../api/client";
import { outcomes } from "./outcome";
import { rule as some } from "./testing";

let id = 0;
function change(kind: string, subject: number, more: Partial<Change> = {}): Change {
  return {
    id: ++id,
    at: "2026-11-25T10:00:00Z",
    who: "Ida",
    about: "line",
    where: "quay-fw/own",
    name: "tides",
    batch: id,
    was: "",
    is: "",
    followed: "",
    follows: "",
    undoable: true,
    kind,
    subject,
    ...more,
  } as Change;
}
const rule = (name: string) => ({ ...some, name });

describe("what changes come to", () => {
  it("is one addition where a rule is added and then written", () => {
    const [one, ...rest] = outcomes([
      change("add", 1, { after: rule("new rule 1") }),
      change("change", 1, { before: rule("new rule 1"), after: rule("tides") }),
      change("move", 1, { followed: "a", follows: "b" }),
    ]);
    expect(rest).toEqual([]);
    expect(one?.kind).toBe("add");
    expect(one?.after?.name).toBe("tides");
    expect(one?.made.length).toBe(3);
  });

  it("is nothing where a thing came and went, or is again as it was", () => {
    expect(
      outcomes([
        change("add", 1, { after: rule("a") }),
        change("remove", 1, { before: rule("a") }),
        change("change", 2, { before: rule("b"), after: rule("c") }),
        change("change", 2, { before: rule("c"), after: rule("b") }),
        change("move", 3, { followed: "x", follows: "y" }),
        change("move", 3, { followed: "y", follows: "x" }),
      ]),
    ).toEqual([]);
  });

  it("tells a change and a move of one rule together", () => {
    const [one] = outcomes([
      change("move", 1, { followed: "x", follows: "y" }),
      change("change", 1, { before: rule("b"), after: rule("c") }),
    ]);
    expect(one?.kind).toBe("change");
    expect(one?.moved).toBe(true);
    expect([one?.followed, one?.follows]).toEqual(["x", "y"]);
  });

  it("is a removal of what stood there before all changes", () => {
    const [one] = outcomes([
      change("change", 1, { before: rule("b"), after: rule("c") }),
      change("remove", 1, { before: rule("c") }),
    ]);
    expect(one?.kind).toBe("remove");
    expect(one?.before?.name).toBe("b");
    expect(one?.after).toBeUndefined();
  });

  it("keeps objects and rules with one number apart", () => {
    expect(
      outcomes([
        change("change", 1, { before: rule("b"), after: rule("c") }),
        change("change", 1, { about: "object", was: "10.0.0.1", is: "10.0.0.2" }),
      ]).length,
    ).toBe(2);
  });
});
