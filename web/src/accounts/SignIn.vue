<script setup lang="ts">
import { ElInput } from "element-plus";
import { onMounted, ref } from "vue";
import { useRoute, useRouter } from "vue-router";
import { Refused } from "../api/client";
import { claim, firstAwaited, resume, signIn } from "./session";

const route = useRoute();
const router = useRouter();
const code = ref("");
const name = ref("");
const password = ref("");
const trouble = ref("");
const busy = ref(false);

onMounted(async () => {
  if (await resume()) await leave();
});

async function leave() {
  const back = route.query.to;
  await router.replace(typeof back === "string" && back.startsWith("/") ? back : "/shelves");
}

async function submit() {
  busy.value = true;
  trouble.value = "";
  try {
    if (firstAwaited.value) await claim(code.value, name.value, password.value);
    else await signIn(name.value, password.value);
    await leave();
  } catch (e) {
    trouble.value =
      e instanceof Refused && e.problems[0] ? e.problems[0].wrong : (e as Error).message;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <main class="page">
    <form class="plate" @submit.prevent="submit">
      <div class="rivets" aria-hidden="true"><i /><i /></div>
      <h1>Tin Shelf</h1>
      <p class="soft">
        {{
          firstAwaited
            ? "Nobody has an account yet. The one-time code stands on the terminal where Tin Shelf was started."
            : "Rulebases in order, before they are installed."
        }}
      </p>
      <label v-if="firstAwaited">
        One-time code
        <ElInput v-model="code" name="code" autocomplete="off" autofocus />
      </label>
      <label>
        Name
        <ElInput v-model="name" name="name" autocomplete="username" :autofocus="!firstAwaited" />
      </label>
      <label>
        Password
        <ElInput
          v-model="password"
          name="password"
          type="password"
          :autocomplete="firstAwaited ? 'new-password' : 'current-password'"
        />
        <small v-if="firstAwaited" class="soft">At least 10 characters.</small>
      </label>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <button class="button first" :disabled="busy || !name || !password">
        {{ firstAwaited ? "Make the account" : "Sign in" }}
      </button>
    </form>
    <div class="board" aria-hidden="true" />
  </main>
</template>

<style scoped>
.page {
  height: 100%;
  display: grid;
  place-content: center;
}
.plate {
  position: relative;
  width: 360px;
  padding: 26px 34px 30px;
  background: var(--enamel);
  border: 1px solid var(--tin-dark);
  border-radius: 6px 6px 0 0;
  display: grid;
  gap: 14px;
}
.board {
  height: 9px;
  margin: 0 -46px;
  background: var(--tin-dark);
  border-radius: 2px;
}
.rivets {
  position: absolute;
  inset: 10px 10px auto;
  display: flex;
  justify-content: space-between;
}
.rivets i {
  width: 7px;
  height: 7px;
  border-radius: 50%;
  border: 1px solid var(--tin-dark);
  background: var(--tin);
}
h1 {
  font-size: 22px;
}
p {
  margin: 0;
}
label {
  display: grid;
  gap: 3px;
}
</style>
