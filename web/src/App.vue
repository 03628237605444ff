<script setup lang="ts">
import { computed } from "vue";
import { useRoute } from "vue-router";
import { person, sessionOver } from "./accounts/session";
import SessionOver from "./accounts/SessionOver.vue";
import { gone, returns } from "./api/connection";
import { useEstate } from "./estate/useEstate";
import TopBar from "./frame/TopBar.vue";

const route = useRoute();
const { told } = useEstate();
/** The shelves say themselves what was undone. */
const telling = computed(() => (route.path.startsWith("/shelves") ? "" : told.value));
const framed = computed(() => !route.meta.open && person.value !== undefined);
</script>

<template>
  <div class="app" :class="{ framed }">
    <TopBar v-if="framed" />
    <p v-if="gone" class="gone" role="alert">
      <b>The server does not answer.</b> What you typed is still here and nothing of it is saved;
      this goes away by itself once the server is back.
    </p>
    <RouterView />
    <p v-if="telling" class="told" role="status">
      {{ telling }} <button class="plain" aria-label="Close" @click="told = ''">×</button>
    </p>
    <SessionOver v-if="sessionOver" @back="returns++" />
  </div>
</template>

<style scoped>
.app {
  height: 100%;
}
.gone {
  position: fixed;
  left: 50%;
  top: 50px;
  transform: translateX(-50%);
  margin: 0;
  padding: 8px 16px;
  background: var(--enamel);
  border: 1px solid var(--drop);
  border-left-width: 5px;
  box-shadow: var(--shade);
  z-index: 60;
}
.told {
  position: fixed;
  left: 50%;
  bottom: 14px;
  transform: translateX(-50%);
  margin: 0;
  padding: 6px 14px;
  background: var(--tin-plate);
  border: 1px solid var(--tin-dark);
  box-shadow: var(--shade);
  z-index: 50;
}
.framed {
  display: grid;
  grid-template-rows: 42px minmax(0, 1fr);
}
</style>
