<script setup lang="ts">
import { computed } from "vue";
import { fieldChanges } from "./fields";
import type { Stale } from "./useStack";

/** Shows two versions of a rule that two people changed at once. */
const props = defineProps<{ stale: Stale }>();
defineEmits<{ mine: []; theirs: [] }>();

const apart = computed(() =>
  props.stale.current.rule ? fieldChanges(props.stale.current.rule, props.stale.mine) : [],
);
</script>

<template>
  <section class="stale" role="alert">
    <p>{{ stale.says }} The row shows theirs; both are here.</p>
    <table>
      <thead>
        <tr>
          <th>{{ stale.mine.name }}</th>
          <th>theirs, saved</th>
          <th>mine, not saved</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="a in apart" :key="a.field">
          <th scope="row">{{ a.field }}</th>
          <td>{{ a.before || "–" }}</td>
          <td>{{ a.after || "–" }}</td>
        </tr>
      </tbody>
    </table>
    <div class="acts">
      <button class="button" @click="$emit('mine')">Save mine over it</button>
      <button class="button" @click="$emit('theirs')">Leave theirs</button>
    </div>
  </section>
</template>

<style scoped>
.stale {
  margin: 0 14px 8px;
  padding: 9px 14px;
  border: 1px solid var(--drop);
  border-left-width: 4px;
  background: var(--enamel);
  display: grid;
  gap: 7px;
  max-height: 40vh;
  overflow: auto;
}
p {
  margin: 0;
  color: var(--drop);
  font-weight: 700;
}
th,
td {
  text-align: left;
  padding: 1px 20px 1px 0;
  font-weight: 400;
}
th {
  color: var(--ink-soft);
}
.acts {
  display: flex;
  gap: 8px;
}
</style>
