<script setup lang="ts">
import { computed, nextTick, onMounted, onUnmounted, ref } from "vue";
import OfferList from "../frame/OfferList.vue";
import { useOffers } from "../frame/useOffers";
import { type Choice, literalOf, matching } from "../objects/choices";
import { typedAhead } from "./ahead";

const props = defineProps<{
  title: string;
  names: string[];
  choices: Choice[];
  kinds: string[];
  any: string;
  invertible?: boolean;
  not?: boolean;
  trouble?: string;
  free?: boolean;
  /** Whether Tab keeps what is chosen and goes on to a neighbour. */
  tabs?: boolean;
}>();
const emit = defineEmits<{ keep: [names: string[], not: boolean, go: number]; leave: [] }>();

const chosen = ref([...props.names]);
const inverted = ref(props.not ?? false);
const ahead = props.tabs ? typedAhead() : undefined;
const typed = ref(ahead?.typed ?? "");
const note = ref("");
const input = ref<HTMLInputElement>();

const offers = computed(() =>
  matching(props.choices, typed.value, props.kinds).filter((c) => !chosen.value.includes(c.name)),
);
const { id, marked, chosen: offer, mark, reset, step, field } = useOffers(offers);

onMounted(async () => {
  await nextTick();
  input.value?.focus();
  if (ahead?.tab) finish(1);
});

function known(text: string): boolean {
  return (
    props.free === true ||
    props.choices.some((c) => c.name === text) ||
    props.kinds.some((k) => literalOf(k, text) !== undefined)
  );
}

function add(name: string) {
  if (name && !chosen.value.includes(name)) chosen.value.push(name);
  typed.value = "";
  reset();
  note.value = "";
  input.value?.focus();
}

function enter() {
  const text = typed.value.trim();
  if (!text) {
    keep();
    return;
  }
  if (offer.value) add(offer.value.name);
  else if (known(text)) add(text);
  else
    note.value = `Nothing is called “${text}”. Type a name from the list${props.kinds.includes("address") ? ", an address, a network or first-last" : props.kinds.includes("service") ? ", or one like tcp/443" : ""}.`;
}

function keep(go = 0) {
  emit("keep", chosen.value, inverted.value && chosen.value.length > 0, go);
}

/** Takes what is typed, then keeps it all; false where that is called nothing and stays. */
function finish(go = 0): boolean {
  if (typed.value.trim()) {
    enter();
    if (note.value) return false;
  }
  keep(go);
  return true;
}

const root = ref<HTMLElement>();
const hold = (e: Event) => e.stopPropagation();

/**
 * Whoever clicks elsewhere keeps what was changed here. What is called nothing stays, with the
 * reason, and a click on the stack does not leave it.
 */
function away(e: PointerEvent) {
  const to = e.target as Element;
  if (root.value?.contains(to)) return;
  const grid = to.closest("[role=grid]") !== null;
  const same =
    JSON.stringify(chosen.value) === JSON.stringify(props.names) &&
    inverted.value === (props.not ?? false);
  if (same && !typed.value.trim()) {
    if (!grid) emit("leave");
    return;
  }
  if (!finish() && grid) window.addEventListener("click", hold, { capture: true, once: true });
}
onMounted(() => window.addEventListener("pointerdown", away, true));
onUnmounted(() => window.removeEventListener("pointerdown", away, true));

function key(e: KeyboardEvent) {
  if (e.key === "Enter" && (e.ctrlKey || e.metaKey)) finish();
  else if (e.key === "Enter") enter();
  else if (e.key === "Tab" && props.tabs) finish(e.shiftKey ? -1 : 1);
  else if (e.key === "!" && props.invertible && !typed.value) inverted.value = !inverted.value;
  else if (e.key === "Escape") emit("leave");
  else if (e.key === "Backspace" && typed.value === "" && chosen.value.length > 0)
    chosen.value.pop();
  else if (!step(e)) {
    e.stopPropagation();
    return;
  }
  e.preventDefault();
  e.stopPropagation();
}

function paste(e: ClipboardEvent) {
  const text = e.clipboardData?.getData("text") ?? "";
  const pieces = text
    .split(/[\n,;]+/)
    .map((p) => p.trim())
    .filter(Boolean);
  if (pieces.length < 2) return;
  e.preventDefault();
  const strange = pieces.filter((p) => !known(p));
  for (const p of pieces) if (known(p) && !chosen.value.includes(p)) chosen.value.push(p);
  if (strange.length > 0)
    note.value = `Left out, because nothing is called that: ${strange.join(", ")}.`;
}
</script>

<template>
  <div ref="root" class="picker" role="dialog" :aria-label="title" @click.stop @dblclick.stop>
    <div class="chips">
      <span v-if="inverted && chosen.length > 0" class="soft">all but</span>
      <span v-if="chosen.length === 0" class="soft">{{ any }}</span>
      <span v-for="name in chosen" :key="name" class="chip">
        {{ name
        }}<button
          class="plain"
          :aria-label="`take out ${name}`"
          @click="chosen = chosen.filter((n) => n !== name)"
        >
          ×
        </button>
      </span>
    </div>
    <input
      ref="input"
      v-model="typed"
      class="fixed"
      type="text"
      v-bind="field"
      :aria-label="title"
      :placeholder="`Add ${title}`"
      @input="
        reset();
        note = '';
      "
      @keydown="key"
      @paste="paste"
    />
    <OfferList
      :id="id"
      v-slot="{ offer: c }"
      class="offers"
      :label="title"
      :offers="offers"
      :marked="marked"
      @take="(c) => add(c.name)"
      @mark="mark"
    >
      <span>{{ c.name }}</span>
      <span class="soft value fixed">{{ c.value }}</span>
      <span class="soft">{{ c.what }}</span>
    </OfferList>
    <p v-if="offers.length === 0 && typed && !free && !note" class="soft none">
      Nothing is called that.
    </p>
    <p v-if="note || trouble" class="note" role="alert">{{ note || trouble }}</p>
    <footer>
      <label v-if="invertible">
        <input v-model="inverted" type="checkbox" /> all but these <kbd>!</kbd></label
      >
      <span class="grow" />
      <button class="button" @click="$emit('leave')">Leave</button>
      <button class="button first" @click="finish()">Keep</button>
    </footer>
  </div>
</template>

<style scoped>
.picker {
  width: 400px;
  padding: 9px;
  background: var(--enamel);
  border: 1px solid var(--brass);
  border-radius: 4px;
  box-shadow: var(--shade);
  display: grid;
  gap: 7px;
  cursor: default;
  white-space: normal;
  font-weight: 400;
  color: var(--ink);
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  max-height: 110px;
  overflow: auto;
}
.chip {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  padding: 1px 4px 1px 8px;
  background: var(--tin-plate);
  border: 1px solid var(--tin-dark);
  border-radius: 3px;
}
.chip button {
  padding: 0 3px;
}
input[type="text"] {
  height: 28px;
  padding: 0 8px;
  border: 1px solid var(--tin-dark);
  border-radius: 3px;
  background: var(--ground);
  color: var(--ink);
}
input::placeholder {
  color: var(--ink-soft);
}
.offers {
  max-height: 232px;
  overflow: auto;
}
.value {
  text-align: right;
}
.none {
  margin: 0;
  padding: 3px 7px;
}
.note {
  margin: 0;
  color: var(--drop);
  font-weight: 700;
}
footer {
  display: flex;
  align-items: center;
  gap: 7px;
}
.grow {
  flex: 1;
}
</style>
