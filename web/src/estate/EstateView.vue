<script setup lang="ts">
import { computed, onMounted, onUnmounted } from "vue";
import { useRoute, useRouter } from "vue-router";
import BayForm from "./BayForm.vue";
import EstateForm from "./EstateForm.vue";
import EstateTree from "./EstateTree.vue";
import FirewallForm from "./FirewallForm.vue";
import { useEstate } from "./useEstate";

const route = useRoute();
const router = useRouter();
const { estate, draft, refreshEstate, refreshDraft, refreshObjects, objects, undo, redo } =
  useEstate();

const kind = computed(() => String(route.params.kind || "all"));
const wanted = computed(() => String(route.params.id || ""));
const id = computed(() => Number(wanted.value) || 0);
const inside = computed(() => {
  const given = Number(route.query.in) || 0;
  return given || estate.value?.bays.find((b) => b.parentId === undefined)?.id;
});
/** The bay a new one would hang in: the selected one, or the one of the selected firewall. */
const here = computed(() => {
  if (kind.value === "bay" && id.value) return id.value;
  if (kind.value === "firewall")
    return estate.value?.firewalls.find((f) => f.id === id.value)?.bayId ?? inside.value;
  return inside.value;
});
const empty = computed(() => estate.value?.bays.length === 0);

async function done(to?: string) {
  await Promise.all([refreshEstate(), refreshDraft()]);
  if (to) await router.push(to);
}

function start(what: "bay" | "firewall") {
  void router.push({ path: `/estate/${what}/new`, query: { in: here.value } });
}

async function key(e: KeyboardEvent) {
  const typing = (e.target as HTMLElement).closest("input, textarea, select, [role=combobox]");
  if (typing) return;
  const control = e.ctrlKey || e.metaKey;
  if (control && e.key.toLowerCase() === "z") await (e.shiftKey ? redo() : undo());
  else if (control && e.key === "y") await redo();
  else if (control || e.altKey) return;
  else if (e.key === "b") start("bay");
  else if (e.key === "n" && !empty.value) start("firewall");
  else return;
  e.preventDefault();
  await refreshEstate();
}

const zoneless = computed(() => objects.value.every((o) => o.kind !== "zone"));

onMounted(() => {
  window.addEventListener("keydown", key);
  void refreshEstate();
  void refreshDraft();
  void refreshObjects();
});
onUnmounted(() => window.removeEventListener("keydown", key));
</script>

<template>
  <div class="view">
    <div class="left">
      <RouterLink to="/estate" class="whole" :class="{ here: kind === 'all' }">{{
        estate?.name || "The whole estate"
      }}</RouterLink>
      <EstateTree v-if="estate" :estate="estate" :kind="kind" :id="id" base="/estate" />
      <div class="acts">
        <button class="button" @click="start('bay')">
          {{ empty ? "First bay" : "New bay" }} <kbd>B</kbd>
        </button>
        <button class="button" :disabled="empty" @click="start('firewall')">
          New firewall <kbd>N</kbd>
        </button>
      </div>
    </div>
    <main class="middle">
      <template v-if="estate">
        <BayForm
          v-if="kind === 'bay' && (id || wanted === 'new')"
          :key="`bay ${wanted} ${inside}`"
          :estate="estate"
          :id="id"
          :parent="empty ? undefined : inside"
          :stamp="draft.at(-1)?.id ?? 0"
          @done="done"
        />
        <FirewallForm
          v-else-if="kind === 'firewall' && (id || wanted === 'new')"
          :key="`firewall ${wanted} ${inside}`"
          :estate="estate"
          :id="id"
          :bay="inside"
          :stamp="draft.at(-1)?.id ?? 0"
          @done="done"
        />
        <template v-else>
          <section v-if="empty" class="first">
            <h1>Nothing is laid out yet</h1>
            <ol>
              <li>
                <b>A first bay</b> is the root: what stands on its shelves holds for everything.
                <button class="button first" @click="start('bay')">Make it</button>
              </li>
              <li>
                <b>Zones</b> say where networks stand and how far they are trusted.
                <RouterLink to="/objects/zone/new">{{
                  zoneless ? "Make the first" : "Look at them"
                }}</RouterLink>
              </li>
              <li><b>Firewalls</b> hang in bays; their interfaces place the zones.</li>
              <li><b>Rules</b> stand on shelves, from the top of the estate down.</li>
            </ol>
          </section>
          <EstateForm :key="estate.name" @done="done" />
        </template>
      </template>
      <p v-else class="soft wait">Reading the estate …</p>
    </main>
  </div>
</template>

<style scoped>
.view {
  display: grid;
  grid-template: minmax(0, 1fr) / 236px minmax(0, 1fr);
  min-height: 0;
}
.left {
  display: flex;
  flex-direction: column;
  min-height: 0;
  border-right: 1px solid var(--tin-dark);
  background: var(--enamel);
}
.left > nav {
  flex: 1;
  min-height: 0;
}
.whole {
  display: block;
  padding: 9px 12px 7px;
  font-weight: 700;
  text-decoration: none;
  border-left: 3px solid transparent;
  border-bottom: 1px solid var(--line);
}
.whole.here {
  background: var(--brass-soft);
  border-left-color: var(--brass);
}
.acts {
  display: flex;
  gap: 6px;
  padding: 9px;
  border-top: 1px solid var(--line);
  white-space: nowrap;
}
.acts .button {
  flex: 1;
  padding: 4px 6px;
}
.middle {
  min-height: 0;
  overflow: auto;
}
.wait {
  padding: 30px;
}
.first {
  padding: 20px 26px 0;
}
.first ol {
  display: grid;
  gap: 10px;
  margin: 12px 0 6px;
  padding-left: 20px;
}
.first .button {
  margin-left: 8px;
}
</style>
