<script setup lang="ts">
import { computed, nextTick, ref, watch } from "vue";
import { answer, http, type ObjectCard, type Problem, Refused } from "../api/client";
import { useEstate } from "../estate/useEstate";
import { useUnsaved } from "../frame/unsaved";
import { useKeep } from "../frame/useKeep";
import type { Document } from "./forms";
import { merge } from "./imported";
import { type ListKind, listed as lines, without } from "./lists";
import { useTrial } from "../rulebase/useTrial";

const props = defineProps<{ kind: ListKind }>();
/** `mending` where lines are left to be mended. */
const emit = defineEmits<{ saved: [mending: boolean] }>();
const { objects } = useEstate();
const content = ref("");
useUnsaved<string>(
  `list ${props.kind}`,
  () => content.value || undefined,
  (typed) => (content.value = typed),
).begin();
const twins = ref(false);
const trouble = ref("");
const busy = ref(false);

const byContent = computed(() => {
  const out = new Map<string, string>();
  for (const o of objects.value)
    if (o.kind === props.kind && ["host", "network", "range", "service"].includes(o.form))
      out.set(o.value, o.name);
  return out;
});

/** What is new, twins only where they are wanted. */
const read = computed(() =>
  lines(props.kind, content.value).map((row) => {
    const twin = byContent.value.get(row.value);
    return { ...row, twin, wanted: row.document && (twins.value || !twin) };
  }),
);
const wanted = computed(() => read.value.filter((r) => r.wanted));
const documents = computed(() => wanted.value.map((r) => r.document as Document));
const body = () => documents.value as Record<string, Record<string, never>>[];

/** What the server has against them: as soon as the list is written, and when it refuses it. */
const trial = useTrial<Problem[]>();
const refused = ref<Problem[]>([]);
watch(documents, (all) => {
  refused.value = [];
  done.value = "";
  trial.forget();
  if (all.length > 0)
    trial.ask(() =>
      answer(http.POST("/api/objects/trial", { body: { kind: props.kind, objects: body() } })),
    );
});
const faults = computed(() => {
  const out = new Map<number, string>();
  for (const p of [...refused.value, ...(trial.found.value ?? [])]) {
    const at = Number(/^\/(\d+)/.exec(p.pointer)?.[1] ?? -1);
    const line = wanted.value[at]?.line;
    if (line !== undefined && !out.has(line)) out.set(line, `${p.wrong}; ${p.right}`);
  }
  return out;
});

const rows = computed(() =>
  read.value.map((r) => {
    const fault = r.document
      ? faults.value.get(r.line)
      : `no ${words.value.one} in line ${r.line}; write one, or take the line out`;
    return { ...r, fault, taken: r.wanted && !fault };
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
const faulty = computed(() => rows.value.filter((r) => r.fault).length);
const done = ref("");
const count = (n: number, what: string) => `${n} ${what}${n === 1 ? "" : "s"}`;

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

const ready = computed(
  () =>
    !busy.value &&
    (group.value > 0
      ? members.value !== undefined &&
        listed.value.length > 0 &&
        members.value.added.length + members.value.dropped.length > 0
      : made.value.length > 0),
);
useKeep(() => {
  if (ready.value) void add();
});

async function take(e: Event) {
  const file = (e.target as HTMLInputElement).files?.[0];
  if (file) content.value = await file.text();
}

async function add() {
  busy.value = true;
  refused.value = [];
  trouble.value = "";
  const sent = rows.value;
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
    const left = sent.filter((r) => r.fault).length;
    content.value = left
      ? without(content.value, new Set(sent.filter((r) => !r.fault).map((r) => r.line)))
      : "";
    await nextTick();
    done.value = left
      ? `${count(all.length, "object")} made. ${count(left, "line")} left here to be mended.`
      : "";
    emit("saved", left > 0);
  } catch (e) {
    const marked = e instanceof Refused ? e.problems : [];
    const at = wanted.value.flatMap((r, i) =>
      sent.some((s) => s.line === r.line && s.taken) ? [i] : [],
    );
    refused.value = marked.map((p) => ({
      ...p,
      pointer: p.pointer.replace(/^\/(\d+)/, (_, n: string) => `/${at[Number(n)] ?? n}`),
    }));
    trouble.value =
      marked.length > 0 ? "Nothing was made; see what is said of the lines." : (e as Error).message;
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
        <template v-for="r in rows" :key="r.line">
          <tr :class="{ out: !r.taken, faulty: r.fault }">
            <td>{{ r.document?.name ?? "–" }}</td>
            <td class="fixed">{{ r.value }}</td>
            <td v-if="r.fault">left out</td>
            <td v-else-if="r.twin">
              {{ r.taken ? "made, though " : "" }}“{{ r.twin }}” holds the same
            </td>
            <td v-else>made</td>
          </tr>
          <tr v-if="r.fault">
            <td colspan="3" class="trouble">{{ r.fault }}</td>
          </tr>
        </template>
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
    <p v-if="faulty > 0" class="soft">
      {{ faulty === 1 ? "The line with a fault stays" : `The ${faulty} lines with a fault stay` }}
      here to be mended; the others can be added.
    </p>
    <p v-if="done" class="soft" role="status">{{ done }}</p>
    <p v-if="trouble || trial.trouble.value" class="trouble" role="alert">
      {{ trouble || trial.trouble.value }}
    </p>
    <div>
      <button class="button first" :disabled="!ready">
        {{
          group > 0 && made.length === 0
            ? "Change the group in the draft"
            : `Add ${made.length} to the draft`
        }}
        <kbd>Ctrl+Enter</kbd>
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
td:first-child {
  min-width: 90px;
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
.faulty td {
  border-bottom: 0;
}
td.trouble {
  padding-top: 0;
  font-size: var(--t-small);
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
</style>
