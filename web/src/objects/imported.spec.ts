import { describe, expect, it } from "vitest";
import { merge } from "./imported";

describe("a list put into a group", () => {
  it("is appended to what is there", () => {
    expect(merge(["a", "b"], ["b", "c", "c"], false)).toEqual({
      added: ["c"],
      kept: ["a", "b"],
      dropped: [],
    });
  });

  it("replaces what is there", () => {
    expect(merge(["a", "b"], ["b", "c"], true)).toEqual({
      added: ["c"],
      kept: ["b"],
      dropped: ["a"],
    });
  });
});
