<script setup lang="ts">
import { computed, nextTick, ref, watch } from "vue";
import { setting } from "../accounts/settings";
import type { Rule } from "../api/client";
import { useEstate } from "../estate/useEstate";
import { type Choice, choicesOf } from "../objects/choices";
import CellPicker from "./CellPicker.vue";
import type { RuleRow } from "./rows";
import WordPicker from "./WordPicker.vue";

/** The fields of a rule that have no column in the stack, each edited in place. */
const props = defineProps<{
  row: RuleRow;
  editable: boolean;
  known: { labels: string[]; inspections: string[] };
  keep: (rule: Rule, version: number) => Promise<boolean>;
}>();

const { estate, objects } = useEstate();

type Lists = "users" | "profiles" | "inspection" | "only" | "labels";
type Words = "guard" | "end" | "endLog" | "sourceNat";
type Texts = "owner" | "ticket" | "note" | "expires";

interface Field {
  key: Lists | Words | Texts;
  title: string;
  /** What an empty field means. */
  empty: string;
  words?: string[];
  choices?: Choice[];
  free?: boolean;
  typing?: "text" | "long" | "date";
}

const named = (names: string[], what: string): Choice[] =>
  names.map((name) => ({ name, what, value: "" }));

const fields = computed<Field[]>(() => {
  const rule = props.row.rule;
  const all: Field[] = [
    { key: "owner", title: "owner", empty: "nobody", typing: "text" },
    { key: "ticket", title: "ticket", empty: "none", typing: "text" },
    { key: "note", title: "note", empty: "none", typing: "long" },
    {
      key: "labels",
      title: "labels",
      empty: "none",
      choices: named(props.known.labels, "label"),
      free: true,
    },
    { key: "expires", title: "expires", empty: "never", typing: "date" },
    { key: "users", title: "users", empty: "any", choices: choicesOf(objects.value, ["user"]) },
    {
      key: "profiles",
      title: "profiles",
      empty: "any",
      choices: named(["office", "home", "public"], "kind of network"),
    },
    { key: "guard", title: "guard", empty: "none", words: ["none", "authenticated", "encrypted"] },
    {
      key: "inspection",
      title: "inspection",
      empty: "none",
      choices: named(props.known.inspections, "inspection"),
      free: true,
    },
    { key: "sourceNat", title: "source NAT", empty: "no", words: ["no", "yes"] },
  ];
  if (props.row.shelf.ownerKind === "bay")
    all.push({
      key: "only",
      title: "only on",
      empty: "all below the bay",
      choices: named(estate.value?.firewalls.map((f) => f.name) ?? [], "firewall"),
    });
  if (rule.action === "drawer")
    all.unshift(
      { key: "end", title: "end", empty: "", words: ["pass on", "drop", "allow", "reject"] },
      {
        key: "endLog",
        title: "log of the end",
        empty: "",
        words: ["none", "start", "end", "both"],
      },
    );
  return all;
});

function textOf(field: Field): string {
  const value = props.row.rule[field.key];
  if (Array.isArray(value)) return value.join(", ");
  if (field.key === "sourceNat") return value ? "yes" : "";
  return value === "none" && field.empty === "none" ? "" : String(value);
}

/** What is nearly always asked for, and what is filled; the rest on demand. */
const USUAL = new Set(["end", "endLog", "owner", "ticket", "note", "labels", "expires"]);
const whole = setting("allFields", false);
const shown = computed(() =>
  fields.value.filter((f) => whole.value || USUAL.has(f.key) || textOf(f) !== ""),
);

const open = ref<string>();
const typed = ref("");
const trouble = ref("");
const list = ref<HTMLElement>();
/** The version of the rule as it was when the field was opened. */
let seen = 0;

watch(
  () => props.row.line.id,
  () => (open.value = undefined),
);

async function start(field: Field) {
  if (!props.editable) return;
  open.value = field.key;
  typed.value = String(props.row.rule[field.key]);
  trouble.value = "";
  seen = props.row.line.version;
  await nextTick();
  list.value?.querySelector<HTMLElement>("dd input, dd textarea")?.focus();
}

async function leave() {
  const key = open.value;
  open.value = undefined;
  await nextTick();
  list.value?.querySelector<HTMLElement>(`[data-field="${key}"]`)?.focus();
}

