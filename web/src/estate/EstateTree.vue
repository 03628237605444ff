<script setup lang="ts">
import { computed } from "vue";
import type { Bay, Estate, FirewallInTree } from "../api/client";
import KindMark from "./KindMark.vue";
import StandingMark from "../install/StandingMark.vue";

const props = defineProps<{ estate: Estate; kind: string; id: number; base?: string }>();

type Node =
  | { depth: number; bay: Bay; firewall?: undefined }
  | { depth: number; bay?: undefined; firewall: FirewallInTree };

const nodes = computed(() => {
  const out: Node[] = [];
  const walk = (parent: number | undefined, depth: number) => {
    for (const bay of props.estate.bays.filter((b) => b.parentId === parent)) {
      out.push({ depth, bay });
      for (const firewall of props.estate.firewalls.filter((f) => f.bayId === bay.id))
        out.push({ depth: depth + 1, firewall });
      walk(bay.id, depth + 1);
    }
  };
  for (const firewall of props.estate.firewalls.filter((f) => f.bayId === undefined))
    out.push({ depth: 0, firewall });
  walk(undefined, 0);
  return out;
});

function count(f: FirewallInTree): number {
  return Object.entries(f.findings).reduce((a, [s, n]) => (s === "info" ? a : a + n), 0);
}

function told(f: FirewallInTree): string {
  const n = count(f);
  const findings = n === 0 ? "no findings" : n === 1 ? "1 finding" : `${n} findings`;
  return `${f.name}, ${f.kind} firewall, ${f.standing}, ${findings}, ${f.dead} dead`;
}
</script>

<template>
  <nav class="tree" aria-label="Bays and firewalls">
    <template v-for="n in nodes" :key="n.bay ? `b${n.bay.id}` : `f${n.firewall?.id}`">
      <RouterLink
        v-if="n.bay"
        :to="`${base ?? '/shelves'}/bay/${n.bay.id}`"
        class="node bay"
        :class="{ here: kind === 'bay' && id === n.bay.id }"
        :style="{ paddingLeft: `${10 + n.depth * 11}px` }"
        ><span class="name" :title="n.bay.name">{{ n.bay.name }}</span></RouterLink
      >
      <RouterLink
        v-else
        :to="`${base ?? '/shelves'}/firewall/${n.firewall.id}`"
        class="node"
        :class="{ here: kind === 'firewall' && id === n.firewall.id }"
        :style="{ paddingLeft: `${10 + n.depth * 11}px` }"
        :aria-label="told(n.firewall)"
      >
        <KindMark :kind="n.firewall.kind" />
        <span class="name" :title="n.firewall.name">{{ n.firewall.name }}</span>
        <span class="grow" />
        <StandingMark :standing="n.firewall.standing" bare />
        <span
          v-if="count(n.firewall) > 0"
          class="count fixed"
          :class="{ heavy: (n.firewall.findings['high'] ?? 0) > 0 }"
          :title="`${count(n.firewall)} findings, ${n.firewall.dead} dead rules`"
          >{{ count(n.firewall) }}</span
        >
      </RouterLink>
    </template>
    <p v-if="nodes.length === 0" class="none soft">There is no bay and no firewall yet.</p>
  </nav>
</template>

<style scoped>
.tree {
  overflow: auto;
  padding: 8px 0;
}
.node {
  display: flex;
  align-items: center;
  gap: 4px;
  height: 28px;
  padding-right: 6px;
  text-decoration: none;
  white-space: nowrap;
  border-left: 3px solid transparent;
}
.node:hover {
  background: var(--sunk);
}
.here {
  background: var(--brass-soft);
  border-left-color: var(--brass);
}
.bay {
  font-weight: 700;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
}
.grow {
  flex: 1;
}
.count {
  min-width: 22px;
  padding: 0 5px;
  text-align: center;
  border: 1px solid var(--tin-dark);
  border-radius: 3px;
}
.heavy {
  border-color: var(--ink);
  background: var(--ink);
  color: var(--ground);
}
.none {
  padding: 0 14px;
}
</style>
