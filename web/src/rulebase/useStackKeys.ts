import { onMounted, onUnmounted } from "vue";

type Acts = Record<string, () => unknown>;

export interface StackKeys {
  plain: Acts;
  /** With Ctrl or Cmd. */
  control: Acts;
  alt: Acts;
  /** Goes some rows down, or up; with Shift the rows between are chosen too. */
  step: (by: number, extend: boolean) => unknown;
  /** Opens what the keyboard is on. */
  enter: () => unknown;
  /** Leaves what is open, chosen or narrowed. */
  escape: () => unknown;
}

const STEPS: Record<string, number> = { ArrowDown: 1, ArrowUp: -1, PageDown: 20, PageUp: -20 };

/** What a key stands for; nothing where the browser or a control has its own use of it. */
export function actOf(e: KeyboardEvent, keys: StackKeys): (() => unknown) | undefined {
  if (e.ctrlKey || e.metaKey) {
    // Marked text is copied as text.
    return e.key === "c" && window.getSelection()?.toString() ? undefined : keys.control[e.key];
  }
  if (e.altKey) return keys.alt[e.key];
  const by = STEPS[e.key];
  if (by !== undefined) return () => keys.step(by, e.shiftKey);
  if (e.key === "Enter")
    return (e.target as HTMLElement).closest("a, button") ? undefined : keys.enter;
  return e.key === "Escape" ? keys.escape : keys.plain[e.key];
}

/**
 * Lets keys act on the stack wherever the keyboard is, except where something is typed.
 *
 * @param typing whether a cell is open
 */
export function useStackKeys(keys: StackKeys, typing: () => boolean) {
  function pressed(e: KeyboardEvent) {
    const target = e.target as HTMLElement;
    if (typing() || target.closest("input, textarea, select, [role=listbox]")) return;
    const act = actOf(e, keys);
    if (!act) return;
    e.preventDefault();
    void act();
  }
  onMounted(() => window.addEventListener("keydown", pressed));
  onUnmounted(() => window.removeEventListener("keydown", pressed));
}
