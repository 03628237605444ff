<script setup lang="ts">
import { computed, ref } from "vue";
import type { LibraryObject, ObjectCard } from "../api/client";

/** Where an object is used, and another put in its place everywhere. */
const props = defineProps<{
  card: ObjectCard;
  others: LibraryObject[];
  busy: boolean;
  /** What became of the last replacement. */
  replaced: string;
}>();
const emit = defineEmits<{ replace: [by: number] }>();

const by = ref(0);
const count = computed(() => props.card.uses.length);

function replace() {
  emit("replace", by.value);
  by.value = 0;
}
</script>

<template>
  <section class="part">
    <h3>
      Used by <span class="soft total">{{ count === 0 ? "nothing" : count }}</span>
    </h3>
    <label v-if="count > 0 && card.object.kind !== 'zone'" class="instead"
      ><span class="visually-hidden">Replace everywhere by</span>
      <select v-model="by" class="entry" :disabled="busy">
        <option :value="0">replace everywhere by …</option>
        <option v-for="n in others" :key="n.id" :value="n.id">{{ n.name }}</option>
      </select>
      <button class="button" type="button" :disabled="busy || by === 0" @click="replace">
        Replace in the draft
      </button>
    </label>
    <p v-if="replaced" role="status">{{ replaced }}</p>
    <ul class="uses">
      <li v-for="u in card.uses" :key="`${u.what} ${u.id}`">
        <RouterLink v-if="u.to" :to="u.to">{{ u.name }}</RouterLink>
        <span v-else>{{ u.name }}</span>
        <span class="soft">{{ u.what }}{{ u.where ? `, ${u.where}` : "" }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped src="./part.css"></style>
<style scoped>
.instead {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  margin: 6px 0;
}
.uses li {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  min-height: 24px;
}
</style>
