// @vitest-environment happy-dom
import { mount } from "@vue/test-utils";
import { describe, expect, it } from "vitest";
import type { Consequences, Effect } from "../api/client";
import ConsequencesPanel from "./ConsequencesPanel.vue";

const effect = (firewall: string, more: Partial<Effect> = {}): Effect => ({
  firewall,
  decided: true,
  allowed: 0,
  blocked: 0,
  otherwise: 0,
  opened: [],
  closed: [],
  regions: [],
  ...more,
});
const found = (more: Partial<Consequences> = {}): Consequences =>
  ({ effects: [], come: [], gone: [], untouched: 0, restacked: [], ...more }) as Consequences;

const told = (props: Record<string, unknown>) =>
  mount(ConsequencesPanel, { props }).text().replace(/\s+/g, " ");

describe("what an edit does to traffic, in words", () => {
  it("is nothing, where no packet is treated otherwise", () => {
    expect(told({ found: found({ untouched: 8 }) })).toBe(
      "No packet is treated otherwise on any firewall.",
    );
  });

  it("is waited for, or says why it cannot be told", () => {
    expect(told({ waiting: true })).toBe("Working out what it does …");
    expect(told({ trouble: "the zone is gone; choose another." })).toBe(
      "the zone is gone; choose another.",
    );
  });

  it("counts firewalls and zone pairs, and those that stay as they are", () => {
    const effects = [
      effect("a", { blocked: 2, closed: ["quay to tills", "tills to quay"] }),
      effect("b", { blocked: 1, closed: ["quay to tills"] }),
    ];
    expect(told({ found: found({ effects, untouched: 6 }) })).toMatch(
      /^2 firewalls treat traffic otherwise · 3 zone pairs become blocked · 6 as before/,
    );
  });

  it("speaks of one as of one", () => {
    const effects = [effect("a", { allowed: 1, opened: ["quay to tills"] })];
    const text = told({ found: found({ effects }) });
    expect(text).toContain("1 firewall treats traffic otherwise");
    expect(text).toContain("1 zone pair opens up");
    expect(text).toContain("1 region newly allowed");
  });

  it("names the first zone pairs and counts the others", () => {
    const closed = ["a to b", "a to c", "a to d", "a to e", "a to f", "a to g"];
    const effects = [effect("fw", { blocked: 6, closed })];
    expect(told({ found: found({ effects }) })).toContain(
      "Closes a to b, a to c, a to d, a to e and 2 more",
    );
  });

  it("shows the regions it was told of and says that there are more", () => {
    const region = {
      kind: "newly allowed",
      says: "from quay, to tills",
      witness: "tcp from 10.72.16.9",
      before: "the floor",
      after: "tills (a/own 3)",
    };
    const effects = [effect("fw", { allowed: 5, regions: [region] as Effect["regions"] })];
    const text = told({ found: found({ effects }) });
    expect(text).toContain("was decided by the floor, is by tills (a/own 3)");
    expect(text).toContain("and 4 regions more");
  });

  it("admits that too much changes to be told", () => {
    const effects = [effect("fw", { decided: false })];
    expect(told({ found: found({ effects }) })).toContain("too much changes to work it all out");
  });

  it("says which shelves come to which stacks and which go", () => {
    const restacked = [
      { firewalls: ["a", "b", "c", "d", "e"], come: ["quays"], gone: ["terminals", "ferries"] },
    ];
    expect(told({ found: found({ restacked }) })).toContain(
      "On the stacks of a, b, c and 2 more come the shelves of quays and go those of terminals, ferries.",
    );
  });
});
