import { computed, type ComputedRef, type Ref, ref, shallowRef, watch } from "vue";
import { person } from "../accounts/session";
import { answer, type Change, http, Refused, type Stack } from "../api/client";
import { asksServer, fits, parse, questionOf } from "./filter";
import { narrow, type Row, type RuleRow } from "./rows";

const PAUSE = 200;

/** The rows of a stack that fit what the filter box says; what goes by content is asked for. */
export function useFilter(
  text: Ref<string>,
  rows: ComputedRef<Row[]>,
  stack: Ref<Stack | undefined>,
  draft: Ref<Change[]>,
) {
  const found = shallowRef(new Map<string, Set<number>>());
  const trouble = ref("");
  const tokens = computed(() => parse(text.value));
  let timer = 0;

  async function ask() {
    const shelves = stack.value?.shelves.map((s) => s.id) ?? [];
    const open = tokens.value.filter((t) => asksServer(t) && !found.value.has(questionOf(t)));
    for (const t of open) {
      const kind = asksServer(t);
      const query = { shelf: shelves, [kind === "address" ? "address" : "service"]: t.value };
      try {
        const ids = await answer(http.GET("/api/touching", { params: { query } }));
        found.value = new Map(found.value).set(questionOf(t), new Set(ids));
        trouble.value = "";
      } catch (e) {
        const first = e instanceof Refused ? e.problems[0] : undefined;
        trouble.value = first ? `${first.wrong}; ${first.right}` : (e as Error).message;
      }
    }
  }

  watch(tokens, () => {
    trouble.value = "";
    window.clearTimeout(timer);
    if (tokens.value.some(asksServer)) timer = window.setTimeout(() => void ask(), PAUSE);
  });
  watch(stack, () => {
    found.value = new Map();
    void ask();
  });

  const drawers = computed(() => {
    const out = new Map<number, RuleRow>();
    for (const r of rows.value)
      if (r.kind === "rule" && r.rule.action === "drawer") out.set(r.line.id, r);
    return out;
  });
  const about = computed(() => ({
    me: person.value?.displayName ?? "",
    draft: draft.value,
    around: (row: RuleRow) =>
      row.drawer === undefined ? undefined : drawers.value.get(row.drawer),
    found: found.value,
  }));
  const test = (r: RuleRow) => fits(r, tokens.value, about.value);
  const shown = computed(() => (tokens.value.length === 0 ? rows.value : narrow(rows.value, test)));
  const count = computed(
    () => shown.value.filter((r) => r.kind === "rule" && (!tokens.value.length || test(r))).length,
  );
  const total = computed(() => rows.value.filter((r) => r.kind === "rule").length);

  const known = computed(() => {
    const labels = new Set<string>();
    const owners = new Set<string>();
    const inspections = new Set(["usual"]);
    for (const r of rows.value) {
      if (r.kind !== "rule") continue;
      r.rule.labels.forEach((l) => labels.add(l));
      r.rule.inspection.forEach((i) => inspections.add(i));
      if (r.rule.owner) owners.add(r.rule.owner);
    }
    return {
      zones: stack.value?.zones ?? [],
      labels: [...labels].sort(),
      owners: [...owners].sort(),
      inspections: [...inspections].sort(),
    };
  });

  return { shown, count, total, known, trouble };
}
