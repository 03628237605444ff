<script setup lang="ts">
import { computed, ref } from "vue";
import type { LibraryObject, ObjectCard } from "../api/client";
import AddMember from "./AddMember.vue";
import { choicesOf } from "./choices";

/** Where an object is used, and another put in its place everywhere. */
const props = defineProps<{
  card: ObjectCard;
  others: LibraryObject[];
  busy: boolean;
  /** What became of the last replacement. */
  replaced: string;
}>();
const emit = defineEmits<{ replace: [by: number] }>();

const by = ref<LibraryObject>();
const count = computed(() => props.card.uses.length);

const choices = computed(() => choicesOf(props.others, [props.card.object.kind]));
const choose = (name: string) => (by.value = props.others.find((o) => o.name === name));

function replace() {
  if (by.value) emit("replace", by.value.id);
  by.value = undefined;
}
</script>

<template>
  <section class="part">
    <h3>
      Used by <span class="soft total">{{ count === 0 ? "nothing" : count }}</span>
    </h3>
    <div v-if="count > 0 && card.object.kind !== 'zone'" class="instead">
      <AddMember
        label="Replace everywhere by"
        placeholder="replace everywhere by …"
        :choices="choices"
        :kinds="[]"
        @add="choose"
      />
      <p v-if="by" class="chosen">
        <span
          >“<b>{{ by.name }}</b
          >” <span class="soft fixed">{{ by.value }}</span></span
        >
        <button class="button" type="button" :disabled="busy" @click="replace">
          Put it in {{ count === 1 ? "its 1 place" : `all ${count} places` }}
        </button>
      </p>
    </div>
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
  gap: 6px;
  margin: 6px 0;
}
.chosen {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
  margin: 0;
}
.chosen > span {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.uses li {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  min-height: 24px;
}
</style>
