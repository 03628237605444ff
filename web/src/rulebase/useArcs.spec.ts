import { describe, expect, it } from "vitest";
import { computed, ref } from "vue";
import type { Finding } from "../api/client";
import { merged } from "./checked";
import { HEIGHTS, type Row, rowsOf } from "./rows";
import { line, stack } from "./testing";
import { useArcs } from "./useArcs";

const finding = (...by: string[]): Finding => ({
  kind: "shadowed",
  severity: "high",
  certainty: "always",
  by: by.map((name) => ({ shelf: "fw/own", name, end: false })),
  more: 0,
  witness: "",
  says: "",
});

function drawn(selected?: string) {
  const checked = merged(undefined, {
    version: "a",
    whole: true,
    rules: [
      { rule: { shelf: "fw/own", name: "r1", end: false }, reach: 1, findings: [] },
      { rule: { shelf: "fw/own", name: "r3", end: false }, reach: 0, findings: [finding("r1")] },
    ],
  });
  const rows = ref<Row[]>(
    rowsOf(stack([line(1, "1"), line(2, "2"), line(3, "3")]), checked, new Set()),
  );
  const tops = computed(() =>
    rows.value.map((_, i) => rows.value.slice(0, i).reduce((a, r) => a + HEIGHTS[r.kind], 0)),
  );
  return { rows, ...useArcs(rows, ref(selected), tops) };
}

const shown = (d: ReturnType<typeof drawn>) => d.arcs.value.map((a) => a.key);
const fades = (d: ReturnType<typeof drawn>) => d.rows.value.filter(d.faded).map((r) => r.key);

describe("arcs", () => {
  it("lead from a rule to those that take its traffic, and the others step back", () => {
    const d = drawn("l3");
    expect(shown(d)).toEqual(["l1"]);
    expect(fades(d)).toEqual(["l2", "floor"]);
  });

  it("lead from a rule to those whose traffic it takes", () => {
    expect(shown(drawn("l1"))).toEqual(["l3"]);
  });

  it("begin and end in the middle of their rows", () => {
    const middle = HEIGHTS.plate + HEIGHTS.rule / 2;
    expect(drawn("l3").arcs.value[0]?.d).toContain(`17 ${middle}`);
  });

  it("are not drawn, and nothing fades, where a rule has to do with no other", () => {
    for (const selected of ["l2", undefined]) {
      const d = drawn(selected);
      expect(shown(d)).toEqual([]);
      expect(fades(d)).toEqual([]);
    }
  });
});
