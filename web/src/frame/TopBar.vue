<script setup lang="ts">
import { computed, nextTick, onMounted, onUnmounted, ref, watch } from "vue";
import { useRoute, useRouter } from "vue-router";
import { person, signOut } from "../accounts/session";
import { answer, type FoundRule, http } from "../api/client";
import { returns } from "../api/connection";
import { useEstate } from "../estate/useEstate";
import OfferList from "./OfferList.vue";
import ShortcutList from "./ShortcutList.vue";
import { useOffers } from "./useOffers";

const route = useRoute();
const router = useRouter();
const { draft, estate, objects, used, refreshDraft, refreshEstate, refreshObjects, refreshUsed } =
  useEstate();

const views = [
  { to: "/shelves", name: "Shelves" },
  { to: "/objects", name: "Objects" },
  { to: "/install", name: "Install" },
  { to: "/estate", name: "Estate" },
];
const here = computed(() => views.find((v) => route.path.startsWith(v.to))?.to);
const chip = computed(() => {
  const n = draft.value.length;
  return n === 0 ? "Draft · no changes" : n === 1 ? "Draft · 1 change" : `Draft · ${n} changes`;
});

const query = ref("");
const box = ref<HTMLInputElement>();
const open = ref(false);
const shortcuts = ref(false);

/** Rules are many, so the server looks for them. */
const rules = ref<FoundRule[]>([]);
const looking = ref(false);
let timer = 0;
watch(query, (text) => {
  window.clearTimeout(timer);
  rules.value = [];
  looking.value = text.trim().length >= 2;
  if (!looking.value) return;
  timer = window.setTimeout(async () => {
    const params = { params: { query: { text } } };
    const found = await answer(http.GET("/api/rules", params)).catch(() => []);
    if (text !== query.value) return;
    rules.value = found;
    looking.value = false;
  }, 150);
});

const JUMPS = [
  ...views.map((v) => ({ label: v.name, what: "view", to: v.to })),
  { label: "Draft", what: "view", to: "/draft" },
  { label: "People", what: "who may sign in", to: "/people" },
  { label: "New bay", what: "in the tree", to: "/estate/bay/new" },
  { label: "New firewall", what: "in the tree", to: "/estate/firewall/new" },
  ...["address", "service", "application", "user", "schedule", "zone"].map((k) => ({
    label: `New ${k}`,
    what: "object",
    to: `/objects/${k}/new`,
  })),
];

/** Where an object is used, in words; nothing while that is not known. */
function uses(id: number): string | undefined {
  const times = used.value.get(id);
  return times === undefined ? undefined : times === 0 ? "unused" : `used ${times}×`;
}

/** An address, network or range as a whole. */
const ADDRESS = /^(\d{1,3}(\.\d{1,3}){3}|[0-9a-f:]*:[0-9a-f:.]*)([/-][0-9a-f:.]+)?$/;

interface Hit {
  label: string;
  what: string;
  uses?: string;
  to: string;
}
const hits = computed<Hit[]>(() => {
  const q = query.value.trim().toLowerCase();
  if (!q || !estate.value) return [];
  const places: Hit[] = [
    ...estate.value.firewalls.map((f) => ({
      label: f.name,
      what: `${f.kind} firewall`,
      to: `/shelves/firewall/${f.id}`,
    })),
    ...estate.value.bays.map((b) => ({ label: b.name, what: "bay", to: `/shelves/bay/${b.id}` })),
  ];
  const things = objects.value.map((o) => ({
    label: o.name,
    what: `${o.form}, ${o.value}`,
    uses: uses(o.id),
    to: `/objects/${o.kind}/${o.id}`,
    value: o.value.toLowerCase(),
  }));
  const stack = ADDRESS.test(q) && /^\/shelves\/\w+\/\d+/.exec(route.path)?.[0];
  const touching = { label: `touches:${q}`, what: "rules of this stack, by content" };
  return [
    ...(stack
      ? [{ ...touching, to: `${stack}?filter=${encodeURIComponent(touching.label)}` }]
      : []),
    ...places.filter((p) => p.label.toLowerCase().includes(q)),
    ...JUMPS.filter((j) => j.label.toLowerCase().startsWith(q)),
    ...things.filter((t) => t.label.toLowerCase().includes(q)),
    ...rules.value.slice(0, 6).map((r) => ({ label: r.name, what: `rule, ${r.where}`, to: r.to })),
    ...things.filter((t) => !t.label.toLowerCase().includes(q) && t.value.includes(q)),
  ].slice(0, 14);
});

const { id, marked, chosen, shown, mark, reset, step, field } = useOffers(hits, open);

async function go(hit: Hit | undefined) {
  if (!hit) return;
  query.value = "";
  open.value = false;
  box.value?.blur();
  await router.push(hit.to);
}

function begin() {
  open.value = true;
  reset();
  refreshUsed().catch(() => undefined);
}

function key(e: KeyboardEvent) {
  if (e.key === "Enter") void go(chosen.value);
  else if (e.key === "Escape") box.value?.blur();
  else if (!step(e)) return;
  e.preventDefault();
}

