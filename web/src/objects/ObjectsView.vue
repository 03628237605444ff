<script setup lang="ts">
import type { LibraryObject } from "../api/client";
import { returns } from "../api/connection";
import { computed, nextTick, onMounted, onUnmounted, ref, watch } from "vue";
import { useVirtualizer } from "@tanstack/vue-virtual";
import { useRoute, useRouter } from "vue-router";
import { useEstate } from "../estate/useEstate";
import { download, table } from "./download";
import { isBegun } from "../frame/unsaved";
import { KINDS, kindOf, objectKey } from "./forms";
import type { ListKind } from "./lists";
import ObjectEditor from "./ObjectEditor.vue";
import PasteList from "./PasteList.vue";

const ROW = 27;

const route = useRoute();
const router = useRouter();
const { objects, draft, used, refreshObjects, refreshDraft, refreshUsed, undo, redo } = useEstate();
const loading = ref(true);
const trouble = ref("");
const box = ref<HTMLInputElement>();
const list = ref<HTMLElement>();

const kind = computed(() => kindOf(String(route.params.kind ?? "address")));
const chosen = computed(() => String(route.params.id ?? ""));
const query = computed({
  get: () => String(route.query.find ?? ""),
  set: (find) => void router.replace({ query: find ? { find } : {} }),
});

const counts = computed(() => {
  const out = new Map<string, number>();
  for (const o of objects.value) out.set(o.kind, (out.get(o.kind) ?? 0) + 1);
  return out;
});

const edited = computed(
  () => new Set(draft.value.filter((c) => c.about === "object").map((c) => c.subject)),
);

const found = computed(() => {
  const words = query.value
    .toLowerCase()
    .split(/\s+/)
    .filter((w) => w);
  return objects.value.filter(
    (o) =>
      o.kind === kind.value.kind &&
      words.every((w) =>
        `${o.name} ${o.value} ${o.note} ${o.labels.join(" ")}`.toLowerCase().includes(w),
      ),
  );
});
/** Many kinds have no labels at all. */
const labelled = computed(() => found.value.some((o) => o.labels.length > 0));
const virtual = useVirtualizer(
  computed(() => ({
    count: found.value.length,
    getScrollElement: () => list.value ?? null,
    estimateSize: () => ROW,
    overscan: 60,
    scrollMargin: ROW,
    scrollPaddingStart: ROW,
  })),
);
/** Only the rows in sight are drawn, however many there are. */
const shown = computed(() =>
  virtual.value.getVirtualItems().flatMap((v) => found.value[v.index] ?? []),
);
const before = computed(() =>
  Math.max(0, (virtual.value.getVirtualItems()[0]?.start ?? ROW) - ROW),
);
const after = computed(() => (found.value.length - shown.value.length) * ROW - before.value);
/** Without the word that stands under *written as* already. */
const contentOf = (o: LibraryObject) =>
  o.value.startsWith(`${o.form} `) ? o.value.slice(o.form.length + 1) : o.value;
const times = (n: number | undefined) =>
  n === undefined ? "" : n === 0 ? "–" : n.toLocaleString("en");

/** Of which kinds lists can be taken. */
const listKind = computed<ListKind | undefined>(() =>
  kind.value.kind === "address" || kind.value.kind === "service" ? kind.value.kind : undefined,
);

const to = (id: string | number) => ({
  path: `/objects/${kind.value.kind}/${id}`,
  query: route.query,
});

async function load() {
  try {
    await Promise.all([refreshObjects(), refreshUsed()]);
    trouble.value = "";
  } catch (e) {
    trouble.value = (e as Error).message;
  } finally {
    loading.value = false;
  }
}

const renew = () => Promise.all([refreshObjects(), refreshDraft(), refreshUsed()]);

async function saved(id: number | undefined) {
  await renew();
  await router.push(
    id === undefined ? { path: `/objects/${kind.value.kind}`, query: route.query } : to(id),
  );
}

