import { computed, ref } from "vue";
import { describe, expect, it } from "vitest";
import type { Shelf } from "../api/client";
import { emptyRule } from "./emptyRule";
import { narrow, type Row } from "./rows";
import { useSelection } from "./useSelection";

const shelf: Shelf = {
  id: 1,
  name: "a/own",
  owner: "a",
  ownerKind: "firewall",
  ownerId: 1,
  part: "own",
  editable: true,
  rules: 4,
  lines: [],
};

function row(id: number, depth = 0, drawer?: number): Row {
  const rule = { ...emptyRule(`r${id}`), on: true };
  const line = {
    id,
    version: 0,
    kind: "rule",
    position: `${id}`,
    name: rule.name,
    marks: [],
    lines: [],
  };
  return {
    kind: "rule",
    key: `l${id}`,
    shelf,
    line,
    rule,
    depth,
    drawer,
    place: `a/own ${id}`,
    findings: [],
  };
}

const rows = ref<Row[]>([
  { kind: "plate", key: "s1", shelf },
  row(1),
  row(2),
  row(3, 1, 2),
  row(4),
]);
const open = () => useSelection(computed(() => rows.value));
const names = (s: ReturnType<typeof open>) => s.rules.value.map((r) => r.line.id);

describe("choosing rules", () => {
  it("goes from row to row and stops at the ends", () => {
    const s = open();
    s.step(1);
    expect(s.selected.value).toBe("l1");
    s.step(-5);
    expect(s.selected.value).toBe("l1");
    s.step(1e9);
    expect(s.selected.value).toBe("l4");
  });

  it("chooses from where it began, and shrinks again", () => {
    const s = open();
    s.only("l1");
    s.step(1, true);
    s.step(2, true);
    expect(names(s)).toEqual([1, 2, 4]);
    s.step(-2, true);
    expect(names(s)).toEqual([1, 2]);
    s.only("l4");
    expect(names(s)).toEqual([4]);
  });

  it("counts what stands in a chosen drawer once", () => {
    const s = open();
    s.only("l2");
    s.range("l3");
    expect(names(s)).toEqual([2]);
  });

  it("adds and takes single rules", () => {
    const s = open();
    s.only("l1");
    s.toggle("l4");
    expect(names(s)).toEqual([1, 4]);
    s.toggle("l1");
    expect(names(s)).toEqual([1]);
  });

  it("chooses a whole shelf", () => {
    const s = open();
    s.only("l4");
    s.all();
    expect(names(s)).toEqual([1, 2, 4]);
  });
});

describe("a narrowed stack", () => {
  it("keeps the drawer a wanted rule stands in, and its plate", () => {
    const some = narrow(rows.value, (r) => r.line.id === 3);
    expect(some.map((r) => r.key)).toEqual(["s1", "l2", "l3"]);
  });

  it("keeps nothing of a shelf without a wanted rule", () => {
    expect(narrow(rows.value, () => false)).toEqual([]);
  });
});
