// @vitest-environment happy-dom
import { mount } from "@vue/test-utils";
import { describe, expect, it } from "vitest";
import { COLUMNS } from "./columns";
import StaleRow from "./StaleRow.vue";
import { line, rule } from "./testing";

const current = line(1, "1", { source: { not: false, names: ["kiosks"] }, note: "theirs" });
const mine = {
  ...rule,
  name: "r1",
  source: { not: true, names: ["tills", "kiosks"] },
  note: "mine",
};
const says = "Pia changed it meanwhile.";

function open() {
  return mount(StaleRow, {
    attachTo: document.body,
    props: { stale: { mine, current, says }, columns: [...COLUMNS] },
  });
}

describe("an edit that came too late", () => {
  it("shows what was wanted below what is saved, and marks what differs", () => {
    const row = open();
    expect(row.get(".cell.source").text()).toContain("tills, kiosks");
    expect(row.get(".cell.source").classes()).toContain("apart");
    expect(row.get(".cell.name").classes()).not.toContain("apart");
    expect(row.get("[role=alert]").text()).toContain(says);
  });

  it("tells also what has no cell in the row", () => {
    expect(open().get(".besides").text().replace(/\s+/g, " ")).toBe(
      "note: theirs theirs, mine mine",
    );
  });

  it("leaves the choice, with the keyboard beside it", async () => {
    const row = open();
    expect(document.activeElement).toBe(row.element);
    const [save, leave] = row.findAll("button");
    await save?.trigger("click");
    await leave?.trigger("click");
    expect(row.emitted("mine")).toHaveLength(1);
    expect(row.emitted("theirs")).toHaveLength(1);
  });
});
