import { onMounted, watch } from "vue";
import type { Consequences } from "../api/client";
import { returns } from "../api/connection";
import { useTrial } from "../rulebase/useTrial";
import { useTreeForm } from "./useTreeForm";

/** A bay or a firewall as it was read, and the number of the edit it is from. */
interface Read<T> {
  what: T;
  edition: number;
}

/** What is asked of the server for one node of the tree. */
export interface Requests<T> {
  read: () => Promise<Read<T>>;
  attempt: (edition: number, what: T) => Promise<Consequences>;
  change: (edition: number, what: T) => Promise<Read<T>>;
  make: (what: T) => Promise<{ id: number }>;
  remove: (edition: number) => Promise<unknown>;
}

/**
 * The form of a bay or a firewall: read, tried before it is kept, kept, removed; read again when
 * something happened elsewhere and nothing is typed here.
 *
 * @param props its id, 0 for a new one; the stamp grows with every edit anywhere
 * @param home where the address of one of its kind begins
 * @param done is told where to go on
 */
export function useNodeForm<T>(
  props: Readonly<{ id: number; stamp: number }>,
  home: string,
  done: (to?: string) => void,
  fresh: () => T,
  requests: Requests<T>,
) {
  const form = useTreeForm<T>(`${home} ${props.id}`, fresh, props.id === 0);
  const { body, edition, dirty } = form;
  const trial = useTrial();

  function show(read: Read<T>) {
    form.show(read.what, read.edition);
  }
  const load = async () => {
    if (props.id) show(await requests.read());
  };

  watch(
    body,
    (what) => {
      if (props.id && dirty.value) trial.ask(() => requests.attempt(edition.value, what as T));
      else trial.forget();
    },
    { deep: true },
  );

  const keep = () =>
    form.attempt(async () => {
      if (props.id) {
        show(await requests.change(edition.value, body.value as T));
        done();
      } else {
        const made = await requests.make(body.value as T);
        form.show(body.value as T, 0);
        done(`${home}/${made.id}`);
      }
    });

  const remove = () =>
    form.attempt(async () => {
      await requests.remove(edition.value);
      form.show(body.value as T, 0);
      done("/estate");
    });

  const leave = () => {
    if (props.id) void form.attempt(load);
    else {
      show({ what: fresh(), edition: 0 });
      done("/estate");
    }
  };

  async function open() {
    await form.attempt(load);
    if (form.open.value) form.begin();
  }
  onMounted(open);
  // What could not be read is read once the server is back.
  watch(returns, () => !form.open.value && open());
  watch(
    () => props.stamp,
    () => {
      if (!dirty.value) void form.attempt(load);
    },
  );

  return { ...form, trial, keep, remove, leave };
}
