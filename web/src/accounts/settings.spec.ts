import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { nextTick } from "vue";

/** What the server keeps, by account. */
const kept = new Map<string, string>();
const sent: string[] = [];
let account = 1;

vi.mock("../api/client", () => ({
  answer: (asked: Promise<unknown>) => asked,
  http: {
    GET: async () =>
      [...kept]
        .filter(([key]) => key.startsWith(`${account} `))
        .map(([key, value]) => ({ name: key.split(" ")[1], value })),
    PUT: async (_: string, r: { params: { path: { name: string } }; body: { value: string } }) => {
      kept.set(`${account} ${r.params.path.name}`, r.body.value);
      sent.push(`${r.params.path.name} ${r.body.value}`);
    },
  },
}));
const { dropSettings, sendSettings, setting, takeSettings } = await import("./settings");

async function signIn(who: number) {
  account = who;
  await takeSettings(who);
  await nextTick();
}

describe("what a person has chosen", () => {
  beforeEach(() => {
    vi.useFakeTimers();
    sent.length = 0;
  });
  afterEach(() => vi.useRealTimers());

  it("is found again after the next sign-in, and not by others", async () => {
    const face = setting("face", "round");
    await signIn(1);
    face.value = "square";
    await nextTick();
    vi.runAllTimers();
    dropSettings();
    await signIn(2);
    expect(face.value).toBe("round");
    dropSettings();
    await signIn(1);
    expect(face.value).toBe("square");
    expect(setting("face", "round")).toBe(face);
  });

  it("is sent once for many changes in a row, or before the page goes", async () => {
    const width = setting("width", { px: 10 });
    for (const px of [11, 12, 13]) {
      width.value.px = px;
      await nextTick();
    }
    vi.runAllTimers();
    width.value.px = 14;
    await nextTick();
    sendSettings();
    vi.runAllTimers();
    expect(sent).toEqual(['width {"px":13}', 'width {"px":14}']);
  });

  it("holds on the next page even if that asks before what was sent arrives", async () => {
    const notes = new Map<string, string>();
    vi.stubGlobal("sessionStorage", {
      getItem: (k: string) => notes.get(k) ?? null,
      setItem: (k: string, v: string) => notes.set(k, v),
      removeItem: (k: string) => notes.delete(k),
    });
    const tray = setting("tray", "left");
    tray.value = "right";
    await nextTick();
    sendSettings();
    expect([...notes.values()][0]).toContain("right");
    await nextTick();
    dropSettings();
    // It is lost on its way, and the next page is opened by the same person.
    kept.delete("1 tray");
    sent.length = 0;
    await signIn(1);
    expect(tray.value).toBe("right");
    expect(sent).toEqual(['tray "right"']);
    expect(notes.size).toBe(0);
    vi.unstubAllGlobals();
  });

  it("is as usual where what was kept cannot be read", async () => {
    kept.set("3 torn", "{");
    await signIn(3);
    expect(setting("torn", "whole").value).toBe("whole");
  });

  it("is not sent while nobody is signed in", async () => {
    dropSettings();
    sent.length = 0;
    const lamp = setting("lamp", "off");
    lamp.value = "on";
    await nextTick();
    vi.runAllTimers();
    expect(sent).toEqual([]);
  });
});
