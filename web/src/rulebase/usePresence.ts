import { computed, onMounted, onUnmounted, type Ref, ref } from "vue";
import { useRoute } from "vue-router";
import { answer, http, type Other } from "../api/client";

const EVERY = 10_000;

/**
 * Tells where this person is, and learns where others are.
 *
 * @param beside is called now and then while somebody else is in the same place
 */
export function usePresence(editing: Ref<number>, beside: () => void) {
  const route = useRoute();
  const others = ref<Other[]>([]);
  let timer = 0;

  async function tell() {
    if (document.visibilityState !== "visible") return;
    const body = { place: route.path, line: editing.value };
    others.value = await answer(http.POST("/api/presence", { body })).catch(() => []);
    if (here.value.length > 0) beside();
  }

  const here = computed(() => others.value.filter((o) => o.place === route.path));
  const byLine = computed(
    () => new Map(here.value.filter((o) => o.line > 0).map((o) => [o.line, o.who])),
  );

  onMounted(() => {
    void tell();
    timer = window.setInterval(() => void tell(), EVERY);
  });
  onUnmounted(() => window.clearInterval(timer));

  return { here, byLine, tell };
}
