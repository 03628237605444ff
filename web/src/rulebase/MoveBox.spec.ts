// @vitest-environment happy-dom
import { mount } from "@vue/test-utils";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Consequences } from "../api/client";
import MoveBox from "./MoveBox.vue";
import { rowsOf, type RuleRow } from "./rows";
import { line, stack } from "./testing";

const quiet = { effects: [], come: [], gone: [], untouched: 8, restacked: [] } as unknown;

describe("moving a rule to a position", () => {
  beforeEach(() => {
    vi.useFakeTimers();
  });
  afterEach(() => {
    vi.useRealTimers();
  });

  function open() {
    const attempt = vi.fn<(n: number) => Promise<Consequences>>(() =>
      Promise.resolve(quiet as Consequences),
    );
    const row = rowsOf(stack([line(1, "1"), line(2, "2")]), undefined, new Set(), []).find(
      (r): r is RuleRow => r.kind === "rule" && r.line.id === 2,
    );
    if (!row) throw new Error("no row");
    const box = mount(MoveBox, { props: { row, most: 12, attempt } });
    return { box, attempt, input: box.get("input") };
  }

  it("begins where it stands, and says what another place does before it is moved", async () => {
    const { box, attempt, input } = open();
    expect(input.element.value).toBe("2");
    await input.setValue("7");
    await vi.advanceTimersByTimeAsync(300);
    expect(attempt).toHaveBeenCalledWith(7);
    expect(box.text()).toContain("No packet is treated otherwise");
    expect(box.emitted("move")).toBeUndefined();
    await input.trigger("keydown", { key: "Enter" });
    expect(box.emitted("move")).toEqual([[7]]);
  });

  it("takes no position that there is not", async () => {
    const { box, attempt, input } = open();
    for (const text of ["0", "13", "two", "1.5", ""]) {
      await input.setValue(text);
      await input.trigger("keydown", { key: "Enter" });
      expect(box.text()).toContain("Type a number from 1 to 12.");
    }
    await vi.advanceTimersByTimeAsync(300);
    expect(attempt).not.toHaveBeenCalled();
    expect(box.emitted("move")).toBeUndefined();
  });

  it("is left with Escape", async () => {
    const { box, input } = open();
    await input.trigger("keydown", { key: "Escape" });
    expect(box.emitted("leave")).toHaveLength(1);
  });
});
