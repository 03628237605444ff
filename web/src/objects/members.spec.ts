import { describe, expect, it } from "vitest";
import type { LibraryObject } from "../api/client";
import { membersOf } from "./members";

const object = (name: string, form: string, value: string): LibraryObject => ({
  id: name.length,
  kind: "address",
  name,
  form,
  value,
  note: "",
  category: "",
  labels: [],
});

describe("the members of a group", () => {
  const kiosk = object("kiosk 1", "host", "10.72.4.9");
  const known = new Map([["address kiosk 1", kiosk]]);

  it("stand in their order, those taken away last", () => {
    const group = object("kiosks", "group", "kiosk 1, quays · except old quay");
    expect(membersOf(group, known)).toEqual([
      { name: "kiosk 1", except: false, object: kiosk },
      { name: "quays", except: false, object: undefined },
      { name: "old quay", except: true, object: undefined },
    ]);
  });

  it("are none where a group only takes away, or is empty", () => {
    expect(membersOf(object("g", "group", ""), known)).toEqual([]);
    expect(membersOf(object("g", "group", " · except kiosk 1"), known)).toEqual([
      { name: "kiosk 1", except: true, object: kiosk },
    ]);
  });

  it("are none of what is no group", () => {
    expect(membersOf(kiosk, known)).toEqual([]);
  });
});
