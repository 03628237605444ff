<script setup lang="ts">
import { computed } from "vue";
import { useRoute } from "vue-router";
import { person } from "./accounts/session";
import TopBar from "./frame/TopBar.vue";

const route = useRoute();
const framed = computed(() => !route.meta.open && person.value !== undefined);
</script>

<template>
  <div class="app" :class="{ framed }">
    <TopBar v-if="framed" />
    <RouterView />
  </div>
</template>

<style scoped>
.app {
  height: 100%;
}
.framed {
  display: grid;
  grid-template-rows: 42px minmax(0, 1fr);
}
</style>
