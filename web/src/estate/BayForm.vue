<script setup lang="ts">
import { ElInput, ElOption, ElSelect, type InputInstance } from "element-plus";
import { computed, onMounted, ref, watch } from "vue";
import { answer, type BayBody, type Estate, http } from "../api/client";
import { useTrial } from "../rulebase/useTrial";
import FloorField from "./FloorField.vue";
import FormFrame from "./FormFrame.vue";
import { useTreeForm } from "./useTreeForm";

const props = defineProps<{ estate: Estate; id: number; parent?: number; stamp: number }>();
const emit = defineEmits<{ done: [to?: string] }>();

const form = useTreeForm<BayBody>(() => ({
  name: "",
  parent: props.parent,
  floor: "",
  floorLog: false,
}));
const { body, edition, busy, trouble, problems, dirty } = form;
const trial = useTrial();
const path = computed(() => ({ params: { path: { id: props.id } } }));
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

async function load() {
  if (!props.id) return;
  const card = await answer(http.GET("/api/bays/{id}", path.value));
  form.show(card.bay, card.edition);
}

watch(
  body,
  (bay) => {
    if (!props.id || !dirty.value) {
      trial.forget();
      return;
    }
    trial.ask(() =>
      answer(
        http.POST("/api/bays/{id}/trial", {
          ...path.value,
          body: { edition: edition.value, bay },
        }),
      ),
    );
  },
  { deep: true },
);

const keep = () =>
  form.attempt(async () => {
    if (props.id) {
      const card = await answer(
        http.PUT("/api/bays/{id}", {
          ...path.value,
          body: { edition: edition.value, bay: body.value },
        }),
      );
      form.show(card.bay, card.edition);
      emit("done");
    } else {
      const made = await answer(http.POST("/api/bays", { body: body.value }));
      emit("done", `/estate/bay/${made.id}`);
    }
  });

const remove = () =>
  form.attempt(async () => {
    const query = { edition: edition.value };
    await answer(http.DELETE("/api/bays/{id}", { params: { path: { id: props.id }, query } }));
    emit("done", "/estate");
  });

const leave = () => (props.id ? void load() : emit("done", "/estate"));

const first = ref<InputInstance>();
onMounted(() => {
  void form.attempt(load);
  if (!props.id) first.value?.focus();
});
watch(
  () => props.stamp,
  () => {
    if (!dirty.value) void form.attempt(load);
  },
);
</script>

<template>
  <FormFrame
    :title="id ? `Bay ${body.name}` : estate.bays.length ? 'New bay' : 'The first bay'"
    :made="id > 0"
    :dirty="dirty"
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
