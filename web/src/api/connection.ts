import { ref } from "vue";

const EVERY = 2_000;

/** Whether the server did not answer the last time it was asked. */
export const gone = ref(false);
/** Counts how often the server came back, for whoever shows what may be old. */
export const returns = ref(0);

/** Notes that the server does not answer, and asks now and then until it does. */
export function lost() {
  if (gone.value) return;
  gone.value = true;
  const ask = async () => {
    try {
      const answer = await fetch("/api/session");
      if (answer.status >= 500) throw new Error();
      gone.value = false;
      returns.value++;
    } catch {
      setTimeout(() => void ask(), EVERY);
    }
  };
  setTimeout(() => void ask(), EVERY);
}
