<script setup lang="ts">
import { computed, nextTick, onMounted, reactive, ref, watch } from "vue";
import {
  answer,
  http,
  type ObjectCard,
  type ObjectContents,
  type Problem,
  Refused,
} from "../api/client";
import { returns } from "../api/connection";
import { useEstate } from "../estate/useEstate";
import { useUnsaved } from "../frame/unsaved";
import { useKeep } from "../frame/useKeep";
import AddMember from "./AddMember.vue";
import BothVersions from "./BothVersions.vue";
import { categoriesOf, type Choice, choicesOf } from "./choices";
import ContentsPart from "./ContentsPart.vue";
import {
  CATEGORY,
  differences,
  type Document,
  documentOf,
  type Field,
  formOf,
  kindOf,
  objectKey,
  typed,
  windowLines,
} from "./forms";
import LookupPart from "./LookupPart.vue";
import { membersOf } from "./members";
import MemberTree from "./MemberTree.vue";
import UsesPart from "./UsesPart.vue";
import type { Window } from "./week";
import WeekPicture from "./WeekPicture.vue";

const props = defineProps<{ kind: string; id: number }>();
const emit = defineEmits<{ saved: [id: number | undefined] }>();

const WAIT = 350;
/** Kinds whose objects come down to something. */
const PREVIEWED = ["address", "service", "application", "user"];

const { objects } = useEstate();
const about = reactive({ name: "", note: "", labels: "" });
const entered = reactive<Record<string, string>>({});
const formName = ref(kindOf(props.kind).forms[0].name);
const card = ref<ObjectCard>();
const contents = ref<ObjectContents>();
const problems = ref<Problem[]>([]);
const trouble = ref("");
const busy = ref(false);
const first = ref<HTMLInputElement>();
const before = ref("");
const replaced = ref("");

const forms = computed(() => kindOf(props.kind).forms);
const form = computed(() => forms.value.find((f) => f.name === formName.value) ?? forms.value[0]);
const document = computed(() => documentOf(form.value, entered, about));
const changed = computed(() => JSON.stringify(document.value) !== before.value);
/** What a list of one kind can take in; not the object itself. */
function choicesFor(kind: string): Choice[] {
  const others = objects.value.filter((o) => o.id !== props.id);
  return kind === CATEGORY ? categoriesOf(others) : choicesOf(others, [kind]);
}
/** Adds to a list; a field of one line says just that. */
function take(field: Field, name: string) {
  const old = (entered[field.key] ?? "").trim();
  if (field.typing !== "list") entered[field.key] = name;
  else if (!old.split("\n").includes(name)) entered[field.key] = (old ? `${old}\n` : "") + name;
}

const others = computed(() =>
  objects.value.filter((o) => o.kind === props.kind && o.id !== props.id),
);

const problemAt = (key: string) =>
  problems.value.find((p) => p.pointer === `/${key}` || p.pointer.startsWith(`/${key}/`));
const otherProblems = computed(() =>
  problems.value.filter(
    (p) => !["name", ...form.value.fields.map((f) => f.key)].some((k) => problemAt(k) === p),
  ),
);

function show(found: ObjectCard) {
  card.value = found;
  contents.value = found.contents;
  const known = found.document as Document;
  about.name = found.object.name;
  about.note = found.object.note;
  about.labels = found.object.labels.join(" ");
  const written = formOf(props.kind, known);
  formName.value = written.name;
  for (const field of written.fields) entered[field.key] = typed(field, known);
  before.value = JSON.stringify(document.value);
}

/** What is typed and not kept: of which version, and how. */
interface Unsaved {
  about: typeof about;
  entered: Record<string, string>;
  form: string;
  version: number;
}
const unsaved = useUnsaved<Unsaved>(
  objectKey(props.kind, props.id),
  () =>
    changed.value
      ? { about, entered, form: formName.value, version: card.value?.version ?? 0 }
      : undefined,
  (typed) => {
    Object.assign(about, typed.about);
    Object.assign(entered, typed.entered);
    formName.value = typed.form;
    if (card.value) card.value = { ...card.value, version: typed.version };
  },
);

/** Shows again what is kept, and forgets what was typed. */
function leave() {
  problems.value = [];
  trouble.value = "";
  stale.value = undefined;
  if (props.id) void load();
  else {
    Object.assign(about, { name: "", note: "", labels: "" });
    for (const key of Object.keys(entered)) entered[key] = "";
    formName.value = kindOf(props.kind).forms[0].name;
    before.value = JSON.stringify(document.value);
    contents.value = undefined;
    first.value?.focus();
  }
}

