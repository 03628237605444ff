<script setup lang="ts">
import { ElInput, ElOption, ElSelect, type InputInstance } from "element-plus";
import { computed, onMounted, ref } from "vue";
import { answer, type BayBody, type Estate, http } from "../api/client";
import FloorField from "./FloorField.vue";
import FormFrame from "./FormFrame.vue";
import { useNodeForm } from "./useNodeForm";

const props = defineProps<{ estate: Estate; id: number; parent?: number; stamp: number }>();
const emit = defineEmits<{ done: [to?: string] }>();

const path = computed(() => ({ params: { path: { id: props.id } } }));
const { body, busy, trouble, problems, dirty, again, open, trial, keep, remove, leave } =
  useNodeForm<BayBody>(
    props,
    "/estate/bay",
    (to) => emit("done", to),
    () => ({
      name: "",
      parent: props.parent,
      floor: "",
      floorLog: false,
    }),
    {
      read: () => answer(http.GET("/api/bays/{id}", path.value)).then(read),
      attempt: (edition, bay) =>
        answer(http.POST("/api/bays/{id}/trial", { ...path.value, body: { edition, bay } })),
      change: (edition, bay) =>
        answer(http.PUT("/api/bays/{id}", { ...path.value, body: { edition, bay } })).then(read),
      make: (bay) => answer(http.POST("/api/bays", { body: bay })),
      remove: (edition) =>
        answer(
          http.DELETE("/api/bays/{id}", { params: { path: { id: props.id }, query: { edition } } }),
        ),
    },
  );
const read = (card: { bay: BayBody; edition: number }) => ({
  what: card.bay,
  edition: card.edition,
});
const isRoot = computed(() => body.value.parent === undefined);
/** Bays it can hang in: all but itself and those below it. */
const parents = computed(() => {
  const below = new Set([props.id]);
  let grew = true;
  while (grew) {
    grew = false;
    for (const b of props.estate.bays)
      if (b.parentId && below.has(b.parentId) && !below.has(b.id)) {
        below.add(b.id);
        grew = true;
      }
  }
  return props.estate.bays.filter((b) => !below.has(b.id));
});

const first = ref<InputInstance>();
onMounted(() => {
  if (!props.id) first.value?.focus();
});
</script>

<template>
  <FormFrame
    :title="id ? `Bay ${body.name}` : estate.bays.length ? 'New bay' : 'The first bay'"
    :made="id > 0"
    :dirty="dirty"
    :again="again"
    :open="open"
    :busy="busy"
    :trouble="trouble"
    :problems="problems"
    :found="trial.found.value"
    :waiting="trial.waiting.value"
    :trial-trouble="trial.trouble.value"
    removable
    :keep="id ? 'Keep' : 'Make it'"
    @keep="keep"
    @leave="leave"
    @remove="remove"
  >
    <template v-if="id" #links>
      <RouterLink :to="`/shelves/bay/${id}`">its shelves</RouterLink>
    </template>
    <label>Name <ElInput ref="first" v-model="body.name" maxlength="63" aria-label="Name" /></label>
    <label v-if="!isRoot"
      >Hangs in
      <ElSelect v-model="body.parent" aria-label="Hangs in">
        <ElOption v-for="b in parents" :key="b.id" :value="b.id" :label="b.name" />
      </ElSelect>
    </label>
    <p v-else class="soft">
      This is the root: it is the whole estate, and everything else hangs below it.
    </p>
    <fieldset>
      <legend>Floor: what happens to traffic that no rule decides</legend>
      <FloorField
        v-model:floor="body.floor"
        v-model:log="body.floorLog"
        :inherits="isRoot ? 'not set: closed, logged' : 'not set: as the bay above it'"
      />
    </fieldset>
  </FormFrame>
</template>

<style scoped src="./form.css"></style>
