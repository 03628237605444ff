<script setup lang="ts">
import { ElCheckbox } from "element-plus";
import { computed, onMounted, onUnmounted, ref, watch } from "vue";
import { answer, http, type Install, type Revision } from "../api/client";
import { returns } from "../api/connection";
import { useEstate } from "../estate/useEstate";
import StandingMark from "./StandingMark.vue";

const { estate, draft, refreshEstate, refreshDraft } = useEstate();
const revisions = ref<Revision[]>();
/** What the person ticked or unticked; the rest is ticked as long as it is due. */
const ticked = ref<Record<number, boolean>>({});
const offered = ref(true);
const install = ref<Install>();
const trouble = ref("");
const asking = ref(false);
let timer = 0;

const newest = computed(() => revisions.value?.[0]);
const firewalls = computed(() => estate.value?.firewalls ?? []);
const due = computed(() => firewalls.value.filter((f) => f.standing !== "level").map((f) => f.id));
const running = computed(() => install.value !== undefined && !install.value.over);
const chosen = computed(() =>
  running.value
    ? []
    : firewalls.value
        .map((f) => f.id)
        .filter((id) => ticked.value[id] ?? (offered.value && due.value.includes(id))),
);

const STEPS = ["waiting", "asking", "sending", "verifying", "done"];
const WORDS: Record<string, string> = {
  waiting: "waits its turn",
  asking: "asking what it holds",
  sending: "sending the policy",
  verifying: "reading it back",
  done: "holds the revision",
  failed: "failed",
};

function step(firewall: number) {
  return install.value?.steps.find((t) => t.firewall === firewall);
}

function choose(id: number, yes: boolean) {
  ticked.value = { ...ticked.value, [id]: yes };
}

async function start() {
  if (!newest.value) return;
  trouble.value = "";
  try {
    install.value = await answer(
      http.POST("/api/installs", {
        body: { revision: newest.value.number, firewalls: chosen.value },
      }),
    );
    ticked.value = {};
    offered.value = false;
    follow();
  } catch (e) {
    trouble.value = (e as Error).message;
  }
}

function follow() {
  window.clearTimeout(timer);
  timer = window.setTimeout(async () => {
    if (!install.value) return;
    try {
      install.value = await answer(
        http.GET("/api/installs/{id}", { params: { path: { id: install.value.id } } }),
      );
      trouble.value = "";
    } catch (e) {
      trouble.value = (e as Error).message;
    }
    if (install.value.over) await refreshEstate();
    else follow();
  }, 300);
}

async function ask() {
  asking.value = true;
  try {
    await answer(http.POST("/api/standings"));
    await refreshEstate();
  } catch (e) {
    trouble.value = (e as Error).message;
  } finally {
    asking.value = false;
  }
}

function time(at: string | undefined): string {
  return at ? new Date(at).toLocaleTimeString("en-GB") : "never";
}

async function load() {
  trouble.value = "";
  try {
    await refreshDraft();
    revisions.value = await answer(http.GET("/api/revisions"));
    install.value = (await answer(http.GET("/api/installs")))[0];
    if (running.value) follow();
    await refreshEstate();
  } catch (e) {
    trouble.value = (e as Error).message;
  }
}
onMounted(load);
watch(returns, load);
onUnmounted(() => window.clearTimeout(timer));
</script>

