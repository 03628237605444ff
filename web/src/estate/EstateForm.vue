<script setup lang="ts">
import { ElCheckbox, ElInput, ElInputNumber } from "element-plus";
import { onMounted, watch } from "vue";
import { answer, type EstateBody, http } from "../api/client";
import { returns } from "../api/connection";
import FormFrame from "./FormFrame.vue";
import PickedList from "./PickedList.vue";
import { useTreeForm } from "./useTreeForm";

const emit = defineEmits<{ done: [to?: string] }>();
const form = useTreeForm<EstateBody>("estate", () => ({
  name: "",
  managementAddresses: [],
  owners: false,
  expiringDays: 14,
  managementServices: [],
  addresses: 65536,
  prefix: 48,
  ports: 1000,
}));
const { body, edition, busy, trouble, problems, dirty, again, open } = form;

async function load() {
  const card = await answer(http.GET("/api/estate/settings"));
  form.show(card.estate, card.edition);
}

const keep = () =>
  form.attempt(async () => {
    const card = await answer(
      http.PUT("/api/estate/settings", { body: { edition: edition.value, estate: body.value } }),
    );
    form.show(card.estate, card.edition);
    emit("done");
  });

async function begin() {
  await form.attempt(load);
  if (form.open.value) form.begin();
}
onMounted(begin);
// What could not be read is read once the server is back.
watch(returns, () => !form.open.value && begin());
</script>

<template>
  <FormFrame
    title="The whole estate"
    :made="true"
    :dirty="dirty"
    :again="again"
    :open="open"
    :busy="busy"
    :trouble="trouble"
    :problems="problems"
    keep="Keep"
    @keep="keep"
    @leave="form.attempt(load)"
  >
    <template #effect>
      <h2>What this settles</h2>
      <p class="soft">
        Which findings are reported, and how heavy they are. No packet is treated otherwise by it.
      </p>
    </template>
    <label>Name <ElInput v-model="body.name" maxlength="120" aria-label="Name" /></label>
    <PickedList
      v-model="body.managementAddresses"
      legend="Managed from"
      title="management address"
      kind="address"
      any="nowhere yet"
    >
      <p class="soft">
        Who may reach the firewalls themselves. A management service that is open to anybody else is
        a finding.
      </p>
    </PickedList>
    <PickedList
      v-model="body.managementServices"
      legend="Management services"
      title="management service"
      kind="service"
      any="none"
    />
    <fieldset>
      <legend>What is asked of rules</legend>
      <p><ElCheckbox v-model="body.owners" label="every rule names an owner or a ticket" /></p>
      <p class="line">
        Report a rule
        <ElInputNumber
          v-model="body.expiringDays"
          :min="0"
          :max="3650"
          :controls="false"
          aria-label="Days before it expires"
        />
        days before it expires.
      </p>
      <p class="line">
        A field is broad from
        <ElInputNumber
          v-model="body.addresses"
          :min="2"
          :controls="false"
          aria-label="IPv4 addresses"
        />
        IPv4 addresses, an IPv6 /
        <ElInputNumber
          v-model="body.prefix"
          :min="1"
          :max="128"
          :controls="false"
          aria-label="IPv6 prefix length"
        />, or
        <ElInputNumber
          v-model="body.ports"
          :min="2"
          :max="65536"
          :controls="false"
          aria-label="Ports"
        />
        ports.
      </p>
    </fieldset>
  </FormFrame>
</template>

<style scoped src="./form.css"></style>
<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  margin-top: 6px;
}
.line :deep(.el-input-number) {
  width: 92px;
}
</style>
