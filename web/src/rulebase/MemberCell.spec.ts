// @vitest-environment happy-dom
import { mount } from "@vue/test-utils";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { LibraryObject } from "../api/client";
import MemberCell from "./MemberCell.vue";

const object = (name: string, value: string) =>
  [`address ${name}`, { name, value, form: "host" } as LibraryObject] as const;
const known = new Map([object("berth panel", "10.72.16.9"), object("kiosk", "10.72.4.9")]);

const open = (names: string[], more: Record<string, unknown> = {}) =>
  mount(MemberCell, { props: { names, any: "any", known, kinds: ["address"], ...more } });

describe("a cell with members", () => {
  beforeEach(() => {
    vi.useFakeTimers();
  });
  afterEach(() => {
    vi.useRealTimers();
  });

  it("lists three, and counts the others", () => {
    const cell = open(["a", "b", "c", "d", "e"]);
    expect(cell.get(".shown").text()).toBe("a, b, c");
    expect(cell.get(".more").text()).toBe("+2");
  });

  it("says what an empty one means", () => {
    expect(open([]).text()).toBe("any");
    expect(open([], { any: "to be filled", waits: true }).classes()).toContain("waits");
  });

  it("tells all with their values to the mouse, and what is left out", () => {
    const cell = open(["berth panel", "10.72.0.0/16"], { not: true });
    expect(cell.attributes("title")).toBe("all but\nberth panel: 10.72.16.9\n10.72.0.0/16");
  });

  it("tells the keyboard a moment after it came to a cell that says not all", async () => {
    const cell = open(["a", "b", "kiosk", "berth panel"]);
    await cell.setProps({ focused: true });
    await vi.advanceTimersByTimeAsync(200);
    expect(cell.find("[role=tooltip]").exists()).toBe(false);
    await vi.advanceTimersByTimeAsync(400);
    expect(cell.get("[role=tooltip]").text()).toContain("10.72.16.9");
    await cell.setProps({ focused: false });
    expect(cell.find("[role=tooltip]").exists()).toBe(false);
  });

  it("stays quiet where all is said", async () => {
    const cell = open(["kiosk"], { focused: true });
    await vi.advanceTimersByTimeAsync(800);
    expect(cell.find("[role=tooltip]").exists()).toBe(false);
  });

  it("tells the first forty of 200 members", () => {
    const names = Array.from({ length: 200 }, (_, i) => `m${i}`);
    const lines = open(names).attributes("title")?.split("\n") ?? [];
    expect(lines).toHaveLength(41);
    expect(lines.at(-1)).toBe("and 160 more");
  });
});
