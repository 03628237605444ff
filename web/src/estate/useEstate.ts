import { computed, ref } from "vue";
import {
  answer,
  type Change,
  type Done,
  type Estate,
  http,
  type LibraryObject,
} from "../api/client";

/** The tree, the library and the draft: what every view shows parts of. */
const estate = ref<Estate>();
const objects = ref<LibraryObject[]>([]);
const draft = ref<Change[]>([]);

async function refreshEstate() {
  estate.value = await answer(http.GET("/api/estate"));
}

async function refreshDraft() {
  draft.value = await answer(http.GET("/api/draft"));
}

async function refreshObjects() {
  objects.value = await answer(http.GET("/api/objects"));
}

/** How often each object is named, by its identity. */
const used = ref(new Map<number, number>());

async function refreshUsed() {
  const all = await answer(http.GET("/api/objects/used"));
  used.value = new Map(all.map((u) => [u.id, u.times]));
}

const objectsByName = computed(() => {
  const map = new Map<string, LibraryObject>();
  for (const o of objects.value) map.set(`${o.kind} ${o.name}`, o);
  return map;
});

/** What was last undone or done again, or why it was not; for the frame to say. */
const told = ref("");

async function back(path: "/api/draft/undo" | "/api/draft/redo", word: string) {
  let done: Done | undefined;
  try {
    done = await answer(http.POST(path));
    told.value = `${word}: ${done.what}.`;
  } catch (e) {
    told.value = (e as Error).message;
  }
  await Promise.all([refreshDraft(), done?.lines ? undefined : refreshObjects()]);
  return done;
}

const undo = () => back("/api/draft/undo", "Undone");
const redo = () => back("/api/draft/redo", "Done again");

export function useEstate() {
  return {
    told,
    undo,
    redo,
    estate,
    objects,
    objectsByName,
    used,
    refreshUsed,
    draft,
    refreshEstate,
    refreshDraft,
    refreshObjects,
  };
}
