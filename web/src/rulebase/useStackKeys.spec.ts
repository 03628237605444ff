import { describe, expect, it, vi } from "vitest";
import { actOf, type StackKeys } from "./useStackKeys";

function keys(): StackKeys {
  return {
    plain: { n: vi.fn(), Delete: vi.fn() },
    control: { c: vi.fn(), z: vi.fn() },
    alt: { ArrowUp: vi.fn() },
    step: vi.fn(),
    enter: vi.fn(),
    escape: vi.fn(),
  };
}

const on = (kind: string) => ({ closest: (of: string) => (of.includes(kind) ? {} : null) });

function press(key: string, more: Partial<KeyboardEvent> = {}) {
  return { key, target: on("div"), shiftKey: false, ...more } as unknown as KeyboardEvent;
}

describe("keys on the stack", () => {
  it("go from row to row, and choose the rows between with Shift", () => {
    const k = keys();
    actOf(press("ArrowDown"), k)?.();
    actOf(press("PageUp", { shiftKey: true }), k)?.();
    expect(k.step).toHaveBeenNthCalledWith(1, 1, false);
    expect(k.step).toHaveBeenNthCalledWith(2, -20, true);
  });

  it("move a rule with Alt instead of going on", () => {
    const k = keys();
    expect(actOf(press("ArrowUp", { altKey: true }), k)).toBe(k.alt.ArrowUp);
    expect(actOf(press("ArrowLeft", { altKey: true }), k)).toBeUndefined();
  });

  it("open a cell with Enter, but press a button that has the keyboard", () => {
    const k = keys();
    expect(actOf(press("Enter"), k)).toBe(k.enter);
    const button = { target: on("button") as unknown as EventTarget };
    expect(actOf(press("Enter", button), k)).toBeUndefined();
  });

  it("copy rules with Ctrl+C unless text is marked, which is copied as text", () => {
    const k = keys();
    const marked = vi.fn(() => "");
    vi.stubGlobal("window", { getSelection: () => ({ toString: marked }) });
    expect(actOf(press("c", { ctrlKey: true }), k)).toBe(k.control.c);
    marked.mockReturnValue("10.72.16.9");
    expect(actOf(press("c", { ctrlKey: true }), k)).toBeUndefined();
    vi.unstubAllGlobals();
  });

  it("leave other keys with Ctrl to the browser", () => {
    expect(actOf(press("n", { ctrlKey: true }), keys())).toBeUndefined();
    expect(actOf(press("q"), keys())).toBeUndefined();
  });
});
