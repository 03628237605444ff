import { describe, expect, it } from "vitest";
import type { LibraryObject } from "../api/client";
import { table } from "./download";
import { pasted } from "./forms";
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

describe("an exported table", () => {
  it("comes back as the objects it was made of", () => {
    const objects: LibraryObject[] = [
      {
        id: 1,
        kind: "address",
        name: "kiosk 1",
        form: "host",
        value: "10.72.4.9",
        note: "by the gate, left",
        labels: [],
      },
    ];
    const rows = pasted(table(objects)).flatMap((r) => r.document ?? []);
    expect(rows).toEqual([{ name: "kiosk 1", host: "10.72.4.9", note: "by the gate, left" }]);
  });
});