function refused(e: unknown) {
  if (e instanceof Refused && e.problems.length > 0) {
    // What is made is sent as a list of one.
    problems.value = e.problems.map((p) => ({ ...p, pointer: p.pointer.replace(/^\/0\//, "/") }));
    trouble.value = "";
  } else {
    trouble.value = (e as Error).message;
  }
}

async function load() {
  try {
    show(await answer(http.GET("/api/objects/{id}", { params: { path: { id: props.id } } })));
  } catch (e) {
    refused(e);
  }
}

const sent = () => document.value as Record<string, Record<string, never>>;

async function attempt(work: () => Promise<number | undefined>) {
  if (busy.value) return;
  busy.value = true;
  window.clearTimeout(timer);
  asked++;
  problems.value = [];
  trouble.value = "";
  try {
    const id = await work();
    before.value = JSON.stringify(document.value);
    emit("saved", id);
    if (id === props.id) await load();
  } catch (e) {
    refused(e);
  } finally {
    busy.value = false;
  }
}

/** The object as somebody else left it while it was being written here. */
const stale = ref<ObjectCard>();
const apart = computed(() =>
  stale.value ? differences(document.value, stale.value.document as Document) : [],
);

/** Keeps what is typed here, over what somebody else wrote. */
function mine() {
  if (card.value && stale.value) card.value = { ...card.value, version: stale.value.version };
  stale.value = undefined;
  void save();
}
function theirs() {
  if (stale.value) show(stale.value);
  stale.value = undefined;
  trouble.value = "";
}

const save = () =>
  attempt(async () => {
    if (props.id === 0) {
      const made = await answer(
        http.POST("/api/objects", { body: { kind: props.kind, objects: [sent()] } }),
      );
      return made[0]?.id;
    }
    const params = { path: { id: props.id } };
    const body = { version: card.value?.version ?? 0, object: sent() };
    try {
      await answer(http.PUT("/api/objects/{id}", { params, body }));
    } catch (e) {
      if (e instanceof Refused && e.status === 409)
        stale.value = await answer(http.GET("/api/objects/{id}", { params }));
      throw e;
    }
    return props.id;
  });

useKeep(() => {
  if (changed.value) void save();
});

const remove = () =>
  attempt(async () => {
    await answer(
      http.DELETE("/api/objects/{id}", {
        params: { path: { id: props.id }, query: { version: card.value?.version ?? 0 } },
      }),
    );
    return undefined;
  });

const replace = (by: number) =>
  attempt(async () => {
    const done = await answer(
      http.POST("/api/objects/{id}/replace", {
        params: { path: { id: props.id } },
        body: { by },
      }),
    );
    const name = others.value.find((o) => o.id === by)?.name;
    replaced.value = `“${name}” stands in its place now, ${done.changed} times.`;
    return props.id;
  });

/** The group as it is kept, where this is one. */
const group = computed(() =>
  card.value?.object.form === "group" && card.value.object.value.trim()
    ? card.value.object
    : undefined,
);
const told = computed(() => {
  if (!group.value) return "";
  const members = membersOf(group.value, new Map());
  const less = members.filter((m) => m.except).length;
  return `${members.length - less}${less ? `, less ${less}` : ""}`;
});

let asked = 0;
async function preview() {
  const mine = ++asked;
  try {
    const found = await answer(
      http.POST("/api/objects/preview", {
        body: { kind: props.kind, id: props.id, object: sent() },
      }),
    );
    if (mine === asked) {
      contents.value = found;
      problems.value = [];
    }
  } catch (e) {
    if (mine === asked) refused(e);
  }
}

let timer = 0;
watch(document, () => {
  const something = form.value.fields.some((f) => entered[f.key]?.trim());
  window.clearTimeout(timer);
  if (changed.value && something && PREVIEWED.includes(props.kind))
    timer = window.setTimeout(() => void preview(), WAIT);
});

/** Reads it, then puts back what was typed here before. */
async function open() {
  await load();
  if (card.value) unsaved.begin();
}
// What could not be read is read once the server is back.
watch(returns, () => props.id > 0 && !card.value && open());

onMounted(async () => {
  if (props.id > 0) return open();
  before.value = JSON.stringify(document.value);
  await nextTick();
  first.value?.focus();
  unsaved.begin();
});
</script>

<template>
  <p v-if="id > 0 && !card" class="wait" :class="trouble ? 'trouble' : 'soft'">
    {{ trouble || "Reading …" }}
  </p>
  <form v-else class="editor" @submit.prevent="save">
    <h2>{{ id === 0 ? `New ${kindOf(kind).one}` : about.name }}</h2>
    <p v-if="unsaved.again.value" class="again" role="status">
      What you typed here before is not kept yet.
    </p>
    <label
      >Name
      <input
        ref="first"
        v-model="about.name"
        class="entry"
        maxlength="63"
        :aria-invalid="!!problemAt('name')"
      />
      <span v-if="problemAt('name')" class="trouble" role="alert"
        >{{ problemAt("name")?.wrong }}; {{ problemAt("name")?.right }}</span
      >
    </label>
    <fieldset v-if="forms.length > 1">
      <legend>Written as</legend>
      <label v-for="f in forms" :key="f.name" class="choice" :class="{ here: f.name === formName }">
        <input v-model="formName" type="radio" name="form" :value="f.name" />{{ f.label }}
      </label>
    </fieldset>
    <div :class="['fields', { pairs: form.fields.length > 4 }]">
      <div v-for="field in form.fields" :key="field.key" class="field">
        <label :for="`field-${field.key}`">{{ field.label }}</label>
        <textarea
          v-if="field.typing === 'list' || field.typing === 'windows'"
          :id="`field-${field.key}`"
          v-model="entered[field.key]"
          class="entry fixed"
          :rows="Math.min(10, Math.max(3, (entered[field.key] ?? '').split('\n').length + 1))"
          :aria-invalid="!!problemAt(field.key)"
          spellcheck="false"
        />
        <input
          v-else
          :id="`field-${field.key}`"
          v-model="entered[field.key]"
          class="entry fixed"
          :aria-invalid="!!problemAt(field.key)"
          spellcheck="false"
        />
        <span v-if="problemAt(field.key)" class="trouble" role="alert"
          >{{ problemAt(field.key)?.wrong }}; {{ problemAt(field.key)?.right }}</span
        >
        <span v-else class="soft hint">{{ field.hint }}</span>
        <AddMember
          v-if="field.names"
          :label="`Add to ${field.label.toLowerCase()}`"
          :choices="choicesFor(field.names)"
          :kinds="[field.names]"
          :placeholder="field.typing === 'list' ? undefined : 'or one that others have'"
          @add="(name: string) => take(field, name)"
        />
      </div>
    </div>
    <WeekPicture
      v-if="form.name === 'weekly'"
      :windows="(document.weekly as Window[]) ?? []"
      @draw="(windows) => (entered.weekly = windowLines(windows))"
    />
    <LookupPart
      v-if="card && !changed && ['feed', 'domain', 'countries'].includes(card.object.form)"
      :id="id"
      :entries="contents?.ranges.length ?? 0"
      @found="load"
    />
    <div class="pair">
      <label>Note <input v-model="about.note" class="entry" maxlength="500" /></label>
      <label>Labels <input v-model="about.labels" class="entry" placeholder="pci kiosk" /></label>
    </div>
    <p v-for="p in otherProblems" :key="p.pointer + p.wrong" class="trouble" role="alert">
      {{ p.wrong }}; {{ p.right }}
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <BothVersions v-if="stale" :apart="apart" @mine="mine" @theirs="theirs" />
    <div class="doing">
      <button class="button first" type="submit" :disabled="busy || !changed">
        {{ id === 0 ? "Make it" : "Keep" }} <kbd>Ctrl+Enter</kbd>
      </button>
      <button class="button" type="button" :disabled="busy || !changed" @click="leave">
        Leave it
      </button>
      <span class="grow" />
      <button
        v-if="card"
        class="button"
        type="button"
        :disabled="busy || card.uses.length > 0"
        :title="card.uses.length > 0 ? 'It is used; see below' : ''"
        @click="remove"
      >
        Remove
      </button>
    </div>
  </form>
  <section v-if="group" class="part">
    <h3>
      Members <span class="soft total">{{ told }}</span>
    </h3>
    <MemberTree :key="group.value" :group="group" />
  </section>
  <ContentsPart
    v-if="contents && (contents.ranges.length > 0 || contents.total)"
    :name="about.name"
    :contents="contents"
  />
  <UsesPart
    v-if="card"
    :card="card"
    :others="others"
    :busy="busy"
    :replaced="replaced"
    @replace="replace"
  />
</template>

<style scoped src="./part.css"></style>
<style scoped>
.editor {
  display: grid;
  gap: 10px;
  padding: 12px 16px;
}
h2 {
  overflow-wrap: anywhere;
}
label,
.field {
  display: grid;
  gap: 2px;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
legend {
  padding: 0;
  margin-bottom: 2px;
}
.choice {
  position: relative;
  display: inline-flex;
  align-items: center;
  min-height: 26px;
  padding: 0 8px;
  border: 1px solid var(--tin);
  border-radius: 3px;
  cursor: pointer;
}
.choice input {
  position: absolute;
  opacity: 0;
}
.choice.here {
  border-color: var(--brass);
  background: var(--brass-soft);
}
.choice:focus-within {
  outline: 2px solid var(--focus);
  outline-offset: 1px;
}
.wait {
  padding: 14px 16px;
}
.hint {
  font-size: var(--t-small);
}
.fields {
  display: grid;
  align-items: start;
  gap: 10px;
}
.pairs {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
}
.pair {
  display: grid;
  grid-template-columns: 3fr 2fr;
  gap: 10px;
}
.trouble {
  margin: 0;
}
.doing {
  display: flex;
  align-items: center;
  gap: 8px;
}
.grow {
  flex: 1;
}
</style>
