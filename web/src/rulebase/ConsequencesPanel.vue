<script setup lang="ts">
import { computed } from "vue";
import type { Consequences, Effect } from "../api/client";

/** What an edit, or the whole draft, does to traffic. */
const props = defineProps<{ found?: Consequences; waiting?: boolean; trouble?: string }>();

const FEW = 4;

function counted(n: number, one: string, many: string): string {
  return n === 1 ? `1 ${one}` : `${n} ${many}`;
}

function summary(e: Effect): string {
  if (!e.decided) return "too much changes to work it all out";
  const parts = [];
  if (e.allowed) parts.push(`${counted(e.allowed, "region", "regions")} newly allowed`);
  if (e.blocked) parts.push(`${counted(e.blocked, "region", "regions")} newly blocked`);
  if (e.otherwise) parts.push(`${counted(e.otherwise, "region", "regions")} blocked otherwise`);
  return parts.join(", ");
}

const pairs = computed(() => {
  const all = props.found?.effects ?? [];
  return {
    closed: all.reduce((n, e) => n + e.closed.length, 0),
    opened: all.reduce((n, e) => n + e.opened.length, 0),
  };
});
const quiet = computed(() => {
  const f = props.found;
  return f && f.effects.length === 0 && f.come.length === 0 && f.gone.length === 0;
});

function pairText(pair: string[]): string {
  const more = pair.length > FEW ? ` and ${pair.length - FEW} more` : "";
  return pair.slice(0, FEW).join(", ") + more;
}
/** Whose stack gets or loses shelves, for few firewalls by name. */
const whose = (firewalls: string[]) =>
  firewalls.length > 4
    ? `${firewalls.slice(0, 3).join(", ")} and ${firewalls.length - 3} more`
    : firewalls.join(", ");
</script>

<template>
  <div class="found" aria-live="polite">
    <p v-if="trouble" class="trouble">{{ trouble }}</p>
    <p v-else-if="waiting && !found" class="soft">Working out what it does …</p>
    <p v-else-if="quiet" class="calm"><b>No packet is treated otherwise</b> on any firewall.</p>
    <template v-else-if="found">
      <p v-if="found.effects.length > 0 || found.untouched > 0" class="sum">
        <b>{{
          found.effects.length === 0
            ? "No other firewall"
            : counted(found.effects.length, "firewall", "firewalls")
        }}</b>
        {{ found.effects.length < 2 ? "treats" : "treat" }} traffic otherwise<template
          v-if="pairs.closed"
        >
          · <b>{{ counted(pairs.closed, "zone pair", "zone pairs") }}</b>
          {{ pairs.closed === 1 ? "becomes" : "become" }} blocked</template
        ><template v-if="pairs.opened">
          · <b>{{ counted(pairs.opened, "zone pair", "zone pairs") }}</b>
          {{ pairs.opened === 1 ? "opens" : "open" }} up</template
        ><span v-if="found.untouched" class="soft"> · {{ found.untouched }} as before</span>
      </p>
      <p v-if="found.come.length">
        New: <b>{{ found.come.join(", ") }}</b>
      </p>
      <p v-if="found.gone.length">
        Gone: <b>{{ found.gone.join(", ") }}</b>
      </p>
      <details v-for="e in found.effects" :key="e.firewall" :open="found.effects.length === 1">
        <summary>
          <b>{{ e.firewall }}</b> <span class="soft">{{ summary(e) }}</span>
        </summary>
        <p v-if="e.opened.length" class="pairs">Opens {{ pairText(e.opened) }}</p>
        <p v-if="e.closed.length" class="pairs">Closes {{ pairText(e.closed) }}</p>
        <ul>
          <li v-for="(r, i) in e.regions" :key="i" :class="r.kind.replace(' ', '-')">
            <b>{{ r.kind }}</b> {{ r.says }}
            <div class="fixed soft">{{ r.witness }}</div>
            <div class="soft">was decided by {{ r.before }}, is by {{ r.after }}</div>
          </li>
        </ul>
        <p v-if="e.allowed + e.blocked + e.otherwise > e.regions.length" class="soft">
          and {{ e.allowed + e.blocked + e.otherwise - e.regions.length }} regions more
        </p>
      </details>
    </template>
    <p v-for="r in found?.restacked" :key="r.firewalls.join()" class="restacked">
      On the {{ r.firewalls.length === 1 ? "stack" : "stacks" }} of
      <b :title="r.firewalls.join(', ')">{{ whose(r.firewalls) }}</b><template v-if="r.come.length">
        come the shelves of {{ r.come.join(", ") }}</template
      ><template v-if="r.come.length && r.gone.length"> and</template
      ><template v-if="r.gone.length"> go those of {{ r.gone.join(", ") }}</template
      >.
    </p>
  </div>
</template>

<style scoped>
.found {
  display: grid;
  gap: 7px;
  overflow-wrap: anywhere;
}
p {
  margin: 0;
}
.calm {
  border-left: 4px solid var(--tin-dark);
  padding-left: 9px;
}
details {
  border-top: 1px solid var(--line);
  padding-top: 5px;
}
summary {
  cursor: pointer;
}
.pairs {
  margin-top: 4px;
}
ul {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
  display: grid;
  gap: 7px;
}
li {
  border-left: 4px double var(--tin-dark);
  padding-left: 9px;
}
li.newly-allowed {
  border-left: 4px solid var(--allow);
}
li.newly-allowed b {
  color: var(--allow);
}
li.newly-blocked {
  border-left: 4px solid var(--drop);
}
li.newly-blocked b {
  color: var(--drop);
}
</style>
