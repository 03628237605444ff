// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from "vitest";
import { computed, ref } from "vue";
import type { Rule } from "../api/client";
import type { Column } from "./columns";
import { rowsOf, type RuleRow } from "./rows";
import { line, stack } from "./testing";
import { useCells } from "./useCells";
import { useSelection } from "./useSelection";

function view() {
  const rows = computed(() =>
    rowsOf(stack([line(1, "1"), line(2, "2")]), undefined, new Set(), []),
  );
  const answers: ((ok: boolean) => void)[] = [];
  type Save = (line: unknown, rule: Rule, version: number) => Promise<object | undefined>;
  const save = vi.fn<Save>(
    () => new Promise((done) => answers.push((ok) => done(ok ? [] : undefined))),
  );
  const s = { save, trouble: ref(""), stale: ref(undefined) };
  const selection = useSelection(rows);
  const columns = ref<Column[]>(["name", "source", "log"]);
  const said = vi.fn();
  const cells = useCells(s as never, selection, columns, said);
  const row = (at: number) => rows.value.filter((r) => r.kind === "rule")[at] as RuleRow;
  return { cells, selection, save, answers, row, said };
}

describe("the cells of a stack", () => {
  let v: ReturnType<typeof view>;
  beforeEach(() => {
    v = view();
  });

  it("opens with a second click on the same cell, not with the first", async () => {
    await v.cells.select("l1", "source");
    expect(v.cells.editing.value).toBe(false);
    await v.cells.select("l1", "source");
    expect(v.cells.editing.value).toBe(true);
    await v.cells.select("l2", "source");
    expect(v.cells.editing.value).toBe(false);
    expect(v.selection.selected.value).toBe("l2");
  });

  it("is closed when it is kept, and the next one opens with Tab", async () => {
    v.cells.edit("l1", "source");
    const kept = v.cells.keep(v.row(0), { ...v.row(0).rule, note: "x" }, 1);
    v.answers[0]?.(true);
    await kept;
    expect(v.cells.column.value).toBe("log");
    expect(v.cells.editing.value).toBe(true);
  });

  it("is not sent where it says what it said", async () => {
    v.cells.edit("l1", "source");
    await v.cells.keep(v.row(0), v.row(0).rule, 1);
    expect(v.save).not.toHaveBeenCalled();
    expect(v.cells.column.value).toBe("log");
  });

  it("stays open where it was not saved", async () => {
    v.cells.edit("l1", "source");
    const kept = v.cells.keep(v.row(0), { ...v.row(0).rule, note: "x" }, 0);
    v.answers[0]?.(false);
    await kept;
    expect(v.cells.editing.value).toBe(true);
    expect(v.cells.column.value).toBe("source");
  });

  it("is kept before a click goes elsewhere, and holds the click where it is not", async () => {
    v.cells.edit("l1", "source");
    void v.cells.keep(v.row(0), { ...v.row(0).rule, note: "x" }, 0);
    const gone = v.cells.select("l2", "log");
    expect(v.selection.selected.value).toBe("l1");
    v.answers[0]?.(true);
    await gone;
    expect(v.selection.selected.value).toBe("l2");

    v.cells.edit("l2", "log");
    void v.cells.keep(v.row(1), { ...v.row(1).rule, note: "x" }, 0);
    const held = v.cells.select("l1", "name");
    v.answers[1]?.(false);
    await held;
    expect(v.selection.selected.value).toBe("l2");
    expect(v.cells.editing.value).toBe(true);
    await expect(v.cells.settled()).resolves.toBe(true);
  });
});
