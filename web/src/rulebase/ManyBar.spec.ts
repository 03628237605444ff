// @vitest-environment happy-dom
import { mount } from "@vue/test-utils";
import { describe, expect, it } from "vitest";
import type { Rule } from "../api/client";
import ManyBar from "./ManyBar.vue";
import { rule } from "./testing";

function open(locked = false) {
  const bar = mount(ManyBar, { props: { count: 3, locked } });
  const field = (label: string) => bar.get(`[aria-label="${label}"]`);
  return { bar, field, set: () => bar.emitted("set") as [(r: Rule) => Rule, string][] };
}

describe("what is done to many rules", () => {
  it("labels each once and says so", async () => {
    const { field, set } = open();
    await field("Label for the chosen rules").setValue(" pci ");
    await field("Label for the chosen rules").trigger("keydown", { key: "Enter" });
    const [change, done] = set()[0] ?? [];
    expect(done).toBe("labelled pci");
    expect(change?.({ ...rule, labels: ["old"] }).labels).toEqual(["old", "pci"]);
    expect(change?.({ ...rule, labels: ["pci"] }).labels).toEqual(["pci"]);
  });

  it("gives them an owner", async () => {
    const { field, set } = open();
    await field("Owner of the chosen rules").setValue("ida");
    await field("Owner of the chosen rules").trigger("keydown", { key: "Enter" });
    expect(set()[0]?.[0]({ ...rule, owner: "pia" }).owner).toBe("ida");
  });

  it("does nothing for an empty field", async () => {
    const { field, bar } = open();
    await field("Owner of the chosen rules").trigger("keydown", { key: "Enter" });
    expect(bar.emitted("set")).toBeUndefined();
  });

  it("sets how they are logged and is ready for another choice", async () => {
    const { field, set } = open();
    await field("Log of the chosen rules").setValue("both");
    expect(set()[0]?.[0](rule).log).toBe("both");
    expect((field("Log of the chosen rules").element as HTMLSelectElement).value).toBe("");
  });

  it("only copies what stands elsewhere, and says why", () => {
    const { bar } = open(true);
    expect(bar.text()).toContain("change those where they are at home");
    expect(bar.text()).not.toContain("Remove");
    expect(bar.text()).toContain("Copy");
  });

  it("lets what is typed be text, and Escape leave the field before the choice", async () => {
    const { field, bar } = open();
    const keys: string[] = [];
    const note = (e: KeyboardEvent) => keys.push(e.key);
    document.body.append(bar.element);
    document.addEventListener("keydown", note);
    const owner = field("Owner of the chosen rules");
    const press = (key: string) =>
      owner.element.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true }));
    press("d");
    press("Escape");
    document.removeEventListener("keydown", note);
    expect(keys).toEqual([]);
    expect(bar.emitted("clear")).toBeUndefined();
    await bar.trigger("keydown", { key: "Escape" });
    expect(bar.emitted("clear")).toHaveLength(1);
  });
});
