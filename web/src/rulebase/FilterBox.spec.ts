// @vitest-environment happy-dom
import { mount } from "@vue/test-utils";
import { describe, expect, it } from "vitest";
import { setting } from "../accounts/settings";
import FilterBox from "./FilterBox.vue";

function open(text = "", more: Record<string, unknown> = {}) {
  const box = mount(FilterBox, {
    props: {
      modelValue: text,
      known: { zones: ["quay", "outside"], labels: ["pci"], owners: ["ida"] },
      trouble: "",
      shown: 2,
      total: 40,
      ...more,
      "onUpdate:modelValue": (now: string) => box.setProps({ modelValue: now }),
    },
  });
  const input = box.get("input");
  return {
    box,
    focus: () => input.trigger("focus"),
    press: (key: string, how = {}) => input.trigger("keydown", { key, ...how }),
    text: () => box.props("modelValue"),
    offers: () => box.findAll("[role=option]").map((o) => o.get(".fixed").text()),
  };
}

describe("the filter box", () => {
  it("offers what fits the token that is being typed, and Tab takes it", async () => {
    const f = open("from:qu");
    await f.focus();
    expect(f.offers()).toContain("from:quay");
    await f.press("Tab");
    expect(f.text()).toMatch(/^from:quay\b/);
  });

  it("takes what the arrows mark with Enter, and leaves with Enter where nothing is marked", async () => {
    const f = open("from:");
    await f.focus();
    await f.press("Enter");
    expect(f.box.emitted("leave")).toHaveLength(1);
    await f.press("ArrowDown");
    await f.press("ArrowDown");
    const second = f.offers()[1];
    await f.press("Enter");
    expect(f.text().trim()).toBe(second);
  });

  it("says how many are shown and what the tokens mean", () => {
    const f = open("from:quay is:dead");
    expect(f.box.get("[role=status]").text()).toContain("2 of 40");
    expect(f.box.get(".means").text()).toContain("quay");
  });

  it("says instead what is wrong", () => {
    const f = open("touches:10.72", { trouble: "write 10.72.16.9" });
    expect(f.box.get(".means").text()).toBe("write 10.72.16.9");
  });

  it("is emptied by Escape first, and left by the second", async () => {
    const f = open("is:dead");
    await f.press("Escape");
    expect(f.text()).toBe("");
    expect(f.box.emitted("leave")).toBeUndefined();
    await f.press("Escape");
    expect(f.box.emitted("leave")).toHaveLength(1);
  });

  it("keeps a filter for its person and offers it first where nothing is typed", async () => {
    const f = open("owner:ida");
    const keep = () => f.box.findAll("button")[0];
    expect(keep()?.attributes("aria-pressed")).toBe("false");
    await keep()?.trigger("click");
    expect(keep()?.attributes("aria-pressed")).toBe("true");
    const empty = open();
    await empty.focus();
    expect(empty.offers()[0]).toBe("owner:ida");
    await keep()?.trigger("click");
    expect(setting<string[]>("filters", []).value).toEqual([]);
  });
});
