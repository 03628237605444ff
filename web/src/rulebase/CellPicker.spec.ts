// @vitest-environment happy-dom
import { enableAutoUnmount, mount } from "@vue/test-utils";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Choice } from "../objects/choices";
import { forgetAhead, typeAhead } from "./ahead";
import CellPicker from "./CellPicker.vue";

const choices: Choice[] = [
  { name: "berth net", what: "network", value: "10.72.16.0/24" },
  { name: "berth panel", what: "host", value: "10.72.16.9" },
  { name: "ticket web", what: "host", value: "192.0.2.10" },
];

enableAutoUnmount(afterEach);

function open(more: Record<string, unknown> = {}) {
  const picker = mount(CellPicker, {
    attachTo: document.body,
    props: { title: "source", names: [], choices, kinds: ["address"], any: "any", ...more },
  });
  const input = picker.get("input[type=text]");
  return {
    picker,
    input,
    type: (text: string) => input.setValue(text),
    press: (key: string, how = {}) => input.trigger("keydown", { key, ...how }),
    chips: () => picker.findAll(".chip").map((c) => c.text().replace("×", "").trim()),
    offers: () => picker.findAll("[role=option]").map((o) => o.get("span").text()),
    kept: () => picker.emitted("keep"),
  };
}

describe("the picker of a cell", () => {
  afterEach(() => {
    forgetAhead();
    document.body.innerHTML = "";
  });

  it("takes what is marked with Enter and keeps all with a second one", async () => {
    const p = open();
    await p.type("berth");
    expect(p.offers()).toEqual(["berth net", "berth panel"]);
    await p.press("ArrowDown");
    await p.press("Enter");
    expect(p.chips()).toEqual(["berth panel"]);
    expect(p.kept()).toBeUndefined();
    await p.press("Enter");
    expect(p.kept()).toEqual([[["berth panel"], false, 0]]);
  });

  it("offers an object with that very content before a new literal", async () => {
    const p = open();
    await p.type("10.72.16.9");
    expect(p.offers()).toEqual(["berth panel", "10.72.16.9"]);
    await p.press("ArrowDown");
    await p.press("Enter");
    expect(p.chips()).toEqual(["10.72.16.9"]);
  });

  it("does not offer twice what is chosen", async () => {
    const p = open({ names: ["berth net"] });
    await p.type("berth");
    expect(p.offers()).toEqual(["berth panel"]);
  });

  it("says what it does not know, with what would do, and stays open", async () => {
    const p = open();
    await p.type("nobody");
    await p.press("Enter", { ctrlKey: true });
    expect(p.picker.get("[role=alert]").text()).toContain("Nothing is called “nobody”");
    expect(p.picker.get("[role=alert]").text()).toContain("an address, a network or first-last");
    expect(p.kept()).toBeUndefined();
    await p.type("nobody else");
    expect(p.picker.find("[role=alert]").exists()).toBe(false);
  });

  it("takes along what is typed when Keep is pressed", async () => {
    const p = open({ names: ["berth net"] });
    await p.type("ticket web");
    await p.picker.get("button.first").trigger("click");
    expect(p.kept()).toEqual([[["berth net", "ticket web"], false, 0]]);
  });

  it("turns round with ! where the field can be turned round, and any cannot", async () => {
    const p = open({ names: ["berth net"], invertible: true });
    await p.press("!");
    expect(p.picker.text()).toContain("all but");
    await p.press("Enter");
    expect(p.kept()?.at(-1)).toEqual([["berth net"], true, 0]);
    await p.press("Backspace");
    await p.press("Enter");
    expect(p.kept()?.at(-1)).toEqual([[], false, 0]);
  });

  it("takes a pasted column, each once, and names what it left out", async () => {
    const p = open();
    const clipboardData = { getData: () => "ticket web\n10.72.4.9; berth net\nnobody\nticket web" };
    await p.input.trigger("paste", { clipboardData });
    expect(p.chips()).toEqual(["ticket web", "10.72.4.9", "berth net"]);
    expect(p.picker.get("[role=alert]").text()).toBe(
      "Left out, because nothing is called that: nobody.",
    );
    await p.picker.get("button.first").trigger("click");
    expect(p.kept()).toEqual([[["ticket web", "10.72.4.9", "berth net"], false, 0]]);
  });

  it("is kept by a click elsewhere, left by one where nothing was changed", async () => {
    const elsewhere = () =>
      document.body.dispatchEvent(new Event("pointerdown", { bubbles: true }));
    const p = open({ names: ["berth net"] });
    elsewhere();
    expect(p.picker.emitted("leave")).toHaveLength(1);
    expect(p.kept()).toBeUndefined();
    await p.type("ticket web");
    elsewhere();
    expect(p.kept()).toEqual([[["berth net", "ticket web"], false, 0]]);
    p.picker.get("input").element.dispatchEvent(new Event("pointerdown", { bubbles: true }));
    expect(p.kept()).toHaveLength(1);
  });

  it("holds a click on the stack where what is typed is called nothing", async () => {
    const grid = document.createElement("div");
    grid.setAttribute("role", "grid");
    document.body.append(grid);
    const clicks = vi.fn();
    grid.addEventListener("click", clicks);
    const click = () => {
      grid.dispatchEvent(new Event("pointerdown", { bubbles: true }));
      grid.dispatchEvent(new Event("click", { bubbles: true }));
    };
    const p = open();
    await p.type("nobody");
    click();
    expect(clicks).not.toHaveBeenCalled();
    expect(p.picker.emitted("leave")).toBeUndefined();
    await p.type("ticket web");
    click();
    expect(clicks).toHaveBeenCalledTimes(1);
    expect(p.kept()).toEqual([[["ticket web"], false, 0]]);
  });

  it("goes on to the neighbours with Tab, and back with Shift", async () => {
    const p = open({ tabs: true });
    await p.type("berth net");
    await p.press("Tab");
    await p.press("Tab", { shiftKey: true });
    expect(p.kept()).toEqual([
      [["berth net"], false, 1],
      [["berth net"], false, -1],
    ]);
  });

  it("begins with what was typed before it was open", async () => {
    const end = typeAhead();
    for (const key of ["t", "i", "c"]) window.dispatchEvent(new KeyboardEvent("keydown", { key }));
    end();
    const p = open({ tabs: true });
    expect((p.input.element as HTMLInputElement).value).toBe("tic");
    expect(p.offers()[0]).toBe("ticket web");
  });

  it("leaves with Escape and keeps nothing", async () => {
    const p = open({ names: ["berth net"] });
    await p.press("Escape");
    expect(p.picker.emitted("leave")).toHaveLength(1);
    expect(p.kept()).toBeUndefined();
  });

  it("tells a screen reader which offer is marked", async () => {
    const p = open();
    await p.type("berth");
    await p.press("ArrowDown");
    const active = p.input.attributes("aria-activedescendant");
    expect(p.picker.get(`[id="${active}"]`).text()).toContain("berth panel");
    expect(p.input.attributes("aria-expanded")).toBe("true");
  });
});