<template>
  <main class="page">
    <header>
      <h1>Install</h1>
      <p v-if="newest">
        Revision <b class="fixed">{{ newest.number }}</b>: {{ newest.note || "no note" }}
        <span class="soft">sealed by {{ newest.sealedBy }}</span>
      </p>
      <p v-else-if="revisions" class="soft">
        Nothing has been sealed yet, so there is nothing to install.
      </p>
      <p v-if="draft.length > 0" class="soft">
        The draft's {{ draft.length === 1 ? "change is" : `${draft.length} changes are` }} not part
        of it. <RouterLink to="/draft">Seal the draft</RouterLink> to include
        {{ draft.length === 1 ? "it" : "them" }}.
      </p>
    </header>
    <table>
      <thead>
        <tr>
          <th><span class="visually-hidden">choose</span></th>
          <th>Firewall</th>
          <th>Kind</th>
          <th>Standing</th>
          <th>Holds</th>
          <th>Last asked</th>
          <th>Progress</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="f in firewalls" :key="f.id">
          <td>
            <ElCheckbox
              :model-value="chosen.includes(f.id)"
              :disabled="running || !newest"
              :aria-label="`install on ${f.name}`"
              @update:model-value="(v) => choose(f.id, v === true)"
            />
          </td>
          <td>
            <RouterLink :to="`/shelves/firewall/${f.id}`"
              ><b>{{ f.name }}</b></RouterLink
            >
          </td>
          <td>{{ f.kind }}</td>
          <td :class="['standing', f.standing.replace(' ', '-')]">
            <StandingMark :standing="f.standing" />
          </td>
          <td class="fixed">{{ f.installedRevision ? `revision ${f.installedRevision}` : "–" }}</td>
          <td class="fixed soft">{{ time(f.seenAt) }}</td>
          <td class="progress">
            <template v-if="step(f.id)">
              <span
                v-if="step(f.id)?.state !== 'failed'"
                class="steps"
                role="progressbar"
                aria-valuemin="0"
                aria-valuemax="4"
                :aria-label="`install on ${f.name}`"
                :aria-valuenow="STEPS.indexOf(step(f.id)?.state ?? '')"
              >
                <i
                  v-for="n in 4"
                  :key="n"
                  :class="{ past: STEPS.indexOf(step(f.id)?.state ?? '') >= n }"
                />
              </span>
              <span :class="{ failed: step(f.id)?.state === 'failed' }">{{
                WORDS[step(f.id)?.state ?? ""]
              }}</span>
            </template>
            <p v-if="step(f.id)?.message" class="failed">{{ step(f.id)?.message }}</p>
            <p v-else-if="f.trouble" class="failed">{{ f.trouble }}</p>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="firewalls.length === 0" class="soft">There is no firewall yet.</p>
    <footer>
      <p v-if="trouble" class="failed" role="alert">{{ trouble }}</p>
      <button
        class="button first"
        :disabled="chosen.length === 0 || running || !newest"
        @click="start"
      >
        {{
          running
            ? "Installing …"
            : `Install revision ${newest?.number ?? ""} on ${chosen.length === 1 ? "1 firewall" : `${chosen.length} firewalls`}`
        }}
      </button>
      <button class="button" :disabled="asking" @click="ask">
        {{ asking ? "Asking …" : "Ask all where they stand" }}
      </button>
      <span v-if="newest && chosen.length === 0 && !running" class="soft">{{
        due.length === 0 ? "Every firewall is level." : "Choose firewalls above."
      }}</span>
      <span v-if="install?.over" class="soft" role="status">
        The last install, revision {{ install.revision }} by {{ install.who }}, is over:
        {{ install.steps.filter((t) => t.state === "done").length }} of
        {{ install.steps.length }} hold it.
      </span>
    </footer>
  </main>
</template>

<style scoped>
.page {
  overflow: auto;
  padding: 18px 24px;
}
header p {
  margin: 4px 0 0;
}
table {
  width: 100%;
  margin: 18px 0;
  border-collapse: collapse;
  border-top: 5px solid var(--tin-dark);
  background: var(--enamel);
}
th {
  text-align: left;
  font-weight: 400;
  font-size: var(--t-small);
  color: var(--ink-soft);
}
th,
td {
  padding: 4px 10px;
  border-bottom: 1px solid var(--line);
  height: 36px;
}
.progress {
  width: 38%;
}
.steps {
  display: inline-flex;
  gap: 2px;
  margin-right: 9px;
}
.steps i {
  width: 17px;
  height: 9px;
  border: 1px solid var(--tin-dark);
}
.steps i.past {
  background: var(--brass);
  border-color: var(--brass);
}
.failed {
  margin: 0;
  color: var(--drop);
  font-weight: 700;
}
.standing.drifted,
.standing.unreachable {
  color: var(--drop);
  font-weight: 700;
}
.standing.level {
  color: var(--allow);
}
footer {
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: 10px;
}
footer p {
  width: 100%;
}
</style>
