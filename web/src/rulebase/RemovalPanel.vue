<script setup lang="ts">
import { computed, onUnmounted, watch } from "vue";
import type { Consequences, LineEdit } from "../api/client";
import { removeAll } from "./bulk";
import type { RuleRow } from "./rows";
import { changesOf } from "./sentence";
import { settled } from "./settled";
import { useTrial } from "./useTrial";

/** Offers to remove a rule that decides nothing of its own, with what that would do. */
const props = defineProps<{
  row: RuleRow;
  attempt: (edits: LineEdit[]) => Promise<Consequences>;
}>();
const emit = defineEmits<{ remove: [] }>();

const trial = useTrial();
watch(
  () => [props.row.line.id, props.row.line.version, props.row.findings],
  async () => {
    trial.forget();
    const line = props.row.line;
    await settled();
    if (line === props.row.line) trial.ask(() => props.attempt(removeAll([line])), 0);
  },
  { immediate: true },
);
onUnmounted(trial.forget);

const says = computed(() => (trial.found.value ? changesOf(trial.found.value) : ""));
</script>

<template>
  <button v-if="says" class="button" @click="emit('remove')">
    Remove it: {{ says }} <kbd>Del</kbd>
  </button>
</template>
