<script setup lang="ts">
import { computed, ref } from "vue";
import OfferList from "../frame/OfferList.vue";
import { useOffers } from "../frame/useOffers";
import { type Choice, matching } from "./choices";

/** Finds something of the library by typing, or takes a literal, and adds it to a list. */
const props = withDefaults(
  defineProps<{ label: string; choices: Choice[]; kinds: string[]; placeholder?: string }>(),
  { placeholder: "find and add one" },
);
const emit = defineEmits<{ add: [name: string] }>();

const typed = ref("");
const open = ref(false);
const offers = computed(() =>
  typed.value.trim() ? matching(props.choices, typed.value, props.kinds) : [],
);
const { id, marked, chosen, shown, mark, reset, step, field } = useOffers(offers, open);

function add(choice: Choice | undefined) {
  if (choice === undefined) return;
  emit("add", choice.name);
  typed.value = "";
  reset();
}

function key(e: KeyboardEvent) {
  if (e.ctrlKey || e.metaKey || e.altKey) return;
  if (e.key === "Enter") add(chosen.value);
  else if (e.key === "Escape" && typed.value) typed.value = "";
  else if (!step(e)) return;
  e.preventDefault();
  e.stopPropagation();
}
</script>

<template>
  <div class="add">
    <input
      v-model="typed"
      class="entry fixed"
      v-bind="field"
      :aria-label="label"
      :placeholder="placeholder"
      @input="reset"
      @focus="open = true"
      @blur="open = false"
      @keydown="key"
    />
    <OfferList
      v-show="shown"
      :id="id"
      v-slot="{ offer }"
      class="below"
      :label="label"
      :offers="offers"
      :marked="marked"
      @take="add"
      @mark="mark"
    >
      <span>{{ offer.name }}</span>
      <span class="soft fixed value">{{ offer.value }}</span>
      <span class="soft">{{ offer.what }}</span>
    </OfferList>
    <p v-if="open && typed.trim() && offers.length === 0" class="soft below none">
      Nothing is called that.
    </p>
  </div>
</template>

<style scoped>
.add {
  position: relative;
}
.below {
  position: absolute;
  inset: 100% 0 auto;
  z-index: 10;
  margin: 2px 0 0;
  padding: 4px;
  background: var(--enamel);
  border: 1px solid var(--brass);
  border-radius: 4px;
  box-shadow: var(--shade);
}
.none {
  padding: 4px 10px;
}
.value {
  text-align: right;
}
</style>
