<script setup lang="ts">
import { ElCheckbox, ElInput, ElOption, ElSelect, type InputInstance } from "element-plus";
import { computed, nextTick, onMounted, ref } from "vue";
import { answer, type Estate, type FirewallBody, http } from "../api/client";
import AddressList from "./AddressList.vue";
import FloorField from "./FloorField.vue";
import FormFrame from "./FormFrame.vue";
import { useEstate } from "./useEstate";
import { useNodeForm } from "./useNodeForm";

const props = defineProps<{ estate: Estate; id: number; bay?: number; stamp: number }>();
const emit = defineEmits<{ done: [to?: string] }>();

const { objects } = useEstate();
const path = computed(() => ({ params: { path: { id: props.id } } }));
const { body, busy, trouble, problems, dirty, again, open, at, trial, keep, remove, leave } =
  useNodeForm<FirewallBody>(
    props,
    "/estate/firewall",
    (to) => emit("done", to),
    () => ({
      name: "",
      bay: props.bay ?? 0,
      kind: "branch",
      platform: "yard",
      timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone || "UTC",
      device: "",
      interfaces: [],
      routes: [],
      management: "",
      floor: "",
      floorLog: false,
    }),
    {
      read: () => answer(http.GET("/api/firewalls/{id}", path.value)).then(read),
      attempt: (edition, firewall) =>
        answer(
          http.POST("/api/firewalls/{id}/trial", { ...path.value, body: { edition, firewall } }),
        ),
      change: (edition, firewall) =>
        answer(
          http.PUT("/api/firewalls/{id}", { ...path.value, body: { edition, firewall } }),
        ).then(read),
      make: (firewall) => answer(http.POST("/api/firewalls", { body: firewall })),
      remove: (edition) =>
        answer(
          http.DELETE("/api/firewalls/{id}", {
            params: { path: { id: props.id }, query: { edition } },
          }),
        ),
    },
  );
const read = (card: { firewall: FirewallBody; edition: number }) => ({
  what: card.firewall,
  edition: card.edition,
});
const zones = computed(() => objects.value.filter((o) => o.kind === "zone"));
const timeZones = Intl.supportedValuesOf("timeZone");
if (!timeZones.includes("UTC")) timeZones.unshift("UTC");

/** What was added is typed next. */
async function typeIn(field: string) {
  await nextTick();
  const input = document.querySelector<HTMLInputElement>(`input[aria-label="${field}"]`);
  input?.focus();
  input?.select();
}

function add(transparent: boolean) {
  const n = body.value.interfaces.length;
  body.value.interfaces.push({ name: `eth${n}`, zone: "", addresses: [], transparent });
}

function addInterface() {
  add(false);
  void typeIn(`Name of interface ${body.value.interfaces.length}`);
}

/** Two interfaces without addresses that pass everything from one to the other. */
function addPair() {
  add(true);
  add(true);
  void typeIn(`Name of interface ${body.value.interfaces.length - 1}`);
}

function addRoute() {
  body.value.routes.push({ to: "", via: "" });
  void typeIn(`Route ${body.value.routes.length} to`);
}

const first = ref<InputInstance>();
onMounted(() => {
  if (!props.id) first.value?.focus();
});
</script>