function keys(e: KeyboardEvent) {
  const typing = (e.target as HTMLElement).closest("input, textarea, select");
  if (typing || e.altKey) return;
  if (e.ctrlKey || e.metaKey) {
    if (e.key === "z") void undo();
    else if (e.key === "y" || e.key === "Z") void redo();
    else return;
  } else if (e.key === "n") void router.push(to("new"));
  else if (e.key === "f") box.value?.focus();
  else if (e.key === "ArrowDown" || e.key === "ArrowUp") {
    const at = found.value.findIndex((o) => String(o.id) === chosen.value);
    const next = found.value[at + (e.key === "ArrowDown" ? 1 : -1)];
    if (next) void router.replace(to(next.id));
  } else return;
  e.preventDefault();
}

/** Where many are, the one that is looked at is brought into sight. */
watch([chosen, found], async () => {
  await nextTick();
  const at = found.value.findIndex((o) => String(o.id) === chosen.value);
  if (at >= 0) virtual.value.scrollToIndex(at);
});

watch(returns, () => trouble.value && load());

onMounted(() => {
  window.addEventListener("keydown", keys);
  void load();
});
onUnmounted(() => window.removeEventListener("keydown", keys));
</script>

<template>
  <main class="page">
    <nav class="kinds" aria-label="Kinds of objects">
      <RouterLink
        v-for="k in KINDS"
        :key="k.kind"
        :to="`/objects/${k.kind}`"
        :class="{ here: k.kind === kind.kind }"
        :aria-current="k.kind === kind.kind ? 'page' : undefined"
      >
        {{ k.title }} <span class="fixed">{{ counts.get(k.kind) ?? 0 }}</span>
      </RouterLink>
    </nav>
    <section class="library">
      <header>
        <h1>{{ kind.title }}</h1>
        <input
          ref="box"
          v-model="query"
          type="search"
          :aria-label="`Filter ${kind.title.toLowerCase()}`"
          placeholder="name, content, label …"
          @keydown.esc="box?.blur()"
        />
        <button
          v-if="found.length > 0"
          class="button"
          :title="`Save the ${found.length} shown as a table`"
          @click="download(`${kind.title.toLowerCase()}.tsv`, table(found))"
        >
          Export
        </button>
        <RouterLink v-if="listKind" class="button" :to="to('list')">Paste a list</RouterLink>
        <RouterLink class="button first" :to="to('new')"
          >{{ chosen !== "new" && isBegun(objectKey(kind.kind, 0)) ? "Go on with the new" : "New" }}
          {{ kind.one }}</RouterLink
        >
      </header>
      <div ref="list" class="rows">
        <table v-if="found.length > 0" :aria-rowcount="found.length + 1">
          <thead>
            <tr>
              <th>name</th>
              <th>written as</th>
              <th>content</th>
              <th v-if="labelled" class="labels">labels</th>
              <th class="times" title="How often rules, other objects and interfaces name it">
                used
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-if="before > 0" aria-hidden="true" :style="{ height: `${before}px` }" />
            <tr
              v-for="o in shown"
              :key="o.id"
              :class="{ here: String(o.id) === chosen, edited: edited.has(o.id) }"
              :aria-current="String(o.id) === chosen ? 'true' : undefined"
              @click="router.push(to(o.id))"
            >
              <td>
                <RouterLink :to="to(o.id)" :title="o.name">{{ o.name }}</RouterLink>
                <span v-if="edited.has(o.id)" class="visually-hidden">, changed in the draft</span>
                <span v-if="isBegun(objectKey(o.kind, o.id))" class="label begun"
                  >not kept yet</span
                >
              </td>
              <td class="soft">{{ o.form }}</td>
              <td class="fixed" :title="o.value">{{ contentOf(o) || "–" }}</td>
              <td v-if="labelled" class="labels">
                <span v-for="l in o.labels" :key="l" class="label">{{ l }}</span>
              </td>
              <td class="times fixed" :class="{ soft: !used.get(o.id) }">
                {{ times(used.get(o.id)) }}
              </td>
            </tr>
            <tr v-if="after > 0" aria-hidden="true" :style="{ height: `${after}px` }" />
          </tbody>
        </table>
        <p v-if="trouble" class="tell trouble" role="alert">
          {{ trouble }} <button class="button" @click="load">Try again</button>
        </p>
        <p v-else-if="loading && found.length === 0" class="soft tell">Reading the library …</p>
        <p v-else-if="found.length === 0 && query" class="soft tell">
          No {{ kind.one }} has “{{ query }}” in its name, content or labels.
          <button class="button" @click="query = ''">Show all</button>
        </p>
        <p v-else-if="found.length === 0" class="soft tell">
          There is no {{ kind.one }} yet. {{ kind.purpose }}
        </p>
      </div>
    </section>
    <aside :aria-label="`The ${kind.one}`">
      <PasteList
        v-if="chosen === 'list' && listKind"
        :key="listKind"
        :kind="listKind"
        @saved="(mending: boolean) => (mending ? renew() : saved(undefined))"
      />
      <ObjectEditor
        v-else-if="chosen"
        :key="`${kind.kind} ${chosen}`"
        :kind="kind.kind"
        :id="chosen === 'new' ? 0 : Number(chosen)"
        @saved="saved"
      />
      <p v-else class="soft tell">
        Choose one to see what it comes down to and where it is used, or press
        <kbd>N</kbd> for a new one.
      </p>
    </aside>
  </main>
