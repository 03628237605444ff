import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { type Consequences, Refused } from "../api/client";
import { useTrial } from "./useTrial";

const said = (name: string) => ({ effects: [], name }) as unknown as Consequences;

describe("what an edit would do", () => {
  beforeEach(() => {
    vi.useFakeTimers();
    vi.stubGlobal("window", globalThis);
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it("is asked once, a moment after the last change", async () => {
    const trial = useTrial();
    const first = vi.fn(() => Promise.resolve(said("first")));
    const second = vi.fn(() => Promise.resolve(said("second")));
    trial.ask(first);
    await vi.advanceTimersByTimeAsync(100);
    trial.ask(second);
    expect(trial.waiting.value).toBe(true);
    await vi.advanceTimersByTimeAsync(300);
    expect(first).not.toHaveBeenCalled();
    expect(trial.found.value).toEqual(said("second"));
    expect(trial.waiting.value).toBe(false);
  });

  it("is not shown when its answer comes after another question", async () => {
    const trial = useTrial();
    let late: (c: Consequences) => void = () => undefined;
    trial.ask(() => new Promise((done) => (late = done)), 0);
    await vi.advanceTimersByTimeAsync(1);
    trial.ask(() => Promise.resolve(said("newer")), 0);
    await vi.advanceTimersByTimeAsync(1);
    late(said("older"));
    await vi.advanceTimersByTimeAsync(1);
    expect(trial.found.value).toEqual(said("newer"));
  });

  it("says why it cannot be told, with what would be right", async () => {
    const trial = useTrial();
    const problems = [{ pointer: "/x", wrong: "the zone is gone", right: "choose another" }];
    trial.ask(() => Promise.reject(new Refused(422, "no", problems)), 0);
    await vi.advanceTimersByTimeAsync(1);
    expect(trial.trouble.value).toBe("the zone is gone; choose another.");
    trial.forget();
    expect(trial.trouble.value).toBe("");
  });
});
