// @vitest-environment happy-dom
import { mount } from "@vue/test-utils";
import { afterEach, describe, expect, it, vi } from "vitest";
import { Refusing, server, settled } from "../testing";
import GridFace from "./GridFace.vue";

const zones = ["quay", "tills", "outside"];
const by = (n: number) => Array.from({ length: n }, (_, i) => ({ name: i ? `rule ${i}` : "" }));
const cells = zones.flatMap((from, i) =>
  zones.map((to, j) => ({ from, to, share: i === j ? 1 : i < j ? 0.004 : 0, by: by(i + j * 2) })),
);

describe("zones by zones", () => {
  afterEach(() => {
    vi.unstubAllGlobals();
    document.body.innerHTML = "";
  });

  async function open(answer: unknown = { zones, cells }) {
    const asked = server({ "GET /api/firewalls/4/grid": answer });
    const grid = mount(GridFace, {
      attachTo: document.body,
      props: { firewall: 4, stamp: 1 },
    });
    await settled();
    const cell = (at: number) => grid.findAll("button.cell")[at] ?? grid.get("button.cell");
    return { grid, asked, cell, told: () => grid.get(".here").text().replace(/\s+/g, " ") };
  }

  it("tells how much of a pair passes, and by how many rules", async () => {
    const { cell } = await open();
    expect(cell(0).attributes("aria-label")).toBe("quay to quay: everything passes");
    expect(cell(1).attributes("aria-label")).toBe(
      "quay to tills: less than 1 % passes, by 2 rules",
    );
    expect(cell(1).classes()).toContain("some");
    expect(cell(3).attributes("aria-label")).toBe("tills to quay: nothing passes, by 1 rule");
    expect(cell(3).classes()).toContain("none");
  });

  it("names the first of the rules of the pair one points at", async () => {
    const { cell, told } = await open();
    await cell(8).trigger("mouseenter");
    expect(told()).toBe(
      "outside to outside: everything passes, by the floor, rule 1, rule 2, rule 3, rule 4 and 1 more",
    );
  });

  it("is gone through with the arrows, and not beyond its edges", async () => {
    const { grid } = await open();
    const at = () => document.activeElement?.getAttribute("aria-label")?.split(":")[0];
    const press = async (key: string) =>
      document.activeElement?.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true }));
    grid.get<HTMLButtonElement>("button.cell").element.focus();
    await press("ArrowRight");
    await press("ArrowDown");
    expect(at()).toBe("tills to tills");
    await press("ArrowRight");
    await press("ArrowRight");
    expect(at()).toBe("tills to outside");
    await press("ArrowUp");
    await press("ArrowUp");
    expect(at()).toBe("quay to outside");
    await settled();
    const stops = ["0", "-1"].map(
      (i) => document.querySelectorAll(`button.cell[tabindex="${i}"]`).length,
    );
    expect(stops).toEqual([1, 8]);
  });

  it("leads to the rules of a pair", async () => {
    const { grid, cell } = await open();
    await cell(5).trigger("click");
    expect(grid.emitted("pair")).toEqual([["tills", "outside"]]);
  });

  it("is asked for again after an edit, and says why it cannot be told", async () => {
    let answer: unknown = { zones, cells };
    const { grid, asked } = await open(() => answer);
    answer = new Refusing(500, { detail: "It took too long." });
    await grid.setProps({ stamp: 2 });
    await settled();
    expect(asked).toHaveLength(2);
    expect(grid.get("[role=alert]").text()).toBe("It took too long.");
  });
});
