import { describe, expect, it } from "vitest";
import type { Line, LineEdit, Stack } from "../api/client";
import { applied, restored } from "./applied";
import { line, stack } from "./testing";

/** What stands where, drawers with what they hold. */
function standing(s: Stack | undefined): string[] {
  const all = (lines: Line[]): string[] =>
    lines.flatMap((l) => [`${l.position || "-"} ${l.name}`, ...all(l.lines)]);
  return all(s?.shelves[0]?.lines ?? []);
}

const three = () => stack([line(1, "1"), line(2, "2"), line(3, "3")]);
const drawer = () =>
  stack([line(1, "1"), line(2, "2", { action: "drawer" }, [line(3, "2.1")]), line(4, "3")]);

describe("a stack after edits", () => {
  it("has a new rule below the one it follows, and numbers below it change", () => {
    const now = applied(three(), [{ op: "add", shelf: 1, after: 1 }], [line(9, "")]);
    expect(standing(now)).toEqual(["1 r1", "2 r9", "3 r2", "4 r3"]);
    expect(now?.shelves[0]?.rules).toBe(4);
  });

  it("has a rule without a line to follow at the top", () => {
    const now = applied(three(), [{ op: "add", shelf: 1 }], [line(9, "")]);
    expect(standing(now)[0]).toBe("1 r9");
  });

  it("moves a drawer with its rules", () => {
    const edit: LineEdit = { op: "move", line: 2, shelf: 1, after: 4 };
    const now = applied(drawer(), [edit], [line(2, "", { action: "drawer" })]);
    expect(standing(now)).toEqual(["1 r1", "2 r4", "3 r2", "3.1 r3"]);
  });

  it("puts rules into a drawer made in the same step", () => {
    const edits: LineEdit[] = [
      { op: "add", shelf: 1, after: 1 },
      { op: "move", line: 2, shelf: 1, drawer: -1 },
      { op: "move", line: 3, shelf: 1, drawer: -1, after: 2 },
    ];
    const now = applied(three(), edits, [
      line(9, "", { action: "drawer" }),
      line(2, ""),
      line(3, ""),
    ]);
    expect(standing(now)).toEqual(["1 r1", "2 r9", "2.1 r2", "2.2 r3"]);
  });

  it("keeps a removed rule visible, unless it was new", () => {
    const gone = (marks: string[]) => ({ ...line(2, ""), marks });
    const edit: LineEdit = { op: "remove", line: 2 };
    expect(standing(applied(three(), [edit], [gone(["removed"])]))).toEqual([
      "1 r1",
      "- r2",
      "2 r3",
    ]);
    expect(standing(applied(three(), [edit], [gone(["new", "removed"])]))).toEqual([
      "1 r1",
      "2 r3",
    ]);
  });

  it("keeps lines nothing happened to", () => {
    const before = three();
    const now = applied(before, [{ op: "change", line: 2 }], [line(2, "", { on: false })]);
    expect(now?.shelves[0]?.lines[0]).toBe(before.shelves[0]?.lines[0]);
    expect(now?.shelves[0]?.lines[1]?.rule?.on).toBe(false);
    expect(now?.shelves[0]?.lines[1]?.position).toBe("2");
  });

  it("is not guessed where a line is not known, or a drawer goes with its rules", () => {
    expect(applied(three(), [{ op: "change", line: 8 }], [line(8, "")])).toBeUndefined();
    expect(
      applied(drawer(), [{ op: "remove", line: 2 }], [line(2, "", { action: "drawer" })]),
    ).toBeUndefined();
    expect(applied(three(), [{ op: "add", shelf: 1, after: 8 }], [line(9, "")])).toBeUndefined();
  });
});

describe("a stack after an undo", () => {
  const placed = (l: Line, more: object) => ({ line: l, shelf: 1, shown: true, ...more });

  it("has a removed rule back where it was", () => {
    const now = restored(three(), [placed(line(9, ""), { after: 2 })]);
    expect(standing(now)).toEqual(["1 r1", "2 r2", "3 r9", "4 r3"]);
  });

  it("has no new rule any more", () => {
    const now = restored(three(), [placed(line(2, ""), { after: 1, shown: false })]);
    expect(standing(now)).toEqual(["1 r1", "2 r3"]);
  });

  it("has moved rules back, out of a drawer too, and a drawer with what it holds", () => {
    const now = restored(drawer(), [
      placed(line(2, "", { action: "drawer" }), { after: 4 }),
      placed(line(3, ""), { after: 1 }),
    ]);
    expect(standing(now)).toEqual(["1 r1", "2 r3", "3 r4", "4 r2"]);
  });

  it("is as it was where the change is on a shelf that is not in it", () => {
    const before = three();
    expect(restored(before, [placed(line(9, ""), { shelf: 77 })])?.shelves).toEqual(before.shelves);
  });

  it("is not told where the line above is not known", () => {
    expect(restored(three(), [placed(line(9, ""), { after: 44 })])).toBeUndefined();
  });
});
