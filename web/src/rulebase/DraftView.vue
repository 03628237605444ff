<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref, watch } from "vue";
import { useRouter } from "vue-router";
import { setting } from "../accounts/settings";
import { answer, type Change, http, type Revision } from "../api/client";
import { returns } from "../api/connection";
import { useEstate } from "../estate/useEstate";
import { useUnsaved } from "../frame/unsaved";
import ConsequencesPanel from "./ConsequencesPanel.vue";
import { fieldChanges } from "./fields";
import { type Outcome, outcomes } from "./outcome";
import { sentence } from "./sentence";
import { useTrial } from "./useTrial";

const router = useRouter();
const { draft, refreshDraft, refreshEstate, undo: back, redo: forth } = useEstate();
const traffic = useTrial();
const revisions = ref<Revision[]>([]);
const note = ref("");
useUnsaved<string>(
  "note",
  () => note.value || undefined,
  (typed) => (note.value = typed),
).begin();
const trouble = ref("");
const busy = ref(false);
const sealed = ref<Revision>();

const WORDS: Record<string, string> = {
  add: "added",
  change: "changed",
  move: "moved",
  remove: "removed",
};

function differences(c: Change) {
  return c.before && c.after ? fieldChanges(c.before, c.after) : [];
}

/** What anything but a rule said and says, where it is changed only what differs. */
function parts(c: Change): { gone: string; come: string } {
  if (!c.was || !c.is) return { gone: c.was, come: c.is };
  const was = c.was.split(" · ");
  const is = c.is.split(" · ");
  const gone = was.filter((part) => !is.includes(part)).join(" · ");
  const come = is.filter((part) => !was.includes(part)).join(" · ");
  return gone || come ? { gone, come } : { gone: c.was, come: c.is };
}

function place(above: string): string {
  return above ? `below ${above}` : "the top";
}

const newestFirst = computed(() => [...draft.value].reverse());

function time(at: string): string {
  return new Date(at).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" });
}

async function attempt(work: () => Promise<void>) {
  busy.value = true;
  trouble.value = "";
  try {
    await work();
  } catch (e) {
    trouble.value = (e as Error).message;
  } finally {
    busy.value = false;
    await refreshDraft().catch(() => undefined);
  }
}

/** Undoes changes that build on each other, the newest first. */
const undo = (changes: number[]) =>
  attempt(async () => {
    for (const change of [...changes].reverse())
      await answer(http.POST("/api/draft/{change}/undo", { params: { path: { change } } }));
  });

const seal = () =>
  attempt(async () => {
    const upTo = draft.value.at(-1)?.id ?? 0;
    sealed.value = await answer(http.POST("/api/revisions", { body: { note: note.value, upTo } }));
    note.value = "";
    await load();
    await refreshEstate();
  });

async function load() {
  revisions.value = await answer(http.GET("/api/revisions"));
}

/** By person and place; or what all changes of one thing come to. */
const WAYS = ["time", "person", "place", "outcome"] as const;
const groupedBy = setting<(typeof WAYS)[number]>("draftBy", "time");
const single = (c: Change): Outcome => ({ ...c, made: [c.id], moved: false });
const shown = computed(() =>
  groupedBy.value === "outcome" ? outcomes(draft.value) : newestFirst.value.map(single),
);
const groups = computed(() => {
  const by = groupedBy.value;
  const out = new Map<string, Outcome[]>();
  for (const c of shown.value) {
    const key = by === "person" ? c.who : by === "time" ? "" : c.where;
    out.set(key, [...(out.get(key) ?? []), c]);
  }
  return [...out].map(([title, changes]) => ({ title, changes }));
});

watch(
  () => draft.value.at(-1)?.id ?? draft.value.length,
  () => {
    if (draft.value.length === 0) traffic.forget();
    else traffic.ask(() => answer(http.GET("/api/draft/traffic")));
  },
  { immediate: true },
);

function key(e: KeyboardEvent) {
  if ((e.target as HTMLElement).closest("input, textarea, select")) return;
  const control = e.ctrlKey || e.metaKey;
  if (control && e.key === "z") void back();
  else if (control && (e.key === "y" || e.key === "Z")) void forth();
  else return;
  e.preventDefault();
}

watch(returns, () => attempt(load));

onMounted(() => {
  window.addEventListener("keydown", key);
  void attempt(load);
});
onUnmounted(() => window.removeEventListener("keydown", key));
</script>

