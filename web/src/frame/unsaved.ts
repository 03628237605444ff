import { onUnmounted, reactive, ref, watch } from "vue";
import { person } from "../accounts/session";

/** What was typed into forms and is not kept yet; it outlives its form, and the page too. */

const STORED = "not kept yet";

interface Stored {
  account: number;
  texts: [string, string][];
}

const texts = reactive(new Map<string, string>());
let whose: number | undefined;

function store() {
  if (whose === undefined) return;
  const all: Stored = { account: whose, texts: [...texts] };
  globalThis.sessionStorage?.setItem(STORED, JSON.stringify(all));
}

/** Takes up what the same person left on this page before it was loaded anew. */
watch(
  () => person.value?.id,
  (id) => {
    if (id === whose) return;
    texts.clear();
    whose = id;
    const text = globalThis.sessionStorage?.getItem(STORED);
    const left = text ? (JSON.parse(text) as Stored) : undefined;
    if (left && left.account === id) for (const [key, value] of left.texts) texts.set(key, value);
    else globalThis.sessionStorage?.removeItem(STORED);
  },
  { immediate: true, flush: "sync" },
);

/** Whether something was typed into a form that is not kept yet. */
export const isBegun = (key: string) => texts.has(key);

/**
 * Holds what is typed into a form until it is kept or left.
 *
 * @param key tells the form from all others
 * @param typed what is typed and not kept; undefined for nothing
 * @param restore puts into the form what was typed there before
 */
export function useUnsaved<T>(
  key: string,
  typed: () => T | undefined,
  restore: (typed: T) => void,
) {
  /** Whether the form shows what was typed before it was opened. */
  const again = ref(false);
  let stop: (() => void) | undefined;

  /** To be called when the form shows what is kept. */
  function begin() {
    if (stop) return;
    const text = texts.get(key);
    if (text !== undefined) {
      restore(JSON.parse(text) as T);
      again.value = true;
    }
    stop = watch(
      () => JSON.stringify(typed()),
      (now) => {
        if (now === undefined) {
          texts.delete(key);
          again.value = false;
        } else texts.set(key, now);
        store();
      },
      { flush: "sync" },
    );
  }
  onUnmounted(() => stop?.());

  return { again, begin };
}
