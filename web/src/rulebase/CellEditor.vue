<script setup lang="ts">
import { computed, nextTick, onMounted, onUnmounted, ref } from "vue";
import type { LibraryObject, Rule } from "../api/client";
import { choicesOf, type Choice } from "../objects/choices";
import { typedAhead } from "./ahead";
import CellPicker from "./CellPicker.vue";
import type { Column } from "./columns";
import type { RuleRow } from "./rows";
import WordPicker from "./WordPicker.vue";

const props = defineProps<{
  row: RuleRow;
  column: Column;
  objects: LibraryObject[];
  zones: string[];
  trouble: string;
}>();
const emit = defineEmits<{ keep: [rule: Rule, go: number]; leave: [] }>();

const STANDARD = "on standard services";
const ahead = props.column === "name" ? typedAhead() : undefined;
const name = ref(ahead?.typed || props.row.rule.name);
const input = ref<HTMLInputElement>();
const box = ref<HTMLElement>();
const up = ref(false);
const left = ref(false);

onMounted(async () => {
  if (props.column === "name") {
    input.value?.focus();
    if (!ahead?.typed) input.value?.select();
    if (ahead?.tab) keepName(1);
  }
  await nextTick();
  const cell = box.value?.parentElement?.getBoundingClientRect();
  up.value = (cell?.bottom ?? 0) > window.innerHeight - 400;
  left.value = (cell?.left ?? 0) > window.innerWidth - 760;
});

const choices = computed<Choice[]>(() => {
  switch (props.column) {
    case "from":
    case "to":
      return [
        ...props.zones.map((z) => ({
          name: z,
          what: z === "self" ? "the firewall itself" : "zone",
          value: "",
        })),
        ...props.objects
          .filter((o) => o.kind === "zone" && !props.zones.includes(o.name))
          .map((o) => ({ name: o.name, what: "zone, not placed here", value: "" })),
      ];
    case "what":
      return [
        { name: STANDARD, what: "services", value: "each application on its own" },
        ...choicesOf(props.objects, ["application", "service"]),
      ];
    case "when":
      return choicesOf(props.objects, ["schedule"]);
    default:
      return choicesOf(props.objects, ["address"]);
  }
});

const names = computed(() => {
  const rule = props.row.rule;
  switch (props.column) {
    case "source":
    case "destination":
      return rule[props.column].names;
    case "what":
      return [...rule.applications, ...(rule.standardServices ? [STANDARD] : rule.services)];
    case "from":
    case "to":
    case "when":
      return rule[props.column];
    default:
      return [];
  }
});

const kinds = computed(() =>
  props.column === "source" || props.column === "destination"
    ? ["address"]
    : props.column === "what"
      ? ["service"]
      : [],
);

function keep(chosen: string[], not: boolean, go: number) {
  const rule = props.row.rule;
  if (props.column === "source" || props.column === "destination") {
    emit("keep", { ...rule, [props.column]: { not, names: chosen } }, go);
  } else if (props.column === "what") {
    const applications = new Set(
      props.objects.filter((o) => o.kind === "application").map((o) => o.name),
    );
    const rest = chosen.filter((n) => n !== STANDARD);
    const services = chosen.includes(STANDARD) ? [] : rest.filter((n) => !applications.has(n));
    const own = rest.filter((n) => applications.has(n));
    const standardServices = chosen.includes(STANDARD);
    emit("keep", { ...rule, applications: own, services, standardServices }, go);
  } else {
    emit("keep", { ...rule, [props.column]: chosen }, go);
  }
}

const words = computed(() =>
  props.column === "action"
    ? props.row.rule.action === "drawer"
      ? ["drawer"]
      : ["allow", "drop", "reject", "drawer"]
    : ["none", "start", "end", "both"],
);

function word(chosen: string, go: number) {
  const rule = props.row.rule;
  if (props.column === "action") {
    const end = chosen === "drawer" ? rule.end || "pass on" : "";
    const endLog = chosen === "drawer" ? rule.endLog || "none" : "";
    emit("keep", { ...rule, action: chosen, end, endLog }, go);
  } else emit("keep", { ...rule, log: chosen }, go);
}

const keepName = (go: number) => emit("keep", { ...props.row.rule, name: name.value }, go);

/** Whoever clicks elsewhere keeps the name that is typed here. */
function away(e: PointerEvent) {
  if (props.column !== "name" || box.value?.contains(e.target as Node)) return;
  if (name.value !== props.row.rule.name) keepName(0);
}
onMounted(() => window.addEventListener("pointerdown", away, true));
onUnmounted(() => window.removeEventListener("pointerdown", away, true));

function nameKey(e: KeyboardEvent) {
  e.stopPropagation();
  if (e.key === "Enter" || e.key === "Tab") {
    e.preventDefault();
    keepName(e.key === "Enter" ? 0 : e.shiftKey ? -1 : 1);
  } else if (e.key === "Escape") emit("leave");
}
</script>

<template>
  <div ref="box" class="editor" :class="{ up, left, inline: column === 'name' }">
    <template v-if="column === 'name'">
      <input
        ref="input"
        v-model="name"
        aria-label="name"
        maxlength="63"
        @keydown="nameKey"
        @click.stop
        @dblclick.stop
      />
      <p v-if="trouble" role="alert">{{ trouble }}</p>
    </template>
    <WordPicker
      v-else-if="column === 'action' || column === 'log'"
      :title="column"
      :words="words"
      :word="column === 'action' ? row.rule.action : row.rule.log"
      :actions="column === 'action'"
      @keep="word"
      @leave="emit('leave')"
    />
    <CellPicker
      v-else
      :title="column === 'what' ? 'application or service' : column"
      :names="names"
      :choices="choices"
      :kinds="kinds"
      :any="column === 'when' ? 'always' : 'any'"
      :invertible="column === 'source' || column === 'destination'"
      :not="(column === 'source' || column === 'destination') && row.rule[column].not"
      :trouble="trouble"
      tabs
      @keep="keep"
      @leave="emit('leave')"
    />
  </div>
</template>

<style scoped>
.editor {
  font-style: normal;
  text-decoration: none;
  position: absolute;
  top: 100%;
  left: 0;
  z-index: 20;
}
.editor.up {
  top: auto;
  bottom: 100%;
}
.editor.left {
  left: auto;
  right: 0;
}
.editor.inline {
  inset: 0;
}
input {
  width: 100%;
  min-width: 190px;
  height: 100%;
  border: 0;
  padding: 0 4px;
  background: var(--enamel);
  color: var(--ink);
  font: inherit;
  outline: 2px solid var(--focus);
}
p {
  width: 300px;
  margin: 0;
  padding: 6px 9px;
  white-space: normal;
  background: var(--enamel);
  border: 1px solid var(--drop);
  color: var(--drop);
  font-weight: 700;
}
</style>