<template>
  <FormFrame
    :title="id ? body.name : 'New firewall'"
    :made="id > 0"
    :dirty="dirty"
    :again="again"
    :open="open"
    :busy="busy"
    :trouble="trouble"
    :problems="problems"
    :found="trial.found.value"
    :waiting="trial.waiting.value"
    :trial-trouble="trial.trouble.value"
    removable
    :keep="id ? 'Keep' : 'Make it'"
    @keep="keep"
    @leave="leave"
    @remove="remove"
  >
    <template v-if="id" #links>
      <RouterLink :to="`/shelves/firewall/${id}`">its stack</RouterLink>
    </template>
    <div class="pair">
      <label
        >Name <ElInput ref="first" v-model="body.name" maxlength="63" aria-label="Name"
      /></label>
      <label
        >Hangs in
        <ElSelect v-model="body.bay" aria-label="Hangs in">
          <ElOption v-for="b in estate.bays" :key="b.id" :value="b.id" :label="b.name" />
        </ElSelect>
      </label>
      <label
        >Kind
        <ElSelect v-model="body.kind" aria-label="Kind">
          <ElOption value="perimeter" label="perimeter" />
          <ElOption value="branch" label="branch" />
          <ElOption value="host" label="host" />
        </ElSelect>
      </label>
      <label
        >Platform
        <ElSelect v-model="body.platform" aria-label="Platform" :empty-values="[null, undefined]">
          <ElOption value="yard" label="yard (simulated)" />
          <ElOption value="" label="not said" />
        </ElSelect>
      </label>
      <label
        >Time zone
        <ElSelect v-model="body.timeZone" filterable default-first-option aria-label="Time zone">
          <ElOption v-for="z in timeZones" :key="z" :value="z" :label="z" />
        </ElSelect>
      </label>
      <label
        >Device
        <ElInput v-model="body.device" placeholder="stands alone" aria-label="Device" />
      </label>
      <label
        >Management address
        <ElInput
          v-model="body.management"
          placeholder="https://192.0.2.10:8443"
          aria-label="Management address"
        />
      </label>
    </div>
    <fieldset>
      <legend>Interfaces</legend>
      <table v-if="body.interfaces.length">
        <thead>
          <tr>
            <th>name</th>
            <th>zone</th>
            <th>addresses with prefix length</th>
            <th>transparent</th>
            <th><span class="visually-hidden">remove</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(one, i) in body.interfaces" :key="i">
            <td :class="{ wrong: at(`/interfaces/${i}/name`) }" style="width: 120px">
              <ElInput v-model="one.name" :aria-label="`Name of interface ${i + 1}`" />
            </td>
            <td :class="{ wrong: at(`/interfaces/${i}/zone`) }" style="width: 170px">
              <ElSelect
                v-model="one.zone"
                filterable
                default-first-option
                :empty-values="[null, undefined]"
                :aria-label="`Zone of interface ${i + 1}`"
              >
                <ElOption value="" label="none" />
                <ElOption
                  v-for="z in zones"
                  :key="z.id"
                  :value="z.name"
                  :label="`${z.name}${z.value ? ` (${z.value})` : ''}`"
                />
              </ElSelect>
            </td>
            <td :class="{ wrong: at(`/interfaces/${i}/addresses/0`) }">
              <AddressList
                v-model="one.addresses"
                :disabled="one.transparent"
                :placeholder="one.transparent ? 'none' : '10.72.16.1/20'"
                :aria-label="`Addresses of interface ${i + 1}`"
              />
            </td>
            <td>
              <ElCheckbox
                v-model="one.transparent"
                :aria-label="`Interface ${i + 1} is transparent`"
              />
            </td>
            <td>
              <button
                type="button"
                class="button"
                :aria-label="`Take out interface ${i + 1}`"
                @click="body.interfaces.splice(i, 1)"
              >
                ×
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else class="soft">
        No interface yet. A zone is placed on this firewall by giving it one; rules that name a zone
        that is not placed match nothing here.
      </p>
      <p class="acts">
        <button type="button" class="button" @click="addInterface">Add an interface</button>
        <button type="button" class="button" @click="addPair">Add a transparent pair</button>
      </p>
    </fieldset>
    <fieldset>
      <legend>Static routes</legend>
      <table v-if="body.routes.length">
        <thead>
          <tr>
            <th>to</th>
            <th>via</th>
            <th><span class="visually-hidden">remove</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(route, i) in body.routes" :key="i">
            <td :class="{ wrong: at(`/routes/${i}/to`) }">
              <ElInput v-model="route.to" class="fixed" :aria-label="`Route ${i + 1} to`" />
            </td>
            <td :class="{ wrong: at(`/routes/${i}/via`) }">
              <ElInput v-model="route.via" class="fixed" :aria-label="`Route ${i + 1} via`" />
            </td>
            <td style="width: 40px">
              <button
                type="button"
                class="button"
                :aria-label="`Take out route ${i + 1}`"
                @click="body.routes.splice(i, 1)"
              >
                ×
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="acts">
        <button type="button" class="button" @click="addRoute">Add a route</button>
      </p>
    </fieldset>
    <fieldset>
      <legend>Floor: what happens to traffic that no rule decides</legend>
      <FloorField
        v-model:floor="body.floor"
        v-model:log="body.floorLog"
        inherits="not set: as its bay says"
      />
    </fieldset>
  </FormFrame>
</template>

<style scoped src="./form.css"></style>
<style scoped>
.acts {
  display: flex;
  gap: 8px;
  margin-top: 6px;
}
</style>
