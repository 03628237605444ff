<script setup lang="ts">
import { ElCheckbox, ElInput, ElInputNumber } from "element-plus";
import { computed, onMounted, ref } from "vue";
import { answer, type EstateBody, http } from "../api/client";
import { choicesOf } from "../objects/choices";
import CellPicker from "../rulebase/CellPicker.vue";
import FormFrame from "./FormFrame.vue";
import { useEstate } from "./useEstate";
import { useTreeForm } from "./useTreeForm";

const emit = defineEmits<{ done: [to?: string] }>();
const { objects } = useEstate();
const form = useTreeForm<EstateBody>(() => ({
  name: "",
  managementAddresses: [],
  owners: false,
  expiringDays: 14,
  managementServices: [],
  addresses: 65536,
  prefix: 48,
  ports: 1000,
}));
const { body, edition, busy, trouble, problems, dirty } = form;
const picking = ref<"addresses" | "services">();
const addresses = computed(() => choicesOf(objects.value, ["address"]));
const services = computed(() => choicesOf(objects.value, ["service"]));

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

onMounted(() => void form.attempt(load));
</script>

<template>
  <FormFrame
    title="The whole estate"
    :made="true"
    :dirty="dirty"
    :busy="busy"
    :trouble="trouble"
    :problems="problems"
    keep="Keep"
    @keep="keep"
    @leave="load"
  >
    <template #effect>
      <h2>What this settles</h2>
      <p class="soft">
        Which findings are reported, and how heavy they are. No packet is treated otherwise by it.
      </p>
    </template>
    <label>Name <ElInput v-model="body.name" maxlength="120" aria-label="Name" /></label>
    <fieldset class="picked">
      <legend>Managed from</legend>
      <p>
        <b>{{ body.managementAddresses.join(", ") || "nowhere yet" }}</b>
        <button type="button" class="button" @click="picking = 'addresses'">Choose</button>
      </p>
      <CellPicker
        v-if="picking === 'addresses'"
        title="management address"
        :names="body.managementAddresses"
        :choices="addresses"
        :kinds="['address']"
        any="nowhere"
        @keep="
          (names: string[]) => {
            body.managementAddresses = names;
            picking = undefined;
          }
        "
        @leave="picking = undefined"
      />
      <p class="soft">
        Who may reach the firewalls themselves. A management service that is open to anybody else is
        a finding.
      </p>
    </fieldset>
    <fieldset class="picked">
      <legend>Management services</legend>
      <p>
        <b>{{ body.managementServices.join(", ") }}</b>
        <button type="button" class="button" @click="picking = 'services'">Choose</button>
      </p>
      <CellPicker
        v-if="picking === 'services'"
        title="management service"
        :names="body.managementServices"
        :choices="services"
        :kinds="['service']"
        any="none"
        @keep="
          (names: string[]) => {
            body.managementServices = names;
            picking = undefined;
          }
        "
        @leave="picking = undefined"
      />
    </fieldset>
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
.picked {
  position: relative;
}
.picked .button {
  margin-left: 10px;
}
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