</template>

<style scoped>
.page {
  display: grid;
  grid-template: minmax(0, 1fr) / 160px minmax(0, 1fr) minmax(340px, 33%);
  min-height: 0;
}
.kinds {
  background: var(--sunk);
  border-right: 1px solid var(--tin-dark);
  padding: 12px 0;
  display: flex;
  flex-direction: column;
}
.kinds a {
  display: flex;
  justify-content: space-between;
  align-items: center;
  padding: 5px 12px;
  min-height: 30px;
  text-decoration: none;
  border-left: 4px solid transparent;
}
.kinds a.here {
  background: var(--enamel);
  border-left-color: var(--brass);
  font-weight: 700;
}
.library {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-width: 0;
}
.library header {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 10px 16px;
  border-bottom: 1px solid var(--tin-dark);
}
.library header a {
  text-decoration: none;
  white-space: nowrap;
}
input {
  flex: 1;
  min-width: 90px;
  padding: 4px 8px;
  border: 1px solid var(--tin-dark);
  border-radius: 3px;
  background: var(--enamel);
  color: var(--ink);
  font: inherit;
}
input::placeholder {
  color: var(--ink-soft);
}
.rows {
  overflow: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}
th {
  position: sticky;
  top: 0;
  background: var(--tin-plate);
  text-align: left;
  font-weight: 400;
  font-size: var(--t-small);
  padding: 3px 8px;
}
th:first-child,
td:first-child {
  width: 30%;
  padding-left: 16px;
}
th:nth-child(2) {
  width: 92px;
}
th.labels {
  width: 17%;
}
th.times,
td.times {
  width: 52px;
  padding-right: 14px;
  text-align: right;
}
td {
  height: 27px;
  padding: 0 8px;
  border-bottom: 1px solid var(--line);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
td a {
  text-decoration: none;
}
tbody tr {
  cursor: pointer;
}
tbody tr:hover {
  background: var(--sunk);
}
tr.edited td:first-child {
  box-shadow: inset 4px 0 var(--brass);
}
tr.here,
tr.here:hover {
  background: var(--brass-soft);
}
.label {
  border: 1px solid var(--tin-dark);
  border-radius: 3px;
  padding: 0 4px;
  margin-right: 4px;
  font-size: var(--t-small);
}
.begun {
  margin-left: 6px;
  border-color: var(--brass);
}
.tell {
  padding: 14px 16px;
  margin: 0;
}
aside {
  overflow: auto;
  border-left: 1px solid var(--tin-dark);
  background: var(--enamel);
}
</style>
