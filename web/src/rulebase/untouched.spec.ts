import { beforeEach, describe, expect, it } from "vitest";
import { line } from "./testing";
import { begin, meaning, toFill, touch } from "./untouched";

describe("cells of a new rule that nobody has touched", () => {
  beforeEach(() => (meaning.value = "any"));

  it("mean any unless a person wants it otherwise", () => {
    begin(1);
    expect(toFill(line(1, "1"))).toEqual([]);
  });

  it("wait to be filled where that is wanted", () => {
    meaning.value = "to be filled";
    begin(2);
    const more = { from: ["quay"], services: ["https"] };
    expect(toFill(line(2, "1", more))).toEqual(["to", "source", "destination"]);
  });

  it("are decided once they were opened and kept, even empty", () => {
    meaning.value = "to be filled";
    begin(3);
    for (const c of ["from", "to", "source", "what"]) touch(3, c);
    expect(toFill(line(3, "1"))).toEqual(["destination"]);
    touch(3, "destination");
    expect(toFill(line(3, "1"))).toEqual([]);
  });

  it("are none in rules that were not begun so", () => {
    meaning.value = "to be filled";
    expect(toFill(line(4, "1"))).toEqual([]);
  });
});
