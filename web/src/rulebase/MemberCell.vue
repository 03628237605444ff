<script setup lang="ts">
import { computed, onUnmounted, ref, watch } from "vue";
import type { LibraryObject } from "../api/client";

const props = defineProps<{
  names: string[];
  any: string;
  not?: boolean;
  waits?: boolean;
  /** Whether the cell is where the keyboard is. */
  focused?: boolean;
  known: Map<string, LibraryObject>;
  kinds: string[];
}>();

const SHOWN = 3;
const TOLD = 40;
/** Whoever only passes through is not told. */
const PAUSE = 500;

const shown = computed(() => props.names.slice(0, SHOWN));
const values = computed(() =>
  props.names.slice(0, TOLD).map((name) => {
    const object = props.kinds.map((k) => props.known.get(`${k} ${name}`)).find((o) => o);
    return { name, value: object ? object.value || object.form : "" };
  }),
);
const rest = computed(() =>
  props.names.length > TOLD ? `and ${props.names.length - TOLD} more` : "",
);
const told = computed(() =>
  [
    ...(props.not ? ["all but"] : []),
    ...values.value.map((v) => (v.value ? `${v.name}: ${v.value}` : v.name)),
    ...(rest.value ? [rest.value] : []),
  ].join("\n"),
);

const text = ref<HTMLElement>();
const telling = ref(false);
let timer = 0;
function tell() {
  const cut = text.value && text.value.scrollWidth > text.value.clientWidth;
  telling.value = props.names.length > SHOWN || cut === true;
}
watch(
  () => props.focused,
  (wanted) => {
    window.clearTimeout(timer);
    telling.value = false;
    if (wanted) timer = window.setTimeout(tell, PAUSE);
  },
  { immediate: true },
);
onUnmounted(() => window.clearTimeout(timer));
</script>

<template>
  <span v-if="names.length === 0" :class="waits ? 'waits' : 'soft'">{{ any }}</span>
  <span v-else class="members" :title="telling ? undefined : told">
    <span ref="text" class="shown"
      ><span v-if="not" class="not">not </span>{{ shown.join(", ") }}</span
    >
    <span v-if="names.length > SHOWN" class="more">+{{ names.length - SHOWN }}</span>
    <span v-if="telling" class="tip" role="tooltip">
      <span v-if="not" class="not">all but</span>
      <span v-for="v in values" :key="v.name" class="told"
        >{{ v.name }} <span class="fixed soft">{{ v.value }}</span></span
      >
      <span v-if="rest" class="soft">{{ rest }}</span>
    </span>
  </span>
</template>

<style scoped>
.members {
  display: flex;
  gap: 4px;
  min-width: 0;
}
.shown {
  overflow: hidden;
  text-overflow: ellipsis;
}
.waits {
  color: var(--brass);
  font-style: italic;
}
.not {
  font-weight: 700;
}
.more {
  color: var(--brass);
  font-weight: 700;
}
.tip {
  position: absolute;
  left: -1px;
  top: 100%;
  z-index: 12;
  display: grid;
  width: max-content;
  max-width: 420px;
  max-height: 268px;
  overflow: auto;
  padding: 6px 10px;
  background: var(--enamel);
  border: 1px solid var(--tin-dark);
  border-radius: 3px;
  box-shadow: var(--shade);
  font-weight: 400;
  font-style: normal;
  color: var(--ink);
}
.told {
  display: flex;
  justify-content: space-between;
  gap: 18px;
  line-height: 20px;
  min-width: 0;
}
.told .fixed {
  overflow: hidden;
  text-overflow: ellipsis;
}
</style>
