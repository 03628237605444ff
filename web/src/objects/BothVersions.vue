<script setup lang="ts">
import type { Difference } from "./forms";

/** What one person is writing beside what another has saved meanwhile, for a choice. */
defineProps<{ apart: Difference[] }>();
const emit = defineEmits<{ mine: []; theirs: [] }>();
</script>

<template>
  <section class="stale" aria-label="Both versions">
    <table v-if="apart.length > 0">
      <thead>
        <tr>
          <th />
          <th>yours</th>
          <th>theirs</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="d in apart" :key="d.key">
          <th>{{ d.key }}</th>
          <td class="fixed">{{ d.mine || "–" }}</td>
          <td class="fixed">{{ d.theirs || "–" }}</td>
        </tr>
      </tbody>
    </table>
    <p v-else class="soft">Both say the same.</p>
    <p class="doing">
      <button class="button" type="button" @click="emit('mine')">Keep yours</button>
      <button class="button" type="button" @click="emit('theirs')">Take theirs</button>
    </p>
  </section>
</template>

<style scoped>
.stale {
  border-left: 4px solid var(--brass);
  padding-left: 10px;
}
table {
  width: 100%;
  table-layout: fixed;
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: 400;
  color: var(--ink-soft);
}
td,
th {
  padding: 2px 6px 2px 0;
  overflow-wrap: anywhere;
  vertical-align: top;
}
.doing {
  display: flex;
  gap: 8px;
}
</style>
