<script setup lang="ts">
import type { Consequences, Problem } from "../api/client";
import { useKeep } from "../frame/useKeep";
import ConsequencesPanel from "../rulebase/ConsequencesPanel.vue";

/** A form of the tree: its fields, what they would do, and the buttons that say so. */
const props = defineProps<{
  title: string;
  made: boolean;
  /** Whether what is kept has been read, so that it can be typed over. */
  open: boolean;
  dirty: boolean;
  /** Whether it shows what was typed before it was opened. */
  again: boolean;
  busy: boolean;
  trouble: string;
  problems: Problem[];
  found?: Consequences;
  waiting?: boolean;
  trialTrouble?: string;
  removable?: boolean;
  keep: string;
}>();
const emit = defineEmits<{ keep: []; leave: []; remove: [] }>();

useKeep(() => {
  if (!props.busy && (props.dirty || !props.made)) emit("keep");
});
</script>

<template>
  <form class="form" @submit.prevent="$emit('keep')">
    <div class="fields">
      <header>
        <h1>{{ title }}</h1>
        <slot name="links" />
      </header>
      <p v-if="again" class="again" role="status">What you typed here before is not kept yet.</p>
      <slot v-if="open" />
      <p v-else-if="!trouble" class="soft">Reading …</p>
    </div>
    <aside aria-label="What it does">
      <slot name="effect">
        <h2>{{ made ? "What this would change" : "Before it is made" }}</h2>
        <ConsequencesPanel
          v-if="made && dirty"
          :found="found"
          :waiting="waiting"
          :trouble="problems.length ? '' : trialTrouble"
        />
        <p v-else-if="made" class="soft">
          Change a field, and what it does to traffic is worked out here before anything is kept.
        </p>
        <p v-else class="soft">
          It starts with empty shelves. Nothing changes on any other firewall.
        </p>
      </slot>
      <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
      <ul v-if="problems.length" class="trouble" role="alert">
        <li v-for="p in problems" :key="p.pointer + p.wrong">
          <span class="fixed">{{ p.pointer.slice(1) }}</span> {{ p.wrong }}; {{ p.right }}.
        </li>
      </ul>
      <div class="buttons">
        <button class="button first" type="submit" :disabled="busy || (made && !dirty)">
          {{ keep }} <kbd>Ctrl+Enter</kbd>
        </button>
        <button class="button" type="button" :disabled="made && !dirty" @click="$emit('leave')">
          Leave it
        </button>
      </div>
      <button
        v-if="made && removable"
        class="button"
        type="button"
        :disabled="busy"
        @click="$emit('remove')"
      >
        Remove
      </button>
    </aside>
  </form>
</template>

<style scoped>
.form {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 330px;
  min-height: 100%;
}
.fields {
  padding: 18px 26px 40px;
  display: grid;
  gap: 14px;
  align-content: start;
  max-width: 880px;
}
header {
  display: flex;
  align-items: baseline;
  gap: 16px;
}
aside {
  border-left: 1px solid var(--line);
  background: var(--enamel);
  padding: 18px 18px;
  display: grid;
  gap: 12px;
  align-content: start;
}
p {
  margin: 0;
}
.trouble {
  overflow-wrap: anywhere;
}
ul.trouble {
  margin: 0;
  padding-left: 16px;
  font-weight: 400;
}
.buttons {
  display: flex;
  gap: 8px;
}
</style>
