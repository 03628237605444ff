import { computed, ref, shallowRef } from "vue";
import {
  answer,
  http,
  type Line,
  type LineEdit,
  Refused,
  type Rule,
  type Stack,
} from "../api/client";
import { useEstate } from "../estate/useEstate";
import { applied, restored } from "./applied";
import { type Checked, merged } from "./checked";
import { type Row, rowsOf } from "./rows";

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

type Where = { kind: "firewall" | "bay"; id: number };

/** The stack that was seen last: who comes back to it asks only for what changed since. */
let last: { where: Where; stack: Stack; checked?: Checked } | undefined;

const RELOAD_OLDER_THAN = 4000;
const TREE_PAUSE = 900;

/** The version of a stack with an answer put into it; none where others edited meanwhile. */
function versionAfter(
  known: Stack | undefined,
  done: { before: string; version: string } | undefined,
): string {
  return done && done.before === known?.version ? done.version : "";
}

/** When what was set has been drawn; a page that is not seen draws nothing and does not wait. */
const drawnOnce = () =>
  new Promise<void>((done) => {
    window.setTimeout(done, 100);
    window.requestAnimationFrame(() => window.setTimeout(done));
  });

/** One stack, its check, and the edits of its rules. */
export function useStack() {
  const { refreshDraft, refreshEstate, draft, undo: back, redo: forth } = useEstate();
  const stack = shallowRef<Stack>();
  const checked = shallowRef<Checked>();
  const folded = ref(new Set<number>());
  const loading = ref(false);
  const trouble = ref("");
  const stale = ref<Stale>();
  const at = ref<Where>();
  let loadedAt = 0;
  let treeTimer = 0;
  /** The stack with the last edit, where that is known without reading it again. */
  let next: Stack | undefined;

  let drawn: Row[] = [];
  const rows = computed(() => {
    drawn = stack.value ? rowsOf(stack.value, checked.value, folded.value, drawn) : [];
    return drawn;
  });

  const params = (where: Where) => ({ path: { id: where.id } });

  const before = (where: Where) =>
    last?.where.kind === where.kind && last.where.id === where.id ? last : undefined;

  function remember() {
    if (at.value && stack.value)
      last = { where: { ...at.value }, stack: stack.value, checked: checked.value };
  }

  /** The stack as it is now; the very same where nothing has happened since it was read. */
  async function readStack(where: Where): Promise<Stack | undefined> {
    const known = stack.value ?? before(where)?.stack;
    if (known?.version) {
      const query = { version: known.version };
      const since = await answer(http.GET("/api/lines/since", { params: { query } }));
      if (since.lines && since.version === known.version) return known;
      const now = since.lines && restored(known, since.lines);
      if (now) return { ...now, version: since.version };
    }
    const options = {
      params: params(where),
      headers: known ? { "If-None-Match": `"${known.version}"` } : {},
    };
    const asked =
      where.kind === "firewall"
        ? http.GET("/api/firewalls/{id}/stack", options)
        : http.GET("/api/bays/{id}/stack", options);
    const { response } = await asked.catch(() => ({ response: undefined }));
    return response?.status === 304 ? known : answer<Stack>(asked);
  }

  /** What there is to say now; of what is known, only the difference is asked for. */
  async function readCheck(where: Where): Promise<Checked | undefined> {
    if (where.kind !== "firewall") return undefined;
    const known = checked.value ?? before(where)?.checked;
    const query = known ? { since: known.version } : {};
    const now = await answer(
      http.GET("/api/firewalls/{id}/check", { params: { ...params(where), query } }),
    );
    return merged(known, now);
  }

  async function read() {
    const where = at.value;
    if (!where) return;
    // Rows come first where there are none: their findings are asked for when they are drawn.
    const first = !stack.value && !before(where);
    const checking = first ? undefined : readCheck(where);
    checking?.catch(() => undefined);
    const newStack = await readStack(where);
    if (at.value !== where) return;
    if (!stack.value) {
      stack.value = newStack;
      loading.value = false;
      if (first) await drawnOnce();
    }
    const newCheck = await (checking ?? readCheck(where));
    if (at.value !== where) return;
    stack.value = newStack;
    checked.value = newCheck;
    loadedAt = Date.now();
    remember();
  }

  /** Shows a stack that is known already, together with its findings. */
  async function show(now: Stack) {
    const where = at.value;
    const newCheck = where && (await readCheck(where));
    if (at.value !== where) return;
    stack.value = now;
    checked.value = newCheck;
    remember();
  }

  /** The counts in the tree follow when nothing else is asked for a moment. */
  function treeSoon() {
    window.clearTimeout(treeTimer);
    treeTimer = window.setTimeout(() => void refreshEstate().catch(() => undefined), TREE_PAUSE);
  }

  async function open(kind: "firewall" | "bay", id: number) {
    at.value = { kind, id };
    loading.value = true;
    trouble.value = "";
    stale.value = undefined;
    stack.value = undefined;
    checked.value = undefined;
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
  async function edit<T>(work: () => Promise<T>): Promise<T | undefined> {
    next = undefined;
    try {
      const done = await work();
      trouble.value = "";
      stale.value = undefined;
      await Promise.all([next ? show(next) : read(), refreshDraft()]);
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

  /** Several edits as one step; the lines edited. What they change is put in place here. */
  async function send(edits: LineEdit[]): Promise<Line[]> {
    const known = stack.value;
    const done = await answer(http.POST("/api/edits", { body: { edits } }));
    const now = known && stack.value === known ? applied(known, edits, done.lines) : undefined;
    next = now && { ...now, version: versionAfter(known, done) };
    return done.lines;
  }

  const save = (line: Line, rule: Rule, version = line.version) =>
    edit(async () => {
      try {
        return await send([{ op: "change", line: line.id, version, rule }]);
      } catch (e) {
        if (e instanceof Refused && e.current) {
          const says = e.detail;
          const current = e.current;
          await Promise.all([read(), refreshDraft()]);
          stale.value = { mine: rule, current, says };
        }
        throw e;
      }
    });

  const apply = (edits: LineEdit[]) => edit(async () => (await send(edits)).map((l) => l.id));

  /** What edits would do to traffic. */
  const attempt = (edits: LineEdit[]) => answer(http.POST("/api/edits/trial", { body: { edits } }));

  const undo = (change: number) =>
    edit(() => answer(http.POST("/api/draft/{change}/undo", { params: { path: { change } } })));

  /** Takes this person's last step back, or does it again. */
  async function step(which: "undo" | "redo") {
    const known = stack.value;
    const done = await (which === "undo" ? back() : forth());
    const now =
      known && done?.lines && stack.value === known ? restored(known, done.lines) : undefined;
    await (now ? show({ ...now, version: versionAfter(known, done) }) : read());
    treeSoon();
  }

  return {
    stack,
    checked,
    rows,
    folded,
    loading,
    trouble,
    stale,
    draft,
    open,
    refresh,
    save,
    apply,
    attempt,
    undo,
    step,
  };
}
