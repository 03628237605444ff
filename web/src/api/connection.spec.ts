import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { gone, lost, returns } from "./connection";

describe("a server that is gone", () => {
  beforeEach(() => vi.useFakeTimers());
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it("is asked until it answers, and then everybody is told once", async () => {
    const answers = [
      () => Promise.reject(new Error("refused")),
      () => Promise.resolve({ status: 503 }),
      () => Promise.resolve({ status: 401 }),
    ];
    const asked = vi.fn(() => (answers.shift() ?? (() => Promise.reject(new Error())))());
    vi.stubGlobal("fetch", asked);
    const before = returns.value;
    lost();
    lost();
    expect(gone.value).toBe(true);
    await vi.advanceTimersByTimeAsync(4_500);
    expect(asked).toHaveBeenCalledTimes(2);
    expect(gone.value).toBe(true);
    await vi.advanceTimersByTimeAsync(2_000);
    expect(gone.value).toBe(false);
    expect(returns.value).toBe(before + 1);
    await vi.advanceTimersByTimeAsync(10_000);
    expect(asked).toHaveBeenCalledTimes(3);
  });
});
