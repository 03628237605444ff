import { computed, type Ref, ref, useId } from "vue";

/**
 * What a field offers below itself while one types: which offer is marked, and how the arrow keys
 * mark another.
 *
 * @param offers what is offered now, best first
 * @param open whether the list is shown
 * @param first what is marked before an arrow was pressed; -1 for none
 */
export function useOffers<T>(
  offers: Readonly<Ref<T[]>>,
  open: Readonly<Ref<boolean>> = ref(true),
  first: 0 | -1 = 0,
) {
  const id = useId();
  const at = ref<number>(first);
  const marked = computed(() => Math.min(at.value, offers.value.length - 1));
  const chosen = computed<T | undefined>(() => offers.value[marked.value]);
  const shown = computed(() => open.value && offers.value.length > 0);

  const mark = (i: number) => {
    at.value = i;
  };
  const reset = () => mark(first);

  /** Goes to the neighbour that an arrow key asks for; false for any other key. */
  function step(e: KeyboardEvent): boolean {
    if (e.key === "ArrowDown") mark(Math.min(marked.value + 1, offers.value.length - 1));
    else if (e.key === "ArrowUp") mark(Math.max(marked.value - 1, first));
    else return false;
    return true;
  }

  /** What the field is to a screen reader. */
  const field = computed(() => ({
    role: "combobox",
    autocomplete: "off",
    spellcheck: false,
    "aria-autocomplete": "list" as const,
    "aria-controls": id,
    "aria-expanded": shown.value,
    "aria-activedescendant": shown.value && chosen.value ? `${id}-${marked.value}` : undefined,
  }));

  return { id, marked, chosen, shown, mark, reset, step, field };
}
