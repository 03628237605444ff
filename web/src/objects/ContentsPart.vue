<script setup lang="ts">
import { computed, ref } from "vue";
import type { ObjectContents } from "../api/client";
import AddressPicture from "./AddressPicture.vue";
import { download } from "./download";

/** What an object comes down to, as it is kept or as it is being written. */
const props = defineProps<{ name: string; contents: ObjectContents }>();

const MOST_SHOWN = 12;
const MOST_NAMED = 20;

const all = ref(false);
const ranges = computed(() => props.contents.ranges);
const shown = computed(() => (all.value ? ranges.value : ranges.value.slice(0, MOST_SHOWN)));
const overlapping = computed(() => {
  const names = props.contents.overlapping;
  const more = names.length - MOST_NAMED;
  return names.slice(0, MOST_NAMED).join(", ") + (more > 0 ? ` and ${more} more` : "");
});
</script>

<template>
  <section class="part">
    <h3>
      Comes down to <span v-if="contents.total" class="soft total">{{ contents.total }}</span>
    </h3>
    <AddressPicture v-if="contents.picture.length > 0" :stretches="contents.picture" :name="name" />
    <ul class="ranges fixed">
      <li v-for="r in shown" :key="r">{{ r }}</li>
    </ul>
    <p v-if="ranges.length > 1" class="doing">
      <button v-if="ranges.length > shown.length" class="button" @click="all = true">
        {{ ranges.length - shown.length }} more
      </button>
      <button class="button" @click="download(`${name}.txt`, ranges.join('\n') + '\n')">
        Export
      </button>
    </p>
    <p v-if="contents.holds.length > 0"><b>Holds</b> {{ contents.holds.join(", ") }}</p>
    <p v-if="contents.same.length > 0"><b>Same content</b> {{ contents.same.join(", ") }}</p>
    <p v-if="overlapping" class="soft"><b>Overlaps</b> {{ overlapping }}</p>
  </section>
</template>

<style scoped src="./part.css"></style>
<style scoped>
.ranges {
  columns: 2;
  overflow-wrap: anywhere;
}
.doing {
  display: flex;
  align-items: center;
  gap: 8px;
}
</style>
