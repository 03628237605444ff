// @vitest-environment happy-dom
import { flushPromises, mount, RouterLinkStub } from "@vue/test-utils";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { person } from "../accounts/session";
import type { LibraryObject, ObjectCard, Person } from "../api/client";
import { returns } from "../api/connection";
import { useEstate } from "../estate/useEstate";
import { type Asked, Refusing, server, settled } from "../testing";
import ObjectEditor from "./ObjectEditor.vue";

const nothing = { ranges: [], total: "", holds: [], same: [], overlapping: [], picture: [] };
const ids = { next: 1 };

function object(id: number, name: string, more: Partial<LibraryObject> = {}): LibraryObject {
  const base = { id, kind: "address", name, form: "host", value: "10.72.4.9" };
  return { ...base, note: "", labels: [], category: "", ...more };
}

function card(id: number, more: Partial<LibraryObject> = {}, version = 3): ObjectCard {
  return {
    object: object(id, "kiosk 1", more),
    version,
    document: { name: "kiosk 1", host: "10.72.4.9", ...more } as unknown as ObjectCard["document"],
    contents: { ...nothing, ranges: ["10.72.4.9"], total: "1 IPv4 address in 1 range" },
    uses: [],
  };
}

async function open(id: number, answers: Parameters<typeof server>[0], kind = "address") {
  const asked = server(answers);
  const editor = mount(ObjectEditor, {
    attachTo: document.body,
    props: { kind, id },
    global: { stubs: { RouterLink: RouterLinkStub } },
  });
  await settled();
  const field = (label: string) => {
    const found = editor.findAll("label").find((l) => l.text().startsWith(label));
    const named = found?.attributes("for");
    return named ? editor.get(`#${named}`) : (found?.get("input") ?? editor.get("#none"));
  };
  const sent = (method: string) => asked.filter((a: Asked) => a.method === method);
  return { editor, field, sent, submit: () => editor.get("form").trigger("submit") };
}

