// @vitest-environment happy-dom
import { mount } from "@vue/test-utils";
import { describe, expect, it } from "vitest";
import AddMember from "./AddMember.vue";

const choices = [
  { name: "kiosk 1", what: "host", value: "10.72.4.9" },
  { name: "kiosks", what: "group", value: "kiosk 1, kiosk 2" },
];

async function open() {
  const field = mount(AddMember, {
    props: { label: "Add to members", choices, kinds: ["address"] },
  });
  const input = field.get("input");
  await input.trigger("focus");
  return {
    field,
    type: (text: string) => input.setValue(text),
    press: (key: string, how = {}) => input.trigger("keydown", { key, ...how }),
    offers: () => field.findAll("[role=option]").map((o) => o.get("span").text()),
    added: () => field.emitted("add")?.flat(),
  };
}

describe("what is added to a list", () => {
  it("is found by name or content and added with Enter, ready for the next", async () => {
    const f = await open();
    await f.type("10.72.4.9");
    expect(f.offers()).toEqual(["kiosk 1", "10.72.4.9"]);
    await f.press("Enter");
    await f.type("kiosk");
    await f.press("ArrowDown");
    await f.press("Enter");
    expect(f.added()).toEqual(["kiosk 1", "kiosks"]);
    expect(f.field.get("input").element.value).toBe("");
  });

  it("is nothing while nothing is typed, so that Enter does no harm", async () => {
    const f = await open();
    expect(f.offers()).toEqual([]);
    await f.press("Enter");
    expect(f.added()).toBeUndefined();
  });

  it("is said to be unknown, and Escape empties the field", async () => {
    const f = await open();
    await f.type("nobody");
    expect(f.field.text()).toContain("Nothing is called that.");
    await f.press("Escape");
    expect(f.field.get("input").element.value).toBe("");
  });

  it("leaves keys with Ctrl to the form", async () => {
    const f = await open();
    await f.type("kiosk 1");
    await f.press("Enter", { ctrlKey: true });
    expect(f.added()).toBeUndefined();
  });

  it("is taken by the mouse too", async () => {
    const f = await open();
    await f.type("kiosk");
    await f.field.findAll("[role=option]")[1]?.trigger("mousedown");
    expect(f.added()).toEqual(["kiosks"]);
  });
});
