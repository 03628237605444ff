import { computed, ref, shallowRef } from "vue";
import {
  answer,
  type Check,
  http,
  type Line,
  type LineEdit,
  Refused,
  type Rule,
  type Stack,
} from "../api/client";
import { useEstate } from "../estate/useEstate";
import { rowsOf } from "./rows";

/** Where a rule goes: after a line, in a drawer or on the shelf itself. */
export interface Spot {
  shelf: number;
  after?: number;
  drawer?: number;
}

/** An edit that was not saved because somebody else's came first. */
export interface Stale {
  mine: Rule;
  current: Line;
  says: string;
}

const RELOAD_OLDER_THAN = 4000;
const TREE_PAUSE = 900;

/** One stack, its check, and the edits of its rules. */
export function useStack() {
  const { refreshDraft, refreshEstate, draft, undo: back, redo: forth } = useEstate();
  const stack = shallowRef<Stack>();
  const check = shallowRef<Check>();
  const folded = ref(new Set<number>());
  const loading = ref(false);
  const trouble = ref("");
  const stale = ref<Stale>();
  const at = ref<{ kind: "firewall" | "bay"; id: number }>();
  let loadedAt = 0;
  let treeTimer = 0;

  const rows = computed(() => (stack.value ? rowsOf(stack.value, check.value, folded.value) : []));

  async function read() {
    const where = at.value;
    if (!where) return;
    const params = { params: { path: { id: where.id } } };
    const isFirewall = where.kind === "firewall";
    const checking = isFirewall
      ? answer(http.GET("/api/firewalls/{id}/check", params))
      : Promise.resolve(undefined);
    checking.catch(() => undefined);
    const newStack = await (isFirewall
      ? answer(http.GET("/api/firewalls/{id}/stack", params))
      : answer(http.GET("/api/bays/{id}/stack", params)));
    if (at.value !== where) return;
    // Rows are drawn while their findings are still on the way.
    if (!stack.value) {
      stack.value = newStack;
      loading.value = false;
    }
    const newCheck = await checking;
    if (at.value !== where) return;
    stack.value = newStack;
    check.value = newCheck;
    loadedAt = Date.now();
  }

  /** The findings alone, where the rows are known already. */
  async function readCheck() {
    const where = at.value;
    if (where?.kind !== "firewall") return;
    const params = { params: { path: { id: where.id } } };
    const now = await answer(http.GET("/api/firewalls/{id}/check", params));
    if (at.value === where) check.value = now;
  }

  /** The counts in the tree follow when nothing else is asked for a moment. */
  function treeSoon() {
    window.clearTimeout(treeTimer);
    treeTimer = window.setTimeout(() => void refreshEstate(), TREE_PAUSE);
  }

  async function open(kind: "firewall" | "bay", id: number) {
    at.value = { kind, id };
    loading.value = true;
    trouble.value = "";
    stale.value = undefined;
    stack.value = undefined;
    check.value = undefined;
    try {
      await read();
    } catch (e) {
      trouble.value = (e as Error).message;
    } finally {
      loading.value = false;
    }
  }

  /** Reads again, unless that was done a moment ago. */
  async function refresh(force = false) {
    if (!force && Date.now() - loadedAt < RELOAD_OLDER_THAN) return;
    try {
      await Promise.all([read(), refreshDraft()]);
      trouble.value = "";
    } catch (e) {
      trouble.value = (e as Error).message;
    }
  }

  /** Does an edit, then brings stack, findings, draft and tree up to date. */
  async function edit<T>(work: () => Promise<T>, inPlace = false): Promise<T | undefined> {
    try {
      const done = await work();
      trouble.value = "";
      stale.value = undefined;
      await Promise.all([inPlace ? readCheck() : read(), refreshDraft()]);
      treeSoon();
      return done;
    } catch (e) {
      if (e instanceof Refused && e.problems.length > 0) {
        trouble.value = e.problems.map((p) => `${p.wrong}; ${p.right}.`).join(" ");
      } else {
        trouble.value = (e as Error).message;
      }
      return undefined;
    }
  }

  const add = (spot: Spot, rule: Rule) =>
    edit(() =>
      answer(
        http.POST("/api/shelves/{shelf}/lines", {
          params: { path: { shelf: spot.shelf } },
          body: { after: spot.after, drawer: spot.drawer, rule },
        }),
      ),
    );

  const save = (line: Line, rule: Rule, version = line.version) =>
    edit(async () => {
      try {
        const saved = await answer(
          http.PUT("/api/lines/{id}", {
            params: { path: { id: line.id } },
            body: { version, rule },
          }),
        );
        put([saved]);
        return saved;
      } catch (e) {
        if (e instanceof Refused && e.current) {
          const says = e.detail;
          const current = e.current;
          await read();
          stale.value = { mine: rule, current, says };
        }
        throw e;
      }
    }, true);

  const move = (line: Line, spot: Spot) =>
    edit(() =>
      answer(
        http.POST("/api/lines/{id}/move", {
          params: { path: { id: line.id } },
          body: { version: line.version, ...spot },
        }),
      ),
    );

  const remove = (line: Line) =>
    edit(() =>
      answer(
        http.DELETE("/api/lines/{id}", {
          params: { path: { id: line.id }, query: { version: line.version } },
        }),
      ),
    );

  /**
   * Several edits as one step; the identities of the lines edited. Where they change nothing but
   * what rules say, only these rows are put in anew.
   */
  async function apply(edits: LineEdit[]): Promise<number[] | undefined> {
    const inPlace = edits.every((e) => e.op === "change");
    return edit(async () => {
      const { lines } = await answer(http.POST("/api/edits", { body: { edits } }));
      if (inPlace) put(lines);
      return lines.map((l) => l.id);
    }, inPlace);
  }

  /** Puts lines in the place of what they were. */
  function put(lines: Line[]) {
    if (!stack.value) return;
    const byId = new Map(lines.map((l) => [l.id, l]));
    const within = (all: Line[]): Line[] => {
      let same = true;
      const out = all.map((old) => {
        const now = byId.get(old.id);
        const inside = old.lines.length > 0 ? within(old.lines) : old.lines;
        if (!now && inside === old.lines) return old;
        same = false;
        return { ...(now ?? old), position: old.position, lines: inside };
      });
      return same ? all : out;
    };
    stack.value = {
      ...stack.value,
      shelves: stack.value.shelves.map((shelf) => ({ ...shelf, lines: within(shelf.lines) })),
    };
  }

  /** What edits would do to traffic. */
  const attempt = (edits: LineEdit[]) => answer(http.POST("/api/edits/trial", { body: { edits } }));

  const undo = (change: number) =>
    edit(() => answer(http.POST("/api/draft/{change}/undo", { params: { path: { change } } })));

  /** Takes this person's last step back, or does it again. */
  async function step(which: "undo" | "redo") {
    await (which === "undo" ? back() : forth());
    await read();
    treeSoon();
  }

  return {
    stack,
    check,
    rows,
    folded,
    loading,
    trouble,
    stale,
    draft,
    open,
    refresh,
    add,
    save,
    move,
    remove,
    apply,
    attempt,
    undo,
    step,
  };
}
