import { describe, expect, it } from "vitest";
import type { Consequences, Effect } from "../api/client";
import { emptyRule } from "./emptyRule";
import { changesOf, sentence } from "./sentence";

const effect = (allowed: number, blocked: number, otherwise = 0): Effect => ({
  firewall: "gannet-fw",
  allowed,
  blocked,
  otherwise,
  opened: [],
  closed: [],
  regions: [],
  decided: true,
});
const would = (...effects: Effect[]): Consequences => ({ effects }) as unknown as Consequences;

describe("a rule as a sentence", () => {
  const rule = { ...emptyRule("a"), action: "allow" };

  it("says any where nothing is named", () => {
    expect(sentence(rule)).toContain("any");
  });

  it("names what is excepted, and counts the rest of long lists", () => {
    const names = Array.from({ length: 9 }, (_, i) => `host-${i}`);
    const text = sentence({ ...rule, source: { not: true, names } });
    expect(text).toContain("host-4 and 4 more");
    expect(text).not.toContain("host-5");
  });
});

describe("what an edit does to traffic", () => {
  it("is nothing where no firewall is touched", () => {
    expect(changesOf(would())).toBe("no packet changes");
    expect(changesOf(would(effect(0, 0)))).toBe("no packet changes");
  });

  it("is counted over all firewalls, kind by kind", () => {
    expect(changesOf(would(effect(1, 0), effect(0, 2, 1)))).toBe(
      "1 region newly allowed, 2 regions newly blocked, 1 region blocked otherwise",
    );
  });
});
