<script setup lang="ts">
import { nextTick, onMounted, ref, watch } from "vue";
import ConsequencesPanel from "./ConsequencesPanel.vue";
import type { Consequences } from "../api/client";
import type { RuleRow } from "./rows";
import { useTrial } from "./useTrial";

/** Moves a rule to a position, and tells what that does before it is done. */
const props = defineProps<{
  row: RuleRow;
  most: number;
  attempt: (position: number) => Promise<Consequences>;
}>();
const emit = defineEmits<{ move: [position: number]; leave: [] }>();

const position = ref(props.row.line.position.replace(/^.*\./, ""));
const input = ref<HTMLInputElement>();
const trial = useTrial();

function number(): number | undefined {
  const n = Number(position.value);
  return Number.isInteger(n) && n >= 1 && n <= props.most ? n : undefined;
}

watch(position, () => {
  const n = number();
  if (n === undefined) trial.forget();
  else trial.ask(() => props.attempt(n));
});

function done() {
  const n = number();
  if (n !== undefined) emit("move", n);
}

onMounted(async () => {
  await nextTick();
  input.value?.select();
});
</script>

<template>
  <section class="box" aria-label="Move to a position">
    <label
      >Move “{{ row.rule.name }}” to position
      <input
        ref="input"
        v-model="position"
        class="fixed"
        inputmode="numeric"
        @keydown.enter.prevent="done"
        @keydown.esc.prevent="emit('leave')"
        @keydown.stop
      />
      of {{ most }}</label
    >
    <p v-if="number() === undefined" class="trouble">Type a number from 1 to {{ most }}.</p>
    <ConsequencesPanel
      v-else
      :found="trial.found.value"
      :waiting="trial.waiting.value"
      :trouble="trial.trouble.value"
    />
    <div class="acts">
      <button class="button first" :disabled="number() === undefined" @click="done">
        Move it <kbd>Enter</kbd>
      </button>
      <button class="button" @click="emit('leave')">Leave it <kbd>Esc</kbd></button>
    </div>
  </section>
</template>

<style scoped>
.box {
  margin: 0 14px 8px;
  padding: 10px 14px;
  border: 1px solid var(--tin-dark);
  border-left: 4px solid var(--brass);
  background: var(--enamel);
  display: grid;
  gap: 8px;
  max-height: 40vh;
  overflow: auto;
}
input {
  width: 60px;
  height: 26px;
  padding: 0 6px;
  margin: 0 4px;
  border: 1px solid var(--tin-dark);
  border-radius: 3px;
  background: var(--ground);
  color: var(--ink);
}
.trouble {
  margin: 0;
}
.acts {
  display: flex;
  gap: 8px;
}
.first kbd {
  color: var(--ink);
}
</style>
