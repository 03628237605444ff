import { onMounted, onUnmounted } from "vue";

/** Ctrl+Enter keeps what is typed in a form, wherever the keyboard is in the view. */
export function useKeep(keep: () => void) {
  function key(e: KeyboardEvent) {
    if (e.key !== "Enter" || !(e.ctrlKey || e.metaKey)) return;
    e.preventDefault();
    e.stopPropagation();
    keep();
  }
  onMounted(() => window.addEventListener("keydown", key, true));
  onUnmounted(() => window.removeEventListener("keydown", key, true));
}
