// @vitest-environment happy-dom
import { mount } from "@vue/test-utils";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { person } from "../accounts/session";
import type { LibraryObject, Person } from "../api/client";
import { useEstate } from "../estate/useEstate";
import { Refusing, server } from "../testing";
import PasteList from "./PasteList.vue";

const object = (id: number, name: string, form: string, value: string): LibraryObject => ({
  ...{ id, kind: "address", name, form, value },
  ...{ note: "", labels: [], category: "" },
});

let persons = 0;

describe("a pasted list", () => {
  beforeEach(() => {
    vi.useFakeTimers();
    person.value = { id: ++persons } as Person;
    useEstate().objects.value = [
      object(1, "kiosk 1", "host", "10.72.4.9"),
      object(7, "kiosks", "group", "kiosk 1, kiosk 0"),
    ];
  });
  afterEach(() => {
    vi.unstubAllGlobals();
    vi.useRealTimers();
  });

  function open(answers: Parameters<typeof server>[0]) {
    const asked = server({ "POST /api/objects/trial": [], ...answers });
    const list = mount(PasteList, { props: { kind: "address" } });
    const wait = () => vi.advanceTimersByTimeAsync(400);
    return {
      list,
      wait,
      async type(text: string) {
        await list.get("textarea").setValue(text);
        await wait();
      },
      rows: () =>
        list.findAll("tbody tr").map((r) => r.findAll("td").map((c) => c.text())) as string[][],
      button: () => list.get("button.first"),
      async add() {
        await list.trigger("submit");
        await wait();
      },
      made: () => asked.filter((a) => a.path === "/api/objects").map((a) => a.body),
    };
  }

  it("is shown with what becomes of each line, twins of the library left out", async () => {
    const p = open({});
    await p.type("new one, 10.72.4.10, by the gate\ntwin, 10.72.4.9");
    expect(p.rows()).toEqual([
      ["new one", "10.72.4.10", "made"],
      ["twin", "10.72.4.9", "“kiosk 1” holds the same"],
    ]);
    expect(p.button().text()).toContain("Add 1 to the draft");
    await p.list.get(".twins input").setValue(true);
    expect(p.button().text()).toContain("Add 2 to the draft");
  });

  it("says what the server has against a line below it, while it is typed", async () => {
    const wrong = {
      pointer: "/1/network",
      wrong: "host bits are set",
      right: "write 10.72.4.64/29",
    };
    const p = open({ "POST /api/objects/trial": [wrong] });
    await p.type("a, 10.72.4.10\nb, 10.72.4.65/29\nno content here");
    expect(p.rows()).toEqual([
      ["a", "10.72.4.10", "made"],
      ["b", "10.72.4.65/29", "left out"],
      ["host bits are set; write 10.72.4.64/29"],
      ["–", "no content here", "left out"],
      ["no address in line 3; write one, or take the line out"],
    ]);
    expect(p.list.text()).toContain("The 2 lines with a fault stay here to be mended");
  });

  it("adds the good lines and leaves the bad ones to be mended", async () => {
    const p = open({ "POST /api/objects": [] });
    await p.type("# kiosks\na, 10.72.4.10\nno content here");
    await p.add();
    expect(p.made()).toEqual([{ kind: "address", objects: [{ name: "a", host: "10.72.4.10" }] }]);
    expect(p.list.get("textarea").element.value).toBe("# kiosks\nno content here");
    expect(p.list.text()).toContain("1 object made. 1 line left here to be mended.");
    expect(p.list.emitted("saved")).toEqual([[true]]);
  });

  it("puts them into a group with those that hold the same already", async () => {
    const group = { members: ["kiosk 0", "kiosk 1"] };
    const p = open({
      "POST /api/objects": [],
      "GET /api/objects/7": { version: 4, document: { name: "kiosks", ...group } },
    });
    await p.type("a, 10.72.4.10\nb, 10.72.4.9");
    await p.list.get("select").setValue("7");
    await p.wait();
    const becomes = () => p.list.findAll(".members li").map((l) => l.text());
    expect(becomes()).toEqual(["1 added: a", "2 kept: kiosk 0, kiosk 1"]);
    await p.list.findAll("input[type=radio]")[1]?.setValue(true);
    expect(becomes()).toEqual(["1 added: a", "1 kept: kiosk 1", "1 dropped: kiosk 0"]);
    await p.add();
    expect(p.made()[0]).toHaveProperty("group", { id: 7, version: 4, members: ["kiosk 1", "a"] });
  });

  it("keeps everything where the server refuses, with the reason at its line", async () => {
    const problems = [{ pointer: "/1/name", wrong: "the name is taken", right: "choose another" }];
    const p = open({ "POST /api/objects": new Refusing(422, { detail: "no", problems }) });
    await p.type("a, 10.72.4.10\nno content here\nb, 10.72.4.11");
    await p.add();
    expect(p.list.text()).toContain("Nothing was made; see what is said of the lines.");
    expect(p.rows()).toContainEqual(["the name is taken; choose another"]);
    expect(p.list.get("textarea").element.value).toContain("b, 10.72.4.11");
    expect(p.list.emitted("saved")).toBeUndefined();
  });
});
