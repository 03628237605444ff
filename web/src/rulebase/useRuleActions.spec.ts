// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from "vitest";
import { computed, shallowRef } from "vue";
import { person } from "../accounts/session";
import type { Consequences, Line, LineEdit, Person, Stack } from "../api/client";
import { rowsOf, type RuleRow } from "./rows";
import { divider, line, stack } from "./testing";
import { meaning, toFill } from "./untouched";
import { useRuleActions } from "./useRuleActions";
import { useSelection } from "./useSelection";

const quiet = { effects: [], come: [], gone: [], untouched: 1, restacked: [] } as Consequences;
const loud = {
  ...quiet,
  effects: [
    {
      ...{ firewall: "fw", decided: true, allowed: 2, blocked: 0, otherwise: 0 },
      ...{ opened: [], closed: [], regions: [{ witness: "tcp from 10.72.16.9" }] },
    },
  ],
} as unknown as Consequences;

function view(lines: Line[]) {
  const now = shallowRef<Stack>(stack(lines));
  const rows = computed(() => rowsOf(now.value, undefined, new Set(), []));
  const sent: LineEdit[][] = [];
  const s = {
    stack: now,
    apply: vi.fn(async (edits: LineEdit[]) => {
      sent.push(edits);
      return edits.map((e, i) => e.line ?? 100 + i);
    }),
    attempt: vi.fn<(edits: LineEdit[]) => Promise<Consequences>>(async () => quiet),
  };
  const selection = useSelection(rows);
  const edit = vi.fn();
  const said: [string, boolean][] = [];
  const say = (text: string, fault = false) => said.push([text, fault]);
  const actions = useRuleActions(s as never, selection, edit, say);
  return {
    ...{ actions, selection, s, sent, edit, said, now },
    last: () => said.at(-1),
    row: (id: number) => rows.value.find((r) => r.key === `l${id}`) as RuleRow,
    choose(...ids: number[]) {
      ids.forEach((id, i) => (i ? selection.range(`l${id}`) : selection.only(`l${id}`)));
    },
  };
}

