<script setup lang="ts">
import { onMounted, ref } from "vue";
import { answer, http, type Lookup } from "../api/client";

/** When a feed or a domain name was last looked up, how that went, and doing it now. */
const props = defineProps<{ id: number; entries: number }>();
const emit = defineEmits<{ found: [] }>();

const lookup = ref<Lookup>();
const trouble = ref("");
const busy = ref(false);
const params = { params: { path: { id: props.id } } };
const clock = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });
const time = (at: string) => clock.format(new Date(at));

async function ask(work: () => Promise<Lookup>) {
  busy.value = true;
  trouble.value = "";
  try {
    lookup.value = await work();
  } catch (e) {
    trouble.value = (e as Error).message;
  } finally {
    busy.value = false;
  }
}

async function now() {
  await ask(() => answer(http.POST("/api/objects/{id}/lookup", params)));
  if (!trouble.value) emit("found");
}

onMounted(async () => {
  await ask(() => answer(http.GET("/api/objects/{id}/lookup", params)));
  if (lookup.value && !lookup.value.triedAt) await now();
});
</script>

<template>
  <section class="lookup" aria-label="Looked up">
    <p v-if="busy" class="soft" role="status">Looking it up …</p>
    <template v-else-if="lookup">
      <p v-if="lookup.trouble" class="trouble" role="status">
        {{ lookup.trouble }}
        {{ entries > 0 ? "What was found last stays." : "Nothing was found yet." }}
      </p>
      <p class="soft">
        <template v-if="lookup.goodAt">Found {{ time(lookup.goodAt) }}. </template>
        <template v-if="lookup.trouble && lookup.triedAt"
          >Tried {{ time(lookup.triedAt) }}.
        </template>
        It is looked up by itself now and then.
      </p>
    </template>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <button class="button" type="button" :disabled="busy" @click="now">Look it up now</button>
  </section>
</template>

<style scoped>
.lookup {
  display: grid;
  gap: 6px;
  justify-items: start;
  border-left: 4px solid var(--tin-dark);
  padding: 2px 0 2px 10px;
}
p {
  margin: 0;
}
</style>
