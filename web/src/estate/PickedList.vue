<script setup lang="ts">
import { computed, ref } from "vue";
import { choicesOf } from "../objects/choices";
import CellPicker from "../rulebase/CellPicker.vue";
import { useEstate } from "./useEstate";

/** Objects of one kind, or literals, with a picker to choose others. */
const props = defineProps<{ legend: string; title: string; kind: string; any: string }>();
const names = defineModel<string[]>({ required: true });

const { objects } = useEstate();
const choices = computed(() => choicesOf(objects.value, [props.kind]));
const picking = ref(false);

function keep(chosen: string[]) {
  names.value = chosen;
  picking.value = false;
}
</script>

<template>
  <fieldset class="picked">
    <legend>{{ legend }}</legend>
    <p>
      <b>{{ names.join(", ") || any }}</b>
      <button type="button" class="button" @click="picking = true">Choose</button>
    </p>
    <CellPicker
      v-if="picking"
      :title="title"
      :names="names"
      :choices="choices"
      :kinds="[kind]"
      :any="any"
      @keep="keep"
      @leave="picking = false"
    />
    <slot />
  </fieldset>
</template>

<style scoped src="./form.css"></style>
<style scoped>
.picked {
  position: relative;
}
.picked > p > .button {
  margin-left: 10px;
}
/* Over what lies below, which stays where it is when a click closes it. */
.picked :deep(.picker) {
  position: absolute;
  z-index: 15;
}
</style>
