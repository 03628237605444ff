// @vitest-environment happy-dom
import { mount } from "@vue/test-utils";
import { afterEach, describe, expect, it, vi } from "vitest";
import { server, settled } from "../testing";
import PlacePanel from "./PlacePanel.vue";
import { rowsOf, type RuleRow } from "./rows";
import { line, stack } from "./testing";

vi.mock("./settled", () => ({ settled: () => Promise.resolve() }));

const places = {
  ...{ reach: 0, above: "a/own 3", aboveName: "no night traffic", reachThere: 1 },
  ...{ allowed: 0, blocked: 0, says: ["“no night traffic” decides first."] },
};

function row(on: boolean, reach?: number): RuleRow {
  const rows = rowsOf(stack([line(8, "4", { on })]), undefined, new Set(), []);
  return { ...(rows.find((r) => r.kind === "rule") as RuleRow), reach };
}

describe("where a rule would reach what it matches", () => {
  afterEach(() => {
    vi.unstubAllGlobals();
  });

  async function open(of: RuleRow, answer: unknown = places) {
    const asked = server({ "GET /api/lines/8/places": answer });
    const panel = mount(PlacePanel, { props: { row: of, firewall: 4 } });
    await settled();
    const text = () => panel.text().replace(/\s+/g, " ");
    const press = (key: string, target: EventTarget = document.body) =>
      target.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true }));
    return { panel, asked, text, press };
  }

  it("is told of a rule that is still off, with why it would not take effect", async () => {
    const p = await open(row(false));
    expect(p.text()).toContain("Here, were it on, it would decide nothing of what it matches.");
    expect(p.text()).toContain("“no night traffic” decides first.");
    expect(p.text()).toContain(
      "Above no night traffic it has full reach: no packet is treated otherwise.",
    );
  });

  it("is one key away", async () => {
    const p = await open(row(true, 0), { ...places, allowed: 1, blocked: 2 });
    expect(p.text()).toContain("1 region newly allowed, 2 regions newly blocked");
    const input = document.createElement("input");
    document.body.append(input);
    p.press("p", input);
    expect(p.panel.emitted("above")).toBeUndefined();
    p.press("p");
    expect(p.panel.emitted("above")).toEqual([["a/own 3"]]);
    p.panel.unmount();
    p.press("p");
  });

  it("is not asked for where the rule has full reach, or takes no part here", async () => {
    expect((await open(row(true, 1))).asked).toEqual([]);
    expect((await open(row(true))).asked).toEqual([]);
  });

  it("is left out where there is no better place", async () => {
    const p = await open(row(true, 0.5), { ...places, above: "" });
    expect(p.panel.find(".places").exists()).toBe(false);
  });
});