<template>
  <main class="page">
    <section class="draft">
      <h1>Draft</h1>
      <p v-if="draft.length === 0" class="soft">
        Nothing has changed since revision {{ revisions[0]?.number ?? "0" }}.
      </p>
      <p v-else class="by">
        {{ draft.length === 1 ? "1 change" : `${draft.length} changes` }}, shown by
        <button
          v-for="g in WAYS"
          :key="g"
          class="button"
          :aria-pressed="groupedBy === g"
          @click="groupedBy = g"
        >
          {{ g }}
        </button>
        <span class="grow" />
        <button class="button" @click="back">Undo my last <kbd>Ctrl+Z</kbd></button>
        <button class="button" @click="forth">Do again <kbd>Ctrl+Y</kbd></button>
      </p>
      <p v-if="groupedBy === 'outcome' && draft.length > 0" class="soft">
        {{
          shown.length === 0
            ? "All of it comes to nothing: everything is as it was."
            : `What came and went again is left out; ${shown.length === 1 ? "one thing is" : `${shown.length} things are`} other than in revision ${revisions[0]?.number ?? "0"}.`
        }}
      </p>
      <template v-for="g in groups" :key="g.title">
        <h2 v-if="g.title">{{ g.title }}</h2>
        <ol>
          <li v-for="c in g.changes" :key="c.id">
            <div class="what">
              <b>{{ c.name }}</b> {{ WORDS[c.kind] }}{{ c.moved ? " and moved" : "" }}
              <span v-if="c.where !== g.title" class="soft fixed">{{ c.where }}</span>
              <span class="grow" />
              <span class="soft">{{ c.who }}, {{ time(c.at) }}</span>
              <button
                class="button"
                :disabled="!c.undoable || busy"
                :title="c.undoable ? '' : 'A later change builds on it; undo that first'"
                @click="undo(c.made)"
              >
                {{ c.made.length > 1 ? `Undo all ${c.made.length}` : "Undo" }}
              </button>
            </div>
            <template v-if="c.about !== 'line'">
              <p v-if="parts(c).gone" class="gone">{{ parts(c).gone }}</p>
              <p v-if="parts(c).come && parts(c).come !== c.name">{{ parts(c).come }}</p>
            </template>
            <p v-else-if="c.kind === 'add' && c.after">{{ sentence(c.after) }}</p>
            <p v-else-if="c.kind === 'remove' && c.before" class="gone">{{ sentence(c.before) }}</p>
            <p v-else-if="c.kind === 'move'">
              From {{ place(c.followed) }} to {{ place(c.follows) }}.
            </p>
            <p v-if="c.moved">From {{ place(c.followed) }} to {{ place(c.follows) }}.</p>
            <table v-if="c.about === 'line' && c.kind === 'change'">
              <thead class="visually-hidden">
                <tr>
                  <th>field</th>
                  <th>before</th>
                  <th>after</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="d in differences(c)" :key="d.field">
                  <th scope="row">{{ d.field }}</th>
                  <td class="gone">{{ d.before || "–" }}</td>
                  <td>{{ d.after || "–" }}</td>
                </tr>
              </tbody>
            </table>
          </li>
        </ol>
      </template>
    </section>
    <aside>
      <section v-if="draft.length > 0" class="traffic">
        <h2>As traffic</h2>
        <ConsequencesPanel
          :found="traffic.found.value"
          :waiting="traffic.waiting.value"
          :trouble="traffic.trouble.value"
        />
      </section>
      <section class="seal">
        <h2>Seal</h2>
        <p class="soft">
          Freezes the draft as a numbered revision that never changes again. Firewalls are untouched
          until it is installed.
        </p>
        <label
          >Note
          <textarea
            v-model="note"
            rows="3"
            maxlength="1000"
            placeholder="What this revision is for"
            @keydown.ctrl.enter.prevent="draft.length > 0 && !busy && seal()"
          />
        </label>
        <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
        <button class="button first" :disabled="draft.length === 0 || busy" @click="seal">
          Seal as revision {{ (revisions[0]?.number ?? 0) + 1 }} <kbd>Ctrl+Enter</kbd>
        </button>
        <p v-if="draft.length === 0 && !sealed" class="soft">There is nothing to seal.</p>
        <p v-if="sealed" role="status">
          Revision {{ sealed.number }} is sealed.
          <button class="button" @click="router.push('/install')">Go on to install it</button>
        </p>
      </section>
      <section>
        <h2>Revisions</h2>
        <ul>
          <li v-for="r in revisions" :key="r.number">
            <b class="fixed">{{ r.number }}</b>
            <span
              >{{ r.note || "no note" }}<br /><span class="soft"
                >{{ r.sealedBy }}, {{ time(r.sealedAt) }}</span
              ></span
            >
          </li>
        </ul>
      </section>
    </aside>
  </main>
</template>

<style scoped>
.page {
  display: grid;
  grid-template: minmax(0, 1fr) / minmax(0, 1fr) 340px;
  min-height: 0;
}
.draft {
  overflow: auto;
  padding: 18px 24px;
}
h1 {
  margin-bottom: 12px;
}
ol,
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
ol li {
  padding: 9px 12px;
  margin-bottom: 8px;
  background: var(--enamel);
  border: 1px solid var(--line);
  border-left: 4px solid var(--brass);
}
.by {
  display: flex;
  align-items: center;
  gap: 7px;
  margin-bottom: 12px;
}
.by .button[aria-pressed="true"] {
  border-color: var(--brass);
  background: var(--brass-soft);
}
.draft h2 {
  margin: 14px 0 7px;
}
.traffic {
  display: grid;
  gap: 8px;
}
.what {
  display: flex;
  align-items: baseline;
  gap: 8px;
}
.grow {
  flex: 1;
}
p {
  margin: 5px 0 0;
}
table {
  margin-top: 5px;
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: 400;
  color: var(--ink-soft);
  padding-right: 18px;
}
td {
  padding-right: 18px;
}
.gone {
  text-decoration: line-through;
  color: var(--ink-soft);
}
aside {
  overflow: auto;
  padding: 18px 20px;
  border-left: 1px solid var(--tin-dark);
  background: var(--enamel);
  display: grid;
  gap: 26px;
  align-content: start;
}
.seal {
  display: grid;
  gap: 9px;
}
label {
  display: grid;
  gap: 3px;
}
textarea {
  padding: 6px 8px;
  border: 1px solid var(--tin-dark);
  border-radius: 3px;
  background: var(--ground);
  color: var(--ink);
  font: inherit;
}
textarea::placeholder {
  color: var(--ink-soft);
}
aside li {
  display: grid;
  grid-template-columns: 30px 1fr;
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}
</style>
