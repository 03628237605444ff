<script setup lang="ts">
import { onMounted, reactive, ref, watch } from "vue";
import { answer, http, type PersonInList, type Problem, Refused } from "../api/client";
import { returns } from "../api/connection";
import { person } from "./session";

/** Who may sign in, and one's own password. */
const people = ref<PersonInList[]>();
const trouble = ref("");
const done = ref("");
const busy = ref(false);
/** Whose password is being set, and whose leaving is asked about. */
const resetting = ref<number>();
const leaving = ref<number>();

const fresh = reactive({ name: "", displayName: "", password: "" });
const own = reactive({ old: "", password: "" });
const other = ref("");
/** What is wrong, by the form it was typed into. */
const problems = ref<Problem[]>([]);
const wrong = (pointer: string) => problems.value.find((p) => p.pointer === pointer);

const day = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium" });

async function attempt(work: () => Promise<string>) {
  busy.value = true;
  trouble.value = "";
  done.value = "";
  problems.value = [];
  try {
    done.value = await work();
    await load();
  } catch (e) {
    if (e instanceof Refused && e.problems.length > 0) problems.value = e.problems;
    else trouble.value = (e as Error).message;
  } finally {
    busy.value = false;
  }
}

async function load() {
  people.value = await answer(http.GET("/api/people"));
}

const add = () =>
  attempt(async () => {
    const made = await answer(http.POST("/api/people", { body: { ...fresh } }));
    Object.assign(fresh, { name: "", displayName: "", password: "" });
    return `${made.displayName} can sign in now.`;
  });

const remove = (who: PersonInList) =>
  attempt(async () => {
    await answer(http.DELETE("/api/people/{id}", { params: { path: { id: who.id } } }));
    leaving.value = undefined;
    return `${who.displayName} cannot sign in any more. What they did keeps their name.`;
  });

const setPassword = (id: number, old: string, password: string, says: string) =>
  attempt(async () => {
    await answer(
      http.PUT("/api/people/{id}/password", { params: { path: { id } }, body: { old, password } }),
    );
    Object.assign(own, { old: "", password: "" });
    other.value = "";
    resetting.value = undefined;
    return says;
  });

const setOwn = () =>
  setPassword(
    person.value?.id ?? 0,
    own.old,
    own.password,
    "Your password is changed. Your other sessions have ended.",
  );

const read = () => attempt(async () => "");
onMounted(read);
watch(returns, read);
</script>

<template>
  <main class="page">
    <section class="people">
      <h1>People</h1>
      <p class="soft">
        Whoever is here may change everything, and let others in. Each change in the draft bears the
        name of who made it.
      </p>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <p v-if="done" class="again" role="status">{{ done }}</p>
      <p v-if="!people && !trouble" class="soft">Reading …</p>
      <table v-if="people">
        <thead>
          <tr>
            <th>name</th>
            <th>signs in as</th>
            <th>since</th>
            <th><span class="visually-hidden">what can be done</span></th>
          </tr>
        </thead>
        <tbody>
          <template v-for="p in people" :key="p.id">
            <tr>
              <td>{{ p.displayName }}</td>
              <td class="fixed">{{ p.name }}</td>
              <td>{{ day.format(new Date(p.since)) }}</td>
              <td v-if="p.id === person?.id" class="acts soft">this is you</td>
              <td v-else-if="leaving === p.id" class="acts">
                Nothing is lost; {{ p.displayName }} cannot sign in any more.
                <button class="button" :disabled="busy" @click="remove(p)">Take out</button>
                <button class="button" @click="leaving = undefined">Leave it</button>
              </td>
              <td v-else class="acts">
                <button
                  class="button"
                  :aria-expanded="resetting === p.id"
                  @click="resetting = resetting === p.id ? undefined : p.id"
                >
                  Set a password
                </button>
                <button
                  class="button"
                  :aria-label="`Take out ${p.displayName}`"
                  @click="leaving = p.id"
                >
                  Take out
                </button>
              </td>
            </tr>
            <tr v-if="resetting === p.id">
              <td colspan="4">
                <form
                  class="line"
                  @submit.prevent="
                    setPassword(
                      p.id,
                      '',
                      other,
                      `${p.displayName} has a new password. Their sessions have ended.`,
                    )
                  "
                >
                  <label
                    >New password for {{ p.displayName }}
                    <input
                      v-model="other"
                      class="entry"
                      type="password"
                      autocomplete="new-password"
                    />
                  </label>
                  <button class="button first" :disabled="busy || other.length < 10">Set it</button>
                  <span class="soft">at least 10 characters</span>
                </form>
              </td>
            </tr>
          </template>
        </tbody>
      </table>
    </section>
    <aside>
      <form @submit.prevent="add">
        <h2>New person</h2>
        <label
          >Signs in as
          <input
            v-model="fresh.name"
            class="entry"
            maxlength="63"
            autocomplete="off"
            :aria-invalid="!!wrong('/name')"
          />
          <span v-if="wrong('/name')" class="trouble" role="alert"
            >{{ wrong("/name")?.wrong }}; {{ wrong("/name")?.right }}</span
          >
        </label>
        <label
          >Name
          <input
            v-model="fresh.displayName"
            class="entry"
            maxlength="120"
            autocomplete="off"
            placeholder="as others read it"
          />
        </label>
        <label
          >First password
          <input
            v-model="fresh.password"
            class="entry"
            type="password"
            autocomplete="new-password"
          />
          <span class="soft">At least 10 characters; they can change it here.</span>
        </label>
        <button
          class="button first"
          :disabled="busy || !fresh.name.trim() || fresh.password.length < 10"
        >
          Let in
        </button>
      </form>
      <form @submit.prevent="setOwn">
        <h2>Your password</h2>
        <label
          >The one so far
          <input
            v-model="own.old"
            class="entry"
            type="password"
            autocomplete="current-password"
            :aria-invalid="!!wrong('/old')"
          />
          <span v-if="wrong('/old')" class="trouble" role="alert"
            >{{ wrong("/old")?.wrong }}; {{ wrong("/old")?.right }}</span
          >
        </label>
        <label
          >New password
          <input v-model="own.password" class="entry" type="password" autocomplete="new-password" />
          <span class="soft">At least 10 characters; your other sessions end.</span>
        </label>
        <button class="button first" :disabled="busy || !own.old || own.password.length < 10">
          Change it
        </button>
      </form>
    </aside>
  </main>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  min-height: 0;
}
.people {
  display: grid;
  align-content: start;
  gap: 10px;
  padding: 18px 24px;
  overflow: auto;
}
p {
  margin: 0;
}
table {
  border-collapse: collapse;
  background: var(--enamel);
  border: 1px solid var(--line);
}
th {
  padding: 3px 12px;
  text-align: left;
  font-weight: 400;
  font-size: var(--t-small);
  background: var(--tin-plate);
}
td {
  height: 40px;
  padding: 0 12px;
  border-top: 1px solid var(--line);
}
.acts {
  text-align: right;
}
.acts .button {
  margin-left: 6px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  align-items: end;
  gap: 8px;
  padding: 8px 0;
}
aside {
  overflow: auto;
  padding: 18px;
  border-left: 1px solid var(--tin-dark);
  background: var(--enamel);
}
aside form {
  display: grid;
  gap: 10px;
  justify-items: start;
}
aside form + form {
  margin-top: 22px;
  padding-top: 18px;
  border-top: 1px solid var(--line);
}
label {
  display: grid;
  gap: 2px;
  width: 100%;
}
.line label {
  width: 240px;
}
</style>