function anywhere(e: KeyboardEvent) {
  const typing = (e.target as HTMLElement).closest("input, textarea, [contenteditable]");
  if ((e.key === "/" && !typing) || (e.key === "k" && (e.ctrlKey || e.metaKey))) {
    e.preventDefault();
    // What was looked for before is typed over.
    void nextTick(() => {
      box.value?.focus();
      box.value?.select();
    });
  } else if (e.key === "?" && !typing) {
    e.preventDefault();
    shortcuts.value = !shortcuts.value;
  } else if (e.key === "Escape") {
    shortcuts.value = false;
    // Keys act on the view again once a field is left.
    if (typing instanceof HTMLElement && !e.defaultPrevented) typing.blur();
  }
}

async function leave() {
  await signOut();
  await router.push("/sign-in");
}

/** What every view shows parts of; what cannot be read now is read when the server is back. */
const read = () => Promise.allSettled([refreshDraft(), refreshEstate(), refreshObjects()]);
watch(returns, read);

onMounted(() => {
  window.addEventListener("keydown", anywhere);
  void read();
});
onUnmounted(() => window.removeEventListener("keydown", anywhere));
</script>

<template>
  <header class="bar">
    <RouterLink to="/shelves" class="name"
      ><i aria-hidden="true" />Tin Shelf<i aria-hidden="true"
    /></RouterLink>
    <nav aria-label="Views">
      <RouterLink
        v-for="v in views"
        :key="v.to"
        :to="v.to"
        :aria-current="here === v.to ? 'page' : undefined"
        :class="{ here: here === v.to }"
        >{{ v.name }}</RouterLink
      >
    </nav>
    <div class="search">
      <input
        ref="box"
        v-model="query"
        type="search"
        v-bind="field"
        aria-label="Find a firewall, a bay, an object or a rule"
        placeholder="Find a firewall, object or rule"
        @input="reset"
        @keydown="key"
        @focus="begin"
        @blur="open = false"
      />
      <kbd aria-hidden="true">/</kbd>
      <OfferList
        v-if="shown"
        :id="id"
        v-slot="{ offer }"
        class="hits"
        label="Found"
        :offers="hits"
        :marked="marked"
        @take="go"
        @mark="mark"
      >
        <span>{{ offer.label }}</span>
        <span class="soft" :title="offer.what">{{ offer.what }}</span>
        <span v-if="offer.uses" class="soft uses">{{ offer.uses }}</span>
      </OfferList>
      <p v-else-if="open && query.trim()" class="soft hits none" role="status">
        {{
          looking ? "Looking through the rules …" : "Nothing is called that, and no rule says it."
        }}
      </p>
    </div>
    <RouterLink to="/draft" class="chip" :class="{ some: draft.length > 0 }">{{ chip }}</RouterLink>
    <button class="plain help" title="Shortcuts" @click="shortcuts = !shortcuts">
      <kbd>?</kbd>
    </button>
    <RouterLink to="/people" class="who" title="People, and your password">{{
      person?.displayName
    }}</RouterLink>
    <button class="plain out" @click="leave">Sign out</button>
    <ShortcutList v-if="shortcuts" @close="shortcuts = false" />
  </header>
</template>

<style scoped>
.bar {
  position: relative;
  display: flex;
  align-items: center;
  gap: 18px;
  padding: 0 14px;
  background: var(--tin-plate);
  border-bottom: 2px solid var(--tin-dark);
  z-index: 30;
}
.name {
  display: flex;
  align-items: center;
  gap: 7px;
  padding: 2px 8px;
  border: 1px solid var(--tin-dark);
  border-radius: 3px;
  background: var(--enamel);
  font-weight: 700;
  letter-spacing: 0.03em;
  text-decoration: none;
}
.name i {
  width: 5px;
  height: 5px;
  border-radius: 50%;
  background: var(--tin-dark);
}
nav {
  display: flex;
  align-self: stretch;
}
nav a {
  display: grid;
  align-items: center;
  padding: 0 12px;
  text-decoration: none;
  border-bottom: 3px solid transparent;
  margin-bottom: -2px;
}
nav a:hover {
  background: var(--sunk);
}
nav a.here {
  border-bottom-color: var(--brass);
  font-weight: 700;
}
.search {
  position: relative;
  flex: 1;
  max-width: 340px;
  margin-left: auto;
}
.search input {
  width: 100%;
  height: 27px;
  padding: 0 30px 0 9px;
  border: 1px solid var(--tin-dark);
  border-radius: 3px;
  background: var(--enamel);
  color: var(--ink);
  font: inherit;
}
.search input::placeholder {
  color: var(--ink-soft);
}
.search kbd {
  position: absolute;
  right: 6px;
  top: 4px;
}
.hits {
  position: absolute;
  inset: 31px 0 auto auto;
  width: 460px;
  margin: 0;
  padding: 4px;
  background: var(--enamel);
  border: 1px solid var(--tin-dark);
  border-radius: 3px;
  box-shadow: var(--shade);
}
.none {
  padding: 7px 11px;
}
.chip {
  padding: 3px 11px;
  border-radius: 12px;
  border: 1px solid var(--tin-dark);
  text-decoration: none;
  white-space: nowrap;
}
.chip.some {
  border-color: var(--brass);
  background: var(--brass-soft);
  font-weight: 700;
}
.who {
  font-weight: 700;
  text-decoration: none;
  white-space: nowrap;
}
.who:hover {
  text-decoration: underline;
}
.out {
  text-decoration: underline;
}
</style>
