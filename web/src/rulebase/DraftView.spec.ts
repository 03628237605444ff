// @vitest-environment happy-dom
import { mount } from "@vue/test-utils";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { person } from "../accounts/session";
import { setting } from "../accounts/settings";
import type { Change, Person } from "../api/client";
import { useEstate } from "../estate/useEstate";
import { Refusing, server, settled } from "../testing";
import DraftView from "./DraftView.vue";
import { rule } from "./testing";

const push = vi.fn();
vi.mock("vue-router", () => ({ useRouter: () => ({ push }) }));

const base = {
  ...{ about: "line", where: "a/own", who: "Ida", at: "2026-11-25T09:00:00Z", undoable: true },
  ...{ was: "", is: "", follows: "", followed: "" },
};
const change = (id: number, more: Partial<Change>): Change =>
  ({ id, subject: 1, kind: "change", name: "kiosks", ...base, ...more }) as Change;
const quiet = { effects: [], come: [], gone: [], untouched: 8, restacked: [] };
const revision = (number: number, note: string) => ({
  ...{ number, note, sealedBy: "Ida", sealedAt: "2026-11-24T09:00:00Z" },
});

let persons = 100;

describe("the draft", () => {
  let changes: Change[];
  beforeEach(() => {
    person.value = { id: ++persons } as Person;
    setting("draftBy", "time").value = "time";
    changes = [
      change(1, { before: rule, after: { ...rule, note: "a" } }),
      change(2, { before: { ...rule, note: "a" }, after: { ...rule, note: "b" }, who: "Pia" }),
      change(3, { subject: 2, kind: "add", name: "tills", where: "b/own", after: rule }),
      change(4, { subject: 2, kind: "remove", name: "tills", where: "b/own", before: rule }),
      change(5, {
        ...{ about: "object", subject: 9, name: "kiosk 1", where: "library", undoable: false },
        ...{ was: "kiosk 1 · 10.72.4.9 · pci", is: "kiosk 1 · 10.72.4.10 · pci" },
      }),
    ];
    useEstate().draft.value = [];
  });
  afterEach(() => {
    vi.unstubAllGlobals();
    push.mockReset();
  });

  async function open(answers: Parameters<typeof server>[0] = {}) {
    const asked = server({
      "GET /api/draft": () => changes,
      "GET /api/draft/traffic": quiet,
      "GET /api/revisions": [revision(7, "the move")],
      "GET /api/estate": { bays: [], firewalls: [] },
      ...answers,
    });
    const view = mount(DraftView);
    await settled();
    const button = (text: string) => view.findAll("button").find((b) => b.text().startsWith(text));
    return {
      view,
      asked,
      posts: () => asked.filter((a) => a.method === "POST"),
      press: async (text: string) => {
        await button(text)?.trigger("click");
        await settled();
      },
      button,
      titles: () => view.findAll(".draft h2").map((h) => h.text()),
      items: () => view.findAll("li .what").map((w) => w.text().replace(/\s+/g, " ")),
    };
  }

  it("lists what was changed, the newest first, with what each said before", async () => {
    const d = await open();
    expect(d.items()).toHaveLength(5);
    expect(d.items()[0]).toMatch(/^kiosk 1 changed/);
    const first = d.view.findAll(".draft li")[0];
    expect(first?.findAll("p").map((p) => p.text())).toEqual(["10.72.4.9", "10.72.4.10"]);
  });

  it("groups them by person and by place", async () => {
    const d = await open();
    await d.press("person");
    expect(d.titles()).toEqual(["Ida", "Pia"]);
    await d.press("place");
    expect(d.titles()).toEqual(["library", "b/own", "a/own"]);
  });

  it("shows what they come to: each thing once, and nothing of what came and went", async () => {
    const d = await open();
    await d.press("outcome");
    expect(d.view.text()).toContain("2 things are other than in revision 7");
    expect(d.titles()).toEqual(["a/own", "library"]);
    expect(
      d.view
        .find("tbody tr")
        .findAll("td")
        .map((c) => c.text()),
    ).toEqual(["–", "b"]);
  });

  it("undoes a change alone, and the changes of one thing from the newest on", async () => {
    const d = await open({ "POST /api/draft/2/undo": {}, "POST /api/draft/1/undo": {} });
    await d.press("outcome");
    await d.press("Undo all 2");
    expect(d.posts().map((p) => p.path)).toEqual(["/api/draft/2/undo", "/api/draft/1/undo"]);
  });

  it("does not offer to undo what a later change builds on", async () => {
    const d = await open();
    const undo = d.view.findAll(".what button")[0];
    expect(undo?.attributes("disabled")).toBeDefined();
    expect(undo?.attributes("title")).toContain("A later change builds on it");
  });

  it("is sealed up to what is seen, with its note, and leads to where it is installed", async () => {
    const sealed = revision(8, "kiosks");
    const d = await open({ "POST /api/revisions": sealed });
    await d.view.get("textarea").setValue("kiosks");
    await d.view.get("textarea").trigger("keydown", { key: "Enter", ctrlKey: true });
    await settled();
    expect(d.posts()[0]?.body).toEqual({ note: "kiosks", upTo: 5 });
    expect(d.view.text()).toContain("Revision 8 is sealed.");
    expect(d.view.get("textarea").element.value).toBe("");
    await d.press("Go on to install it");
    expect(push).toHaveBeenCalledWith("/install");
  });

  it("keeps the note where it is not sealed, and says why", async () => {
    const refused = new Refusing(409, { detail: "Pia changed something meanwhile." });
    const d = await open({ "POST /api/revisions": refused });
    await d.view.get("textarea").setValue("kiosks");
    await d.press("Seal as revision 8");
    expect(d.view.get("[role=alert]").text()).toBe("Pia changed something meanwhile.");
    expect(d.view.get("textarea").element.value).toBe("kiosks");
  });

  it("says that there is nothing, where there is nothing", async () => {
    changes = [];
    const d = await open();
    expect(d.view.text()).toContain("Nothing has changed since revision 7.");
    expect(d.button("Seal as")?.attributes("disabled")).toBeDefined();
    expect(d.asked.some((a) => a.path === "/api/draft/traffic")).toBe(false);
  });
});
