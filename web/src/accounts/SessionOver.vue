<script setup lang="ts">
import { nextTick, onMounted, ref, watch } from "vue";
import { insisted, person, sessionOver, signIn } from "./session";

/**
 * Stands over the page of somebody whose session has ended: all that is typed there stays, and
 * typing goes on until something is to be saved.
 */
const emit = defineEmits<{ back: [] }>();

const name = ref(person.value?.name ?? "");
const password = ref("");
const trouble = ref("");
const busy = ref(false);
const secret = ref<HTMLInputElement>();
const whose = person.value?.id;
/** Where the keyboard goes back to. */
let before: Element | null = null;

function take() {
  if (document.activeElement !== secret.value) before = document.activeElement;
  secret.value?.focus();
}
onMounted(() => {
  const typing = document.activeElement?.closest("input, textarea, select");
  if (!typing || insisted.value > 0) take();
});
watch(insisted, take);

async function submit() {
  busy.value = true;
  trouble.value = "";
  try {
    const who = await signIn(name.value, password.value);
    // What stands on the page is not for anybody else.
    if (who.id !== whose) {
      window.location.reload();
      return;
    }
    sessionOver.value = false;
    insisted.value = 0;
    emit("back");
    await nextTick();
    if (before instanceof HTMLElement) before.focus();
  } catch (e) {
    trouble.value = (e as Error).message;
    password.value = "";
    secret.value?.focus();
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <form class="over" aria-label="Your session is over" @submit.prevent="submit" @keydown.stop>
    <p role="alert">
      <b>Your session is over.</b> What you typed is still here; sign in to go on, and save it.
    </p>
    <div>
      <input v-model="name" class="entry" aria-label="Name" autocomplete="username" />
      <input
        ref="secret"
        v-model="password"
        class="entry"
        type="password"
        aria-label="Password"
        placeholder="Password"
        autocomplete="current-password"
      />
      <button class="button first" :disabled="busy || !name || !password">Sign in</button>
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
  </form>
</template>

<style scoped>
.over {
  position: fixed;
  left: 50%;
  top: 50px;
  transform: translateX(-50%);
  display: grid;
  gap: 7px;
  padding: 10px 16px 12px;
  background: var(--enamel);
  border: 1px solid var(--brass);
  border-left-width: 5px;
  box-shadow: var(--shade);
  z-index: 60;
}
p {
  margin: 0;
}
div {
  display: flex;
  gap: 8px;
}
.entry {
  width: 170px;
}
</style>
