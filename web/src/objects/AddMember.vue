<script setup lang="ts">
import { computed, ref, useId } from "vue";
import { type Choice, matching } from "./choices";

/** Finds something of the library by typing, or takes a literal, and adds it to a list. */
const props = withDefaults(
  defineProps<{ label: string; choices: Choice[]; kinds: string[]; placeholder?: string }>(),
  { placeholder: "find and add one" },
);
const emit = defineEmits<{ add: [name: string] }>();

const typed = ref("");
const marked = ref(0);
const open = ref(false);
const id = useId();
const offers = computed(() =>
  open.value && typed.value.trim() ? matching(props.choices, typed.value, props.kinds) : [],
);

function add(name: string | undefined) {
  if (name === undefined) return;
  emit("add", name);
  typed.value = "";
  marked.value = 0;
}

function key(e: KeyboardEvent) {
  if (e.ctrlKey || e.metaKey || e.altKey) return;
  const last = offers.value.length - 1;
  if (e.key === "ArrowDown") marked.value = Math.min(marked.value + 1, last);
  else if (e.key === "ArrowUp") marked.value = Math.max(marked.value - 1, 0);
  else if (e.key === "Enter") add(offers.value[marked.value]?.name);
  else if (e.key === "Escape" && typed.value) typed.value = "";
  else return;
  e.preventDefault();
  e.stopPropagation();
}
</script>

<template>
  <div class="add">
    <input
      v-model="typed"
      class="entry fixed"
      role="combobox"
      autocomplete="off"
      spellcheck="false"
      :aria-label="label"
      :aria-expanded="offers.length > 0"
      :aria-controls="id"
      :aria-activedescendant="offers.length > 0 ? `${id}-${marked}` : undefined"
      :placeholder="placeholder"
      @input="marked = 0"
      @focus="open = true"
      @blur="open = false"
      @keydown="key"
    />
    <ul v-show="offers.length > 0" :id="id" role="listbox" :aria-label="label">
      <li
        v-for="(c, i) in offers"
        :id="`${id}-${i}`"
        :key="c.name"
        role="option"
        :aria-selected="i === marked"
        :class="{ marked: i === marked }"
        @mousedown.prevent="add(c.name)"
        @mousemove="marked = i"
      >
        <span>{{ c.name }}</span>
        <span class="soft fixed value">{{ c.value }}</span>
        <span class="soft">{{ c.what }}</span>
      </li>
    </ul>
    <p v-if="open && typed.trim() && offers.length === 0" class="soft none">
      Nothing is called that.
    </p>
  </div>
</template>

<style scoped src="./offers.css"></style>
<style scoped>
.add {
  position: relative;
}
ul,
.none {
  position: absolute;
  inset: 100% 0 auto;
  z-index: 10;
  margin: 2px 0 0;
  padding: 4px;
  list-style: none;
  background: var(--enamel);
  border: 1px solid var(--brass);
  border-radius: 4px;
  box-shadow: var(--shade);
}
.none {
  padding: 4px 10px;
}
</style>
