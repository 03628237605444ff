import { beforeEach, describe, expect, it } from "vitest";
import { computed } from "vue";
import { setting } from "../accounts/settings";
import { rowsOf } from "./rows";
import { line, stack } from "./testing";
import { LEAST, useColumns } from "./useColumns";

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

  it("are as wide as somebody made them, and a setting of theirs", () => {
    const c = columnsOf(line(1, "1"));
    c.widen("source", 200.4);
    c.widen("log", 1);
    expect(c.template.value).toContain("200px");
    expect(c.template.value).toContain(`${LEAST}px`);
    expect(setting("columns", undefined).value).toMatchObject({ widths: { source: 200 } });
    c.widen("source", undefined);
    expect(c.template.value).not.toContain("200px");
  });
});
