// @vitest-environment happy-dom
import { mount } from "@vue/test-utils";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Change } from "../api/client";
import { server, settled } from "../testing";
import RuleHistory from "./RuleHistory.vue";
import { rule } from "./testing";

vi.mock("./settled", () => ({ settled: () => Promise.resolve() }));

const change = (id: number, kind: string, more: Partial<Change>): Change =>
  ({ id, kind, who: "Ida", at: "2026-11-25T09:30:00", undoable: false, ...more }) as Change;
const past = [
  { ...{ who: "Pia", at: "2026-11-20T08:00:00", kind: "add", revision: 2 }, after: rule },
  { ...{ who: "Ida", at: "2026-11-25T09:30:00", kind: "change", revision: 0 }, after: rule },
];

describe("the changes of a rule", () => {
  beforeEach(() => {
    vi.useFakeTimers({ toFake: ["Date"], now: new Date("2026-11-25T10:00:00") });
  });
  afterEach(() => {
    vi.unstubAllGlobals();
    vi.useRealTimers();
  });

  async function open(changes: Change[], answer: unknown = past) {
    server({ "GET /api/lines/5/history": answer });
    const view = mount(RuleHistory, { props: { line: 5, changes } });
    await settled();
    const lines = () => view.findAll("p").map((p) => p.text().replace(/\s+/g, " "));
    return { view, lines };
  }

  it("say what became of which field, the newest first, those sealed last", async () => {
    const { lines } = await open([
      change(1, "move", {}),
      change(2, "change", {
        before: rule,
        after: { ...rule, log: "both", source: { not: true, names: ["kiosks"] } },
      }),
    ]);
    expect(lines()).toEqual([
      "source: any → not kiosks; log: none → both Ida, 09:30",
      "moved Ida, 09:30",
      "added Pia, 20 Nov 2026, 08:00, revision 2",
    ]);
  });

  it("are undone one by one where nothing builds on them", async () => {
    const { view } = await open([
      change(1, "move", {}),
      change(2, "change", { before: rule, after: { ...rule, note: "x" }, undoable: true }),
    ]);
    expect(view.findAll("button")).toHaveLength(1);
    await view.get("button").trigger("click");
    expect(view.emitted("undo")).toEqual([[2]]);
  });

  it("are not shown where there are none", async () => {
    const { view } = await open([], []);
    expect(view.find("section").exists()).toBe(false);
  });
});
