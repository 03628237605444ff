import { describe, expect, it, vi } from "vitest";
import { type Row, rowsOf, type RuleRow } from "./rows";
import { line, stack } from "./testing";
import { useDragging } from "./useDragging";

const rows = rowsOf(stack([line(1, "1"), line(2, "2"), line(3, "3")]), undefined, new Set());
const row = (key: string) => rows.find((r) => r.key === key) as RuleRow;

/** The pointer over a row that is 20 high, so far from its top. */
function at(y: number) {
  const preventDefault = vi.fn();
  const currentTarget = { getBoundingClientRect: () => ({ top: 100, height: 20 }) };
  return { clientY: 100 + y, currentTarget, preventDefault } as unknown as DragEvent;
}

function dragging(key?: string) {
  const over = vi.fn();
  const drop = vi.fn();
  const away = vi.fn();
  const d = useDragging(over, drop, away);
  if (key) d.dragged.value = row(key);
  return { ...d, over, drop, away };
}

describe("a dragged rule", () => {
  it("would stand above a row over its upper half, below it over its lower", () => {
    const d = dragging("l1");
    d.held(at(4), row("l3"));
    expect(d.side(row("l3"))).toBe("above");
    d.held(at(15), row("l3"));
    expect(d.side(row("l3"))).toBe("below");
    expect(d.side(row("l2"))).toBeUndefined();
    expect(d.over.mock.calls.map((c) => c[2])).toEqual([false, true]);
  });

  it("is told of each place once, however long it is held there", () => {
    const d = dragging("l1");
    d.held(at(15), row("l3"));
    d.held(at(16), row("l3"));
    expect(d.over).toHaveBeenCalledTimes(1);
  });

  it("stands below a shelf's plate, never above", () => {
    const d = dragging("l3");
    d.held(at(1), rows[0] as Row);
    expect(d.side(rows[0] as Row)).toBe("below");
  });

  it("cannot be let go on itself or the floor", () => {
    const d = dragging("l1");
    d.held(at(15), row("l1"));
    d.held(at(15), rows.at(-1) as Row);
    d.dropped(row("l1"));
    expect(d.drop).not.toHaveBeenCalled();
    expect(d.away).toHaveBeenCalled();
  });

  it("is let go where it was held last", () => {
    const d = dragging("l1");
    d.held(at(15), row("l3"));
    d.dropped(row("l3"));
    expect(d.drop).toHaveBeenCalledWith(row("l1"), row("l3"), true);
    expect(d.side(row("l3"))).toBeUndefined();
  });

  it("leaves alone what is dragged from elsewhere", () => {
    const d = dragging();
    const e = at(15);
    d.held(e, row("l3"));
    expect(e.preventDefault).not.toHaveBeenCalled();
  });
});
