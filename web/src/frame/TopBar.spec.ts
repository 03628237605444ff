// @vitest-environment happy-dom
import { mount, RouterLinkStub } from "@vue/test-utils";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { nextTick } from "vue";
import type { LibraryObject } from "../api/client";
import { useEstate } from "../estate/useEstate";
import { server } from "../testing";
import TopBar from "./TopBar.vue";

const push = vi.fn();
const route = { path: "/shelves/firewall/4" };
vi.mock("vue-router", () => ({ useRouter: () => ({ push }), useRoute: () => route }));

const object = (id: number, name: string, value: string): LibraryObject => ({
  ...{ id, kind: "address", name, form: "host", value, note: "", labels: [], category: "" },
});
const estate = {
  bays: [{ id: 1, name: "quays" }],
  firewalls: [{ id: 4, name: "quay-fw", kind: "branch" }],
};

describe("the search for everything", () => {
  beforeEach(() => {
    vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
    push.mockReset();
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
    document.body.innerHTML = "";
    useEstate().used.value = new Map();
  });

  async function open(rules: unknown = []) {
    const asked = server({
      "GET /api/estate": estate,
      "GET /api/draft": [{}],
      "GET /api/objects": [object(7, "quay panel", "10.72.16.9"), object(8, "kiosk", "10.72.4.9")],
      "GET /api/objects/used": [{ id: 7, times: 3 }],
      "GET /api/rules": rules,
    });
    const bar = mount(TopBar, {
      attachTo: document.body,
      global: { stubs: { RouterLink: RouterLinkStub, ShortcutList: true } },
    });
    const tick = async () => {
      for (let i = 0; i < 6; i++) await vi.advanceTimersByTimeAsync(60);
    };
    await tick();
    const box = bar.get("input");
    await box.trigger("focus");
    await tick();
    return {
      bar,
      box,
      asked,
      async type(text: string) {
        await box.setValue(text);
        await tick();
      },
      press: (key: string, how = {}) => box.trigger("keydown", { key, ...how }),
      hits: () => bar.findAll("[role=option]").map((o) => o.findAll("span").map((s) => s.text())),
    };
  }

  it("finds firewalls, bays, objects with their use, and rules", async () => {
    const s = await open([
      { name: "quay phones", where: "a/own", to: "/shelves/firewall/4?rule=9" },
    ]);
    await s.type("quay");
    expect(s.hits()).toEqual([
      ["quay-fw", "branch firewall"],
      ["quays", "bay"],
      ["quay panel", "host, 10.72.16.9", "used 3×"],
      ["quay phones", "rule, a/own"],
    ]);
    await s.press("ArrowDown");
    await s.press("ArrowDown");
    await s.press("Enter");
    expect(push).toHaveBeenCalledWith("/objects/address/7");
    expect(s.box.element.value).toBe("");
  });

  it("asks for rules once, a moment after the last key", async () => {
    const s = await open();
    await s.box.setValue("qu");
    await s.box.setValue("qua");
    await s.box.setValue("quay");
    await s.type("quays");
    const asked = s.asked.filter((a) => a.path.startsWith("/api/rules"));
    expect(asked.map((a) => a.path)).toEqual(["/api/rules?text=quays"]);
  });

  it("offers what touches an address by content on the stack one is at", async () => {
    const s = await open();
    await s.type("10.72.16.9");
    expect(s.hits()[0]).toEqual(["touches:10.72.16.9", "rules of this stack, by content"]);
    await s.press("Enter");
    expect(push).toHaveBeenCalledWith("/shelves/firewall/4?filter=touches%3A10.72.16.9");
  });

  it("says that it looks, and then that there is nothing", async () => {
    const s = await open();
    await s.box.setValue("nobody");
    expect(s.bar.text()).toContain("Looking through the rules …");
    await s.type("nobody at all");
    expect(s.bar.text()).toContain("Nothing is called that, and no rule says it.");
  });

  it("is reached with a key from anywhere but where one types", async () => {
    const s = await open();
    s.box.element.blur();
    document.body.dispatchEvent(new KeyboardEvent("keydown", { key: "/", bubbles: true }));
    await nextTick();
    expect(document.activeElement).toBe(s.box.element);
    await s.type("quay");
    s.box.element.blur();
    document.body.dispatchEvent(new KeyboardEvent("keydown", { key: "/", bubbles: true }));
    await nextTick();
    expect(s.box.element.selectionEnd).toBe("quay".length);
    expect(s.box.element.selectionStart).toBe(0);
    await s.press("Escape");
    expect(document.activeElement).not.toBe(s.box.element);
  });

  it("counts the changes of the draft", async () => {
    expect((await open()).bar.get(".chip").text()).toBe("Draft · 1 change");
  });
});
