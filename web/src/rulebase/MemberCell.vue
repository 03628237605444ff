<script setup lang="ts">
import { computed } from "vue";
import type { LibraryObject } from "../api/client";

const props = defineProps<{
  names: string[];
  any: string;
  not?: boolean;
  waits?: boolean;
  known: Map<string, LibraryObject>;
  kinds: string[];
}>();

const SHOWN = 3;
const shown = computed(() => props.names.slice(0, SHOWN));
const told = computed(() =>
  props.names
    .map((n) => {
      const object = props.kinds.map((k) => props.known.get(`${k} ${n}`)).find((o) => o);
      return object ? `${n}: ${object.value || object.form}` : n;
    })
    .join("\n"),
);
</script>

<template>
  <span v-if="names.length === 0" :class="waits ? 'waits' : 'soft'">{{ any }}</span>
  <span v-else class="members" :title="(not ? 'all but\n' : '') + told">
    <span v-if="not" class="not">not </span>{{ shown.join(", ")
    }}<span v-if="names.length > SHOWN" class="more"> +{{ names.length - SHOWN }}</span>
  </span>
</template>

<style scoped>
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
</style>
