import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { forgetAhead, typeAhead, typedAhead } from "./ahead";

let take: ((e: KeyboardEvent) => void) | undefined;

beforeEach(() => {
  vi.stubGlobal("window", {
    addEventListener: (_: string, listener: typeof take) => (take = listener),
    removeEventListener: () => (take = undefined),
  });
});
afterEach(() => vi.unstubAllGlobals());

function type(...keys: string[]) {
  for (const key of keys)
    take?.({ key, preventDefault: vi.fn(), stopPropagation: vi.fn() } as unknown as KeyboardEvent);
}

describe("what is typed while a cell is being kept", () => {
  it("goes to the cells that open, from Tab to Tab", () => {
    const end = typeAhead();
    type("q", "u", "Shift", "Tab", "a", "Tab", "1");
    end();
    expect(typedAhead()).toEqual({ typed: "qu", tab: true });
    expect(typedAhead()).toEqual({ typed: "a", tab: true });
    expect(typedAhead()).toEqual({ typed: "1", tab: false });
    expect(typedAhead()).toEqual({ typed: "", tab: false });
  });

  it("waits while the next cell is being kept too", () => {
    const end = typeAhead();
    type("a", "Tab", "b");
    end();
    typedAhead();
    const again = typeAhead();
    type("c");
    again();
    expect(typedAhead()).toEqual({ typed: "bc", tab: false });
  });

  it("is forgotten where no cell opens", () => {
    const end = typeAhead();
    type("a");
    end();
    forgetAhead();
    type("b");
    expect(typedAhead()).toEqual({ typed: "", tab: false });
  });
});
