<script setup lang="ts">
import { computed, ref, watch } from "vue";
import { answer, http, type ObjectCard, type Problem, Refused } from "../api/client";
import { useEstate } from "../estate/useEstate";
import type { Document } from "./forms";
import { merge } from "./imported";
import { type ListKind, listed as read } from "./lists";

const props = defineProps<{ kind: ListKind }>();
const emit = defineEmits<{ saved: [] }>();
const { objects } = useEstate();
const content = ref("");
const twins = ref(false);
const problems = ref<Problem[]>([]);
const trouble = ref("");
const busy = ref(false);

const byContent = computed(() => {
  const out = new Map<string, string>();
  for (const o of objects.value)
    if (o.kind === props.kind && ["host", "network", "range", "service"].includes(o.form))
      out.set(o.value, o.name);
  return out;
});

const rows = computed(() =>
  read(props.kind, content.value).map((row) => {
    const twin = byContent.value.get(row.value);
    return { ...row, twin, taken: row.document && (twins.value || !twin) };
  }),
);
const groups = computed(() =>
  objects.value.filter((o) => o.kind === props.kind && o.form === "group"),
);
const group = ref(0);
const replace = ref(false);
const card = ref<ObjectCard>();
watch(group, async (id) => {
  card.value = undefined;
  if (!id) return;
  try {
    const found = await answer(http.GET("/api/objects/{id}", { params: { path: { id } } }));
    if (group.value === id) card.value = found;
  } catch (e) {
    trouble.value = (e as Error).message;
  }
});
/** What the list comes to under the names it has in the library then. */
const listed = computed(() =>
  rows.value.flatMap((r) => {
    const name = r.taken ? r.document?.name : r.twin;
    return name === undefined ? [] : [String(name)];
  }),
);
const members = computed(() =>
  card.value
    ? merge(
        (card.value.document as { members?: string[] }).members ?? [],
        listed.value,
        replace.value,
      )
    : undefined,
);
const says = (names: string[], what: string) =>
  names.length === 0
    ? ""
    : `${names.length} ${what}: ${names.slice(0, 6).join(", ")}${names.length > 6 ? " …" : ""}`;

const made = computed(() => rows.value.filter((r) => r.taken).map((r) => r.document as Document));
const problemOf = (document?: Document) => {
  const at = made.value.findIndex((d) => d === document);
  return problems.value.find((p) => p.pointer.startsWith(`/${at}/`));
};

const WORDS = {
  address: {
    what: "addresses",
    one: "address",
    example: "kiosk 1, 10.72.4.9, by the gate\n10.72.5.0/24",
  },
  service: {
    what: "services, such as tcp/443, udp/123 from 123, icmp/8/0, tcp/53 + udp/53",
    one: "service",
    example: "booking; tcp/8443, 8444; since the move\ntcp/53 + udp/53",
  },
};
const words = computed(() => WORDS[props.kind]);

async function take(e: Event) {
  const file = (e.target as HTMLInputElement).files?.[0];
  if (file) content.value = await file.text();
}

async function add() {
  busy.value = true;
  problems.value = [];
  trouble.value = "";
  try {
    const all = made.value as Record<string, Record<string, never>>[];
    const into =
      card.value && members.value
        ? {
            id: group.value,
            version: card.value.version,
            members: [...members.value.kept, ...members.value.added],
          }
        : undefined;
    await answer(
      http.POST("/api/objects", { body: { kind: props.kind, objects: all, group: into } }),
    );
    content.value = "";
    emit("saved");
  } catch (e) {
    const marked = e instanceof Refused ? e.problems : [];
    problems.value = marked;
    trouble.value =
      marked.length > 0
        ? "Nothing was made. Mend or take out the lines marked above."
        : (e as Error).message;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <form class="paste" @submit.prevent="add">
    <h2>Paste a list</h2>
    <p class="soft">
      A column of {{ words.what }}; or a table with names and notes, headed name, content, note,
      labels or not; cells end with a tab, semicolon or comma. What follows a # is passed over.
    </p>
    <textarea
      v-model="content"
      class="entry fixed"
      rows="7"
      aria-label="The list"
      spellcheck="false"
      :placeholder="words.example"
    />
    <label
      >or take a file <input type="file" accept=".txt,.csv,.tsv,text/*" @change="take"
    /></label>
    <table v-if="rows.length > 0">
      <thead>
        <tr>
          <th>name</th>
          <th>content</th>
          <th>what becomes of it</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.line" :class="{ out: !r.taken }">
          <td>{{ r.document?.name ?? "–" }}</td>
          <td class="fixed">{{ r.value }}</td>
          <td v-if="problemOf(r.document)" class="trouble">
            {{ problemOf(r.document)?.wrong }}; {{ problemOf(r.document)?.right }}
          </td>
          <td v-else-if="!r.document">no {{ words.one }} in line {{ r.line }}; left out</td>
          <td v-else-if="r.twin">
            {{ r.taken ? "made, though " : "" }}“{{ r.twin }}” holds the same
          </td>
          <td v-else>made</td>
        </tr>
      </tbody>
    </table>
    <label class="twins"
      ><input v-model="twins" type="checkbox" /> make also what the library holds already</label
    >
    <div class="into">
      <label
        >Put them into
        <select v-model="group" class="entry">
          <option :value="0">no group</option>
          <option v-for="g in groups" :key="g.id" :value="g.id">{{ g.name }}</option>
        </select>
      </label>
      <label v-if="group"><input v-model="replace" type="radio" :value="false" /> append</label>
      <label v-if="group"><input v-model="replace" type="radio" :value="true" /> replace</label>
    </div>
    <ul v-if="members && listed.length > 0" class="members" aria-label="What becomes of the group">
      <li v-if="members.added.length">{{ says(members.added, "added") }}</li>
      <li v-if="members.kept.length">{{ says(members.kept, "kept") }}</li>
      <li v-if="members.dropped.length" class="trouble">{{ says(members.dropped, "dropped") }}</li>
    </ul>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <div>
      <button
        class="button first"
        :disabled="
          busy ||
          (group > 0
            ? !members || listed.length === 0 || members.added.length + members.dropped.length === 0
            : made.length === 0)
        "
      >
        {{
          group > 0 && made.length === 0
            ? "Change the group in the draft"
            : `Add ${made.length} to the draft`
        }}
      </button>
    </div>
  </form>
</template>

<style scoped>
.paste {
  display: grid;
  gap: 10px;
  padding: 12px 16px;
}
p {
  margin: 0;
}
table {
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: 400;
  font-size: var(--t-small);
  background: var(--tin-plate);
  padding: 3px 6px;
}
td {
  padding: 3px 6px;
  border-bottom: 1px solid var(--line);
  overflow-wrap: anywhere;
}
td.fixed {
  white-space: nowrap;
}
.out td {
  color: var(--ink-soft);
}
.twins {
  display: flex;
  gap: 6px;
  align-items: center;
}
.into {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}
.into .entry {
  width: auto;
}
.members {
  margin: 0;
  padding-left: 18px;
}
.trouble {
  color: var(--drop);
  font-weight: 700;
}
</style>