describe("what is done to rules", () => {
  let v: ReturnType<typeof view>;
  beforeEach(() => {
    person.value = { id: 1, name: "ida" } as Person;
    meaning.value = "any";
    v = view([line(1, "1"), line(2, "2"), line(3, "3", { log: "both" }), line(4, "4")]);
  });

  it("puts a new rule below the selection, off, with its owner, ready to be named", async () => {
    v.choose(2);
    await v.actions.add();
    const edit = v.sent[0]?.[0];
    expect(edit).toMatchObject({ op: "add", shelf: 1, after: 2 });
    expect(edit?.rule).toMatchObject({ name: "new rule 1", on: false, owner: "ida" });
    expect(v.edit).toHaveBeenCalledWith("l100");
  });

  it("puts it above a last block where nothing is selected", async () => {
    v = view([line(1, "1", { source: { not: false, names: ["a"] } }), line(2, "2")]);
    await v.actions.add();
    expect(v.sent[0]?.[0]?.after).toBe(1);
  });

  it("lets new rules wait to be filled where a person wants that, and not be turned on", async () => {
    meaning.value = "to be filled";
    await v.actions.add();
    const made = { ...line(100, "5", { on: false }), name: "new" };
    v.now.value = stack([...(v.now.value.shelves[0]?.lines ?? []), made]);
    expect(toFill(made)).toHaveLength(5);
    v.choose(100);
    await v.actions.toggle();
    expect(v.last()?.[0]).toContain("still waits for from, to, source, destination, what");
    expect(v.sent).toHaveLength(1);
  });

  it("turns all chosen on where none is on, else off, and says how many", async () => {
    v.choose(1, 3);
    await v.actions.toggle();
    expect(v.sent[0]?.map((e) => [e.line, e.rule?.on])).toEqual([
      [1, false],
      [2, false],
      [3, false],
    ]);
    expect(v.last()).toEqual(["3 rules turned off.", false]);
  });

  it("fills the cell of all chosen with that of the first, and sends only what differs", async () => {
    v.choose(3, 1);
    await v.actions.fill("log");
    expect(v.sent[0]?.map((e) => [e.line, e.rule?.log])).toEqual([
      [1, "both"],
      [2, "both"],
    ]);
    expect(v.last()?.[0]).toBe("2 rules filled with the log of “r3”.");
    await v.actions.fill("name");
    expect(v.last()?.[1]).toBe(true);
    v.choose(1);
    await v.actions.fill("log");
    expect(v.sent).toHaveLength(1);
  });

  it("moves several as a block and tells what that changed", async () => {
    v.s.attempt.mockResolvedValue(loud);
    v.choose(2, 3);
    await v.actions.shift(1);
    expect(v.sent[0]?.map((e) => [e.line, e.after])).toEqual([
      [2, 4],
      [3, 2],
    ]);
    expect(v.last()?.[0]).toMatch(
      /^Here traffic changes on fw: .*e\.g\. tcp from 10\.72\.16\.9\.$/,
    );
    expect([...v.selection.chosen.value]).toEqual(["l2", "l3"]);
    v.choose(3, 4);
    await v.actions.shift(1);
    expect(v.sent).toHaveLength(1);
  });

  it("tells what a drop changed even where it was let go before that was known", async () => {
    await v.actions.drop(v.row(4), v.row(1), true);
    expect(v.s.attempt).toHaveBeenCalledTimes(1);
    expect(v.sent[0]?.[0]).toMatchObject({ op: "move", line: 4, after: 1 });
    expect(v.last()?.[0]).toBe("Here nothing changes: no packet is treated otherwise.");
    await v.actions.drop(v.row(4), v.row(1), false, loud);
    expect(v.s.attempt).toHaveBeenCalledTimes(1);
    expect(v.sent[1]?.[0]?.after).toBeUndefined();
    expect(v.last()?.[0]).toContain("Here traffic changes on fw");
  });

  it("moves all the same where the effect cannot be told", async () => {
    v.s.attempt.mockRejectedValue(new Error("too much"));
    await v.actions.drop(v.row(4), v.row(1), true);
    expect(v.last()).toEqual(["Moved.", false]);
  });

  it("refuses what is removed or stands elsewhere, with the reason", async () => {
    v = view([{ ...line(1, "1"), marks: ["removed"] }, line(2, "2")]);
    v.choose(1);
    await v.actions.remove();
    expect(v.last()).toEqual(["“r1” is removed; undo that first.", true]);
    const shared = stack([line(1, "1")]);
    shared.shelves = shared.shelves.map((x) => ({ ...x, editable: false, owner: "quays" }));
    v.now.value = shared;
    v.choose(1);
    await v.actions.toggle();
    expect(v.last()?.[0]).toContain("stands on a shelf of quays");
    expect(v.sent).toEqual([]);
  });

  it("pastes on any shelf what was copied, off, under names that are free", async () => {
    v.choose(1, 2);
    v.actions.copy();
    expect(v.last()?.[0]).toBe("2 rules copied; paste with Ctrl+V, on any shelf.");
    v.choose(4);
    await v.actions.paste();
    expect(v.sent[0]?.map((e) => [e.op, e.rule?.on])).toEqual([
      ["add", false],
      ["add", false],
    ]);
    const names = v.sent[0]?.map((e) => e.rule?.name) ?? [];
    expect(new Set([...names, "r1", "r2", "r3", "r4"]).size).toBe(6);
    expect(v.sent[0]?.[0]?.after).toBe(4);
  });

  it("makes a drawer only of rules of one list, and says that no traffic changed", async () => {
    v.choose(1, 2);
    await v.actions.wrap();
    expect(v.last()?.[0]).toBe("They stand in a drawer now: no packet is treated otherwise.");
    const drawer = line(9, "1", { action: "drawer", end: "pass on" }, [line(1, "1.1")]);
    v = view([drawer, line(2, "2")]);
    v.selection.chosen.value = new Set(["l1", "l2"]);
    v.selection.selected.value = "l1";
    await v.actions.wrap();
    expect(v.last()).toEqual(["Only rules of one list go into a drawer together.", true]);
  });

  it("retitles a divider, but not to nothing", async () => {
    await v.actions.retitle(divider, "  Quay  ");
    expect(v.sent[0]?.[0]).toMatchObject({ op: "change", line: 9, divider: "Quay" });
    await v.actions.retitle(divider, "   ");
    expect(v.sent).toHaveLength(1);
  });
});
