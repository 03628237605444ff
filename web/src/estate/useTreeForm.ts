import { computed, ref } from "vue";
import { type Problem, Refused } from "../api/client";
import { useUnsaved } from "../frame/unsaved";

/**
 * What the forms of the tree share: whether something was typed, what was wrong with it, and that
 * it is there again when one comes back.
 *
 * @param key tells the form from the others
 * @param ready whether it can be typed into before anything was read
 */
export function useTreeForm<T>(key: string, fresh: () => T, ready = false) {
  const body = ref(fresh());
  const before = ref(JSON.stringify(fresh()));
  const edition = ref(0);
  const busy = ref(false);
  const open = ref(ready);
  const trouble = ref("");
  const problems = ref<Problem[]>([]);
  const dirty = computed(() => JSON.stringify(body.value) !== before.value);

  function show(what: T, which: number) {
    body.value = what as typeof body.value;
    before.value = JSON.stringify(what);
    edition.value = which;
    open.value = true;
    trouble.value = "";
    problems.value = [];
  }

  async function attempt(work: () => Promise<void>) {
    busy.value = true;
    trouble.value = "";
    problems.value = [];
    try {
      await work();
    } catch (e) {
      if (e instanceof Refused && e.problems.length > 0) problems.value = e.problems;
      else trouble.value = (e as Error).message;
    } finally {
      busy.value = false;
    }
  }

  const { again, begin } = useUnsaved<{ what: T; edition: number }>(
    `tree ${key}`,
    () => (dirty.value ? { what: body.value as T, edition: edition.value } : undefined),
    (typed) => {
      body.value = typed.what as typeof body.value;
      edition.value = typed.edition;
    },
  );

  const at = (pointer: string) => problems.value.find((p) => p.pointer === pointer);

  return { body, edition, busy, trouble, problems, dirty, show, attempt, at, again, begin, open };
}
