import { computed, ref, shallowRef } from "vue";
import { type Consequences, Refused } from "../api/client";

const PAUSE = 250;

/** Asks what an edit would do a moment after the last call, and keeps the last answer only. */
export function useTrial<T = Consequences>() {
  const found = shallowRef<T>();
  const waiting = ref(false);
  const trouble = ref("");
  let turn = 0;
  let timer = 0;

  function forget() {
    turn++;
    window.clearTimeout(timer);
    found.value = undefined;
    waiting.value = false;
    trouble.value = "";
  }

  function ask(work: () => Promise<T>, pause = PAUSE) {
    const mine = ++turn;
    window.clearTimeout(timer);
    waiting.value = true;
    timer = window.setTimeout(() => void run(work, mine), pause);
  }

  async function run(work: () => Promise<T>, mine: number) {
    try {
      const answer = await work();
      if (mine !== turn) return;
      found.value = answer;
      trouble.value = "";
    } catch (e) {
      if (mine !== turn) return;
      found.value = undefined;
      const first = e instanceof Refused ? e.problems[0] : undefined;
      trouble.value = first ? `${first.wrong}; ${first.right}.` : (e as Error).message;
    }
    waiting.value = false;
  }

  /** The last answer, where it is about what was asked last. */
  const settled = computed(() => (waiting.value ? undefined : found.value));

  return { found, settled, waiting, trouble, ask, forget };
}
