<script setup lang="ts">
import { computed, ref } from "vue";
import type { LibraryObject } from "../api/client";
import { useEstate } from "../estate/useEstate";
import { membersOf } from "./members";

/** A group's members, each with what it holds; groups among them unfold in place. */
const props = defineProps<{ group: LibraryObject }>();

const MOST = 40;

const { objectsByName } = useEstate();
const open = ref(new Set<string>());
const all = ref(false);

const members = computed(() => membersOf(props.group, objectsByName.value));
const shown = computed(() => (all.value ? members.value : members.value.slice(0, MOST)));

function unfold(name: string) {
  const next = new Set(open.value);
  if (!next.delete(name)) next.add(name);
  open.value = next;
}
</script>

<template>
  <ul class="members">
    <li v-for="m in shown" :key="`${m.name} ${m.except}`">
      <div class="member">
        <button
          v-if="m.object?.form === 'group'"
          class="plain fold"
          type="button"
          :aria-expanded="open.has(m.name)"
          :aria-label="`the members of ${m.name}`"
          @click="unfold(m.name)"
        >
          {{ open.has(m.name) ? "▾" : "▸" }}
        </button>
        <span v-else class="fold" aria-hidden="true" />
        <b v-if="m.except" class="except">less</b>
        <RouterLink v-if="m.object" :to="`/objects/${m.object.kind}/${m.object.id}`">{{
          m.name
        }}</RouterLink>
        <span v-else>{{ m.name }}</span>
        <span v-if="m.object" class="fixed soft holds" :title="m.object.value">{{
          m.object.value
        }}</span>
      </div>
      <MemberTree v-if="m.object && open.has(m.name)" :group="m.object" />
    </li>
    <li v-if="members.length > shown.length">
      <button class="button" type="button" @click="all = true">
        {{ members.length - shown.length }} more
      </button>
    </li>
  </ul>
</template>

<style scoped>
.members {
  margin: 0;
  padding: 0;
  list-style: none;
}
.members .members {
  margin-left: 11px;
  padding-left: 8px;
  border-left: 2px solid var(--tin);
}
.member {
  display: flex;
  align-items: center;
  gap: 6px;
  height: 26px;
  white-space: nowrap;
}
.fold {
  flex: none;
  width: 24px;
  height: 24px;
  margin-left: -6px;
  padding: 0;
  line-height: 1;
  text-align: center;
}
.except {
  color: var(--drop);
}
.holds {
  flex: 1;
  overflow: hidden;
  text-overflow: ellipsis;
  text-align: right;
}
</style>