async function save(field: Field, value: Rule[Field["key"]]) {
  if (JSON.stringify(value) === JSON.stringify(props.row.rule[field.key])) return leave();
  const line = props.row.line.id;
  const saved = await props.keep({ ...props.row.rule, [field.key]: value }, seen);
  // Whoever has gone on meanwhile is not fetched back.
  if (saved && open.value === field.key && line === props.row.line.id) await leave();
}

const word = (field: Field, chosen: string) =>
  save(field, field.key === "sourceNat" ? chosen === "yes" : chosen);

function key(e: KeyboardEvent, field: Field) {
  e.stopPropagation();
  if (e.key === "Escape") void leave();
  else if (e.key === "Enter" && (field.typing !== "long" || e.ctrlKey))
    void save(field, typed.value.trim());
  else return;
  e.preventDefault();
}

/** Opens what is folded away and goes to the first field. */
async function focus() {
  whole.value = true;
  await nextTick();
  list.value?.querySelector<HTMLElement>("[data-field]")?.focus();
}
defineExpose({ focus });
</script>

<template>
  <dl ref="list" class="fields">
    <template v-for="f in shown" :key="f.key">
      <dt :id="`field-${f.key}`">{{ f.title }}</dt>
      <dd v-if="open === f.key" class="open">
        <WordPicker
          v-if="f.words"
          :title="f.title"
          :words="f.words"
          :word="textOf(f) || f.empty"
          @keep="(w) => word(f, w)"
          @leave="leave"
        />
        <CellPicker
          v-else-if="f.choices"
          :title="f.title"
          :names="row.rule[f.key] as string[]"
          :choices="f.choices"
          :kinds="[]"
          :any="f.empty"
          :free="f.free"
          @keep="(names) => save(f, names)"
          @leave="leave"
        />
        <textarea
          v-else-if="f.typing === 'long'"
          v-model="typed"
          class="entry"
          rows="3"
          :aria-labelledby="`field-${f.key}`"
          @keydown="key($event, f)"
          @blur="open === f.key && save(f, typed.trim())"
        />
        <input
          v-else
          v-model="typed"
          class="entry"
          :type="f.typing"
          :aria-labelledby="`field-${f.key}`"
          @keydown="key($event, f)"
          @blur="open === f.key && save(f, typed.trim())"
        />
      </dd>
      <dd v-else>
        <button
          v-if="editable"
          type="button"
          class="value"
          :class="{ soft: !textOf(f) }"
          :data-field="f.key"
          :aria-label="`${f.title}: ${textOf(f) || f.empty}`"
          @click="start(f)"
        >
          {{ textOf(f) || f.empty }}
        </button>
        <span v-else :class="{ soft: !textOf(f) }">{{ textOf(f) || f.empty }}</span>
      </dd>
    </template>
  </dl>
  <button v-if="fields.length > shown.length || whole" class="plain link" @click="whole = !whole">
    {{ whole ? "Only what is filled" : `${fields.length - shown.length} more fields` }}
    <kbd v-if="!whole">T</kbd>
  </button>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: 84px minmax(0, 1fr);
  gap: 2px 8px;
  margin: 0;
  align-items: start;
}
dt {
  color: var(--ink-soft);
}
dd {
  margin: 0;
  min-width: 0;
}
dd.open {
  grid-column: 1 / -1;
}
/* Over the fields below, which stay where they are when a click closes it. */
dd.open:has(.picker) {
  position: relative;
  height: 26px;
}
dd :deep(.picker) {
  position: absolute;
  z-index: 15;
  width: 100%;
}
.value {
  width: 100%;
  min-height: 26px;
  padding: 2px 7px;
  border: 1px solid transparent;
  border-radius: 3px;
  background: none;
  color: var(--ink);
  font: inherit;
  text-align: left;
  white-space: pre-line;
  cursor: text;
}
.value.soft {
  color: var(--ink-soft);
}
.value:hover,
.value:focus-visible {
  border-color: var(--tin-dark);
  background: var(--ground);
}
.link {
  justify-self: start;
  text-align: left;
  text-decoration: underline;
  text-decoration-color: var(--brass);
  text-underline-offset: 2px;
}
</style>
