<script setup lang="ts">
import { computed, ref } from "vue";
import { setting } from "../accounts/settings";
import OfferList from "../frame/OfferList.vue";
import { useOffers } from "../frame/useOffers";
import { complete, explain, parse } from "./filter";

const props = defineProps<{
  modelValue: string;
  known: { zones: string[]; labels: string[]; owners: string[] };
  trouble: string;
  shown?: number;
  total: number;
}>();
const emit = defineEmits<{ "update:modelValue": [text: string]; leave: [] }>();

const input = ref<HTMLInputElement>();
const open = ref(false);
const kept = setting<string[]>("filters", []);

const tokens = computed(() => parse(props.modelValue));
const offers = computed(() => {
  const typed = props.modelValue;
  const own = typed ? [] : kept.value.map((text) => ({ text, says: "kept filter" }));
  return [...own, ...complete(typed, props.known)];
});
const {
  id,
  marked,
  chosen,
  shown: offered,
  mark,
  reset,
  step,
  field,
} = useOffers(offers, open, -1);
const isKept = computed(() => kept.value.includes(props.modelValue.trim()));

function take(text: string) {
  emit("update:modelValue", text);
  reset();
  input.value?.focus();
}

function keep() {
  const text = props.modelValue.trim();
  kept.value = isKept.value ? kept.value.filter((k) => k !== text) : [...kept.value, text];
}

function key(e: KeyboardEvent) {
  if (e.key === "Tab" && !e.shiftKey && offers.value.length > 0 && props.modelValue)
    take((chosen.value ?? offers.value[0])?.text ?? props.modelValue);
  else if (e.key === "Enter" && chosen.value) take(chosen.value.text);
  else if (e.key === "Enter") emit("leave");
  else if (e.key === "Escape") {
    if (props.modelValue) emit("update:modelValue", "");
    else emit("leave");
  } else if (!step(e)) return;
  e.preventDefault();
  e.stopPropagation();
}

defineExpose({ focus: () => input.value?.focus() });
</script>

<template>
  <div class="filter">
    <input
      ref="input"
      :value="modelValue"
      type="text"
      class="fixed"
      v-bind="field"
      aria-label="Filter the stack"
      placeholder="Filter: words, from:quay is:dead touches:10.72.16.9"
      @input="
        emit('update:modelValue', ($event.target as HTMLInputElement).value);
        reset();
      "
      @keydown="key"
      @focus="open = true"
      @blur="open = false"
    />
    <kbd v-if="!modelValue" aria-hidden="true">S</kbd>
    <OfferList
      v-if="offered"
      :id="id"
      v-slot="{ offer }"
      class="offers"
      label="Filters"
      :offers="offers"
      :marked="marked"
      @take="(o) => take(o.text)"
      @mark="mark"
    >
      <span class="fixed">{{ offer.text }}</span>
      <span class="soft says">{{ offer.says }}</span>
    </OfferList>
    <div v-if="modelValue" class="told" role="status">
      <b>{{ shown ?? 0 }} of {{ total }}</b>
      <span class="means" :class="trouble ? 'trouble' : 'soft'">{{
        trouble || tokens.map(explain).join(" · ")
      }}</span>
      <button class="button" :aria-pressed="isKept" @click="keep">
        {{ isKept ? "Kept" : "Keep this filter" }}
      </button>
      <button class="button" @click="emit('update:modelValue', '')">Show all</button>
    </div>
  </div>
</template>

<style scoped>
.filter {
  position: relative;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 5px 10px;
  padding: 0 14px 7px;
}
input {
  flex: 1 1 330px;
  min-width: 200px;
  height: 27px;
  padding: 0 9px;
  border: 1px solid var(--tin-dark);
  border-radius: 3px;
  background: var(--enamel);
  color: var(--ink);
}
input::placeholder {
  color: var(--ink-soft);
}
kbd {
  position: absolute;
  right: 22px;
  top: 4px;
}
.told {
  flex: 1 0 100%;
  display: flex;
  align-items: center;
  gap: 9px;
  white-space: nowrap;
}
.means {
  flex: 1;
  min-width: 0;
  white-space: normal;
}
.offers {
  position: absolute;
  left: 14px;
  top: 31px;
  min-width: 380px;
  margin: 0;
  padding: 4px;
  background: var(--enamel);
  border: 1px solid var(--tin-dark);
  border-radius: 3px;
  box-shadow: var(--shade);
  z-index: 20;
}
.says {
  grid-column: 2 / -1;
  text-align: right;
}
</style>
