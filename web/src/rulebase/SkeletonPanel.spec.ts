// @vitest-environment happy-dom
import { mount } from "@vue/test-utils";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { LineEdit, Shelf } from "../api/client";
import { Refusing, server, settled } from "../testing";
import SkeletonPanel from "./SkeletonPanel.vue";
import { stack } from "./testing";

const card = (managementAddresses: string[]) => ({
  edition: 6,
  estate: { name: "ferries", managementAddresses },
});

describe("a skeleton for an empty shelf", () => {
  afterEach(() => {
    vi.unstubAllGlobals();
    document.body.innerHTML = "";
  });

  async function open(answers: Parameters<typeof server>[0]) {
    const asked = server(answers);
    const panel = mount(SkeletonPanel, {
      attachTo: document.body,
      props: { shelf: stack([]).shelves[0] as Shelf, objects: [] },
    });
    await settled();
    return {
      panel,
      puts: () => asked.filter((a) => a.method === "PUT").map((a) => a.body),
      lines: () => panel.findAll("ol b").map((b) => b.text()),
      laid: () => (panel.emitted("lay")?.[0] as [LineEdit[]] | undefined)?.[0],
      async choose(blank: number, text: string) {
        await panel.findAll("[data-blank]")[blank]?.trigger("click");
        const input = panel.get(".picker input[type=text]");
        await input.setValue(text);
        await input.trigger("keydown", { key: "Enter", ctrlKey: true });
        await settled();
      },
    };
  }

  it("begins with what the estate knows, and can be laid at once", async () => {
    const p = await open({ "GET /api/estate/settings": card(["admins"]) });
    expect(p.panel.text()).toContain("admins");
    expect(p.panel.find(".tells").exists()).toBe(false);
    expect(p.lines()).toEqual([
      "management access",
      "self block",
      "known noise",
      "Business",
      "last block",
    ]);
    await p.panel.get("button.first").trigger("click");
    await settled();
    expect(p.puts()).toEqual([]);
    const access = p.laid()?.[0]?.rule;
    expect(access?.source.names).toEqual(["admins"]);
    expect(access?.to).toEqual(["self"]);
    expect(p.laid()?.at(-1)?.rule?.log).not.toBe("none");
  });

  it("lays no access where there is nobody to have it", async () => {
    const p = await open({ "GET /api/estate/settings": card([]) });
    expect(p.lines()).not.toContain("management access");
    expect(p.panel.text()).toContain("nowhere: no management access is laid");
  });

  it("tells the estate from where it is managed, unless one says no", async () => {
    const put = card(["admins", "10.72.8.0/24"]);
    const p = await open({
      "GET /api/estate/settings": card(["admins"]),
      "PUT /api/estate/settings": put,
    });
    await p.choose(0, "10.72.8.0/24");
    expect(document.activeElement?.getAttribute("data-blank")).toBe("addresses");
    expect(p.panel.get<HTMLInputElement>(".tells input").element.checked).toBe(true);
    await p.panel.get("button.first").trigger("click");
    await settled();
    expect(p.puts()).toEqual([put]);
    expect(p.laid()).toBeDefined();

    const q = await open({ "GET /api/estate/settings": card(["admins"]) });
    await q.choose(0, "10.72.8.0/24");
    await q.panel.get(".tells input").setValue(false);
    await q.panel.get("button.first").trigger("click");
    await settled();
    expect(q.puts()).toEqual([]);
    expect(q.laid()).toBeDefined();
  });

  it("keeps what was chosen before the estate has answered", async () => {
    let late: (card: unknown) => void = () => undefined;
    const p = await open({
      "GET /api/estate/settings": () => new Promise((done) => (late = done)),
    });
    await p.choose(0, "10.72.8.0/24");
    late(card([]));
    await settled();
    expect(p.lines()).toContain("management access");
    expect(p.panel.find(".tells").exists()).toBe(true);
  });

  it("lays nothing where the estate cannot be told, and says why", async () => {
    const p = await open({
      "GET /api/estate/settings": card([]),
      "PUT /api/estate/settings": new Refusing(409, { detail: "Pia changed the estate." }),
    });
    await p.choose(0, "10.72.8.0/24");
    await p.panel.get("button.first").trigger("click");
    await settled();
    expect(p.panel.get("[role=alert]").text()).toBe("Pia changed the estate.");
    expect(p.laid()).toBeUndefined();
  });
});
