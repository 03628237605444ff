<script setup lang="ts">
import { computed, onMounted, ref } from "vue";
import type { Column } from "./columns";
import { cellText, fieldChanges, fieldsOf } from "./fields";
import type { Stale } from "./useStack";

/** Below a rule that somebody else changed first: what this person wanted it to be. */
const props = defineProps<{ stale: Stale; columns: Column[] }>();
defineEmits<{ mine: []; theirs: [] }>();

const apart = computed(() =>
  props.stale.current.rule ? fieldChanges(props.stale.current.rule, props.stale.mine) : [],
);
const differs = (c: Column) => apart.value.some((a) => fieldsOf(c).includes(a.field));
/** What differs and has no cell in the row. */
const besides = computed(() =>
  apart.value.filter((a) => !props.columns.some((c) => fieldsOf(c).includes(a.field))),
);

/** As the row above says it. */
const short = (c: Column) =>
  (c === "when" && props.stale.mine.when.length === 0) ||
  (c === "log" && props.stale.mine.log === "none")
    ? "–"
    : cellText(props.stale.mine, c);

const box = ref<HTMLElement>();
/** The next Tab goes to what can be done about it. */
onMounted(() => box.value?.focus({ preventScroll: true }));
</script>

<template>
  <div ref="box" class="stale" role="rowgroup" aria-label="Both versions" tabindex="-1">
    <div class="row mine" role="row">
      <span role="gridcell" class="gutter" />
      <span role="gridcell" class="number">mine</span>
      <span
        v-for="c in columns"
        :key="c"
        role="gridcell"
        class="cell"
        :class="[c, { apart: differs(c) }]"
        :title="cellText(stale.mine, c)"
        >{{ short(c) }}</span
      >
      <span role="gridcell" class="soft">not saved</span>
    </div>
    <div class="acts" role="row">
      <span role="gridcell" class="says">
        <span role="alert"
          ><b>{{ stale.says }}</b> The row shows theirs, below it stands yours.
          <span v-for="b in besides" :key="b.field" class="besides"
            >{{ b.field }}: theirs <i>{{ b.before || "–" }}</i>, mine
            <i>{{ b.after || "–" }}</i></span
          ></span
        ></span
      >
      <span role="gridcell" class="choice">
        <button class="button" @click.stop="$emit('mine')">Save mine over it</button>
        <button class="button" @click.stop="$emit('theirs')">Leave theirs</button>
      </span>
    </div>
  </div>
</template>

<style scoped src="./row.css"></style>
<style scoped>
.stale {
  height: 72px;
  box-shadow: inset 4px 0 0 var(--drop);
  border-bottom: 1px solid var(--drop);
  background: var(--enamel);
  outline: none;
}
.mine > .number {
  color: var(--drop);
  font-weight: 700;
}
.mine > .cell {
  color: var(--ink-soft);
}
.mine > .apart {
  color: var(--ink);
  outline: 1px dashed var(--drop);
  outline-offset: -2px;
}
.acts {
  display: flex;
  align-items: center;
  gap: 14px;
  height: 44px;
  padding: 0 14px 0 20px;
}
.says {
  flex: 1;
  min-width: 0;
  max-height: 44px;
  overflow: auto;
  font-size: var(--t-small);
}
.says b {
  color: var(--drop);
}
.besides {
  margin-left: 8px;
}
.besides i {
  font-style: normal;
  font-weight: 700;
}
.choice {
  display: flex;
  gap: 8px;
  white-space: nowrap;
}
</style>
