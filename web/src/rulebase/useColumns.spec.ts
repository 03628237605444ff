import { beforeEach, describe, expect, it, vi } from "vitest";
import { computed, nextTick } from "vue";
import { rowsOf } from "./rows";
import { line, stack } from "./testing";

const kept = new Map<string, string>();
vi.stubGlobal("localStorage", {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => kept.set(key, value),
});
const { LEAST, useColumns } = await import("./useColumns");

const columnsOf = (...lines: Parameters<typeof stack>[0]) =>
  useColumns(computed(() => rowsOf(stack(lines), undefined, new Set())));

describe("columns", () => {
  beforeEach(() => columnsOf().reset());

  it("are there only where some rule needs them", () => {
    expect(columnsOf(line(1, "1")).columns.value).not.toContain("when");
    expect(columnsOf(line(1, "1", { when: ["nights"] })).columns.value).toContain("when");
  });

  it("can be put away, but not the name", () => {
    const c = columnsOf(line(1, "1"));
    c.toggle("log");
    c.toggle("name");
    expect(c.columns.value).toEqual([
      "name",
      "from",
      "to",
      "source",
      "destination",
      "what",
      "action",
    ]);
    c.toggle("log");
    expect(c.own.value).toBe(false);
  });

  it("are as wide as somebody made them, and remembered", async () => {
    const c = columnsOf(line(1, "1"));
    c.widen("source", 200.4);
    c.widen("log", 1);
    expect(c.template.value).toContain("200px");
    expect(c.template.value).toContain(`${LEAST}px`);
    await nextTick();
    expect(JSON.parse(kept.get("tinshelf.columns") ?? "").widths.source).toBe(200);
    c.widen("source", undefined);
    expect(c.template.value).not.toContain("200px");
  });
});