describe("the editor of an object", () => {
  let id: number;
  beforeEach(() => {
    id = ++ids.next;
    // What is typed and not kept is remembered for its person.
    person.value = { id } as Person;
    useEstate().objects.value = [object(id, "kiosk 1"), object(900, "kiosk 2")];
  });
  afterEach(() => {
    vi.unstubAllGlobals();
    vi.useRealTimers();
    document.body.innerHTML = "";
  });

  it("sends what is typed, of the version that was read", async () => {
    const e = await open(id, {
      [`GET /api/objects/${id}`]: card(id),
      [`PUT /api/objects/${id}`]: {},
    });
    const keep = e.editor.get("button[type=submit]");
    expect(keep.attributes("disabled")).toBeDefined();
    await e.field("Address").setValue("10.72.4.10");
    await e.field("Labels").setValue("pci, kiosk");
    expect(keep.attributes("disabled")).toBeUndefined();
    await e.submit();
    await settled();
    expect(e.sent("PUT")[0]?.body).toEqual({
      version: 3,
      object: { name: "kiosk 1", host: "10.72.4.10", labels: ["pci", "kiosk"] },
    });
    expect(e.editor.emitted("saved")).toEqual([[id]]);
  });

  it("shows a fault below its field, also of one that is new", async () => {
    const problems = [{ pointer: "/0/host", wrong: "'10.72' is no address", right: "write one" }];
    const e = await open(0, { "POST /api/objects": new Refusing(422, { detail: "", problems }) });
    expect(document.activeElement).toBe(e.field("Name").element);
    await e.field("Name").setValue("kiosk 3");
    await e.field("Address").setValue("10.72");
    await e.submit();
    await settled();
    const fault = e.editor.get(".field [role=alert]");
    expect(fault.text()).toBe("'10.72' is no address; write one");
    expect(e.field("Address").attributes("aria-invalid")).toBe("true");
    expect(e.editor.emitted("saved")).toBeUndefined();
    await e.editor
      .findAll("button")
      .find((b) => b.text() === "Leave it")
      ?.trigger("click");
    expect(e.field("Name").element).toHaveProperty("value", "");
  });

  it("shows both versions where somebody else was faster, and keeps either", async () => {
    const read = [card(id), card(id, { note: "theirs" }, 4), card(id, { note: "mine" }, 5)];
    const puts = [new Refusing(409, { detail: "Pia changed it." }), {}];
    const e = await open(id, {
      [`GET /api/objects/${id}`]: () => read.shift(),
      [`PUT /api/objects/${id}`]: () => puts.shift(),
    });
    await e.field("Note").setValue("mine");
    await e.submit();
    await settled();
    const both = e.editor.get("[aria-label='Both versions']");
    expect(
      both
        .get("tbody")
        .findAll("th, td")
        .map((c) => c.text()),
    ).toEqual(["note", "mine", "theirs"]);
    await both.findAll("button")[0]?.trigger("click");
    await settled();
    expect(e.sent("PUT").map((a) => (a.body as { version: number }).version)).toEqual([3, 4]);
    expect(e.editor.find("[aria-label='Both versions']").exists()).toBe(false);
  });

  it("takes theirs without sending anything", async () => {
    const read = [card(id), card(id, { note: "theirs" }, 4)];
    const e = await open(id, {
      [`GET /api/objects/${id}`]: () => read.shift(),
      [`PUT /api/objects/${id}`]: new Refusing(409, { detail: "Pia changed it." }),
    });
    await e.field("Note").setValue("mine");
    await e.submit();
    await settled();
    await e.editor.get("[aria-label='Both versions']").findAll("button")[1]?.trigger("click");
    expect(e.field("Note").element).toHaveProperty("value", "theirs");
    expect(e.sent("PUT")).toHaveLength(1);
  });

  it("previews what is typed a moment after the last key", async () => {
    vi.useFakeTimers();
    const holds = ["web-browsing"];
    const asked = server({
      "POST /api/objects/preview": { ...nothing, total: "1 application", holds },
    });
    const editor = mount(ObjectEditor, { props: { kind: "application", id: 0 } });
    await editor.findAll("input[type=radio]")[2]?.setValue(true);
    const categories = editor.get("textarea");
    await categories.setValue("we");
    await vi.advanceTimersByTimeAsync(200);
    await categories.setValue("web");
    await vi.advanceTimersByTimeAsync(400);
    vi.useRealTimers();
    await settled();
    await flushPromises();
    expect(asked.map((a) => (a.body as { object: unknown }).object)).toEqual([
      { name: "", ofCategories: ["web"] },
    ]);
    expect(editor.text()).toContain("Holds web-browsing");
  });

  it("offers the categories that applications have", async () => {
    useEstate().objects.value = [
      object(1, "shop", { kind: "application", category: "web" }),
      object(2, "chat", { kind: "application", category: "web" }),
      object(3, "pay", { kind: "application", category: "business" }),
    ];
    const e = await open(0, {}, "application");
    const find = e.editor.get("[aria-label='Add to category']");
    await find.trigger("focus");
    await find.setValue("w");
    expect(e.editor.get("[role=option]").text()).toContain("2 applications");
    await find.trigger("keydown", { key: "Enter" });
    expect(e.field("Category").element).toHaveProperty("value", "web");
  });

  it("is read once the server is back, where it could not be read before", async () => {
    const read = [new Refusing(401, { detail: "Sign in first." }), card(id)];
    const e = await open(id, { [`GET /api/objects/${id}`]: () => read.shift() });
    expect(e.editor.text()).toBe("Sign in first.");
    returns.value++;
    await settled();
    expect(e.field("Name").element).toHaveProperty("value", "kiosk 1");
    returns.value++;
    await settled();
    expect(e.sent("GET")).toHaveLength(2);
  });

  it("is not removed while it is used, and says so", async () => {
    const used = card(id);
    used.uses = [{ what: "rule", id: 4, name: "kiosk rule", where: "a/own", to: "/shelves/x" }];
    const e = await open(id, { [`GET /api/objects/${id}`]: used });
    const remove = e.editor.findAll("button").find((b) => b.text() === "Remove");
    expect(remove?.attributes("disabled")).toBeDefined();
    expect(remove?.attributes("title")).toBe("It is used; see below");
    expect(e.editor.text()).toContain("kiosk rule");
  });
});
