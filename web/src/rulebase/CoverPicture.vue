<script setup lang="ts">
import { ref, watch } from "vue";
import { answer, type Cover, http } from "../api/client";
import type { RuleRow } from "./rows";
import { settled } from "./settled";

/** One strip per field: what the rule matches, and what those that take its traffic match. */
const props = defineProps<{ row: RuleRow; firewall: number; stamp: number }>();

const cover = ref<Cover>();
let turn = 0;

watch(
  () => [props.row.place, props.stamp],
  async () => {
    const mine = ++turn;
    await settled();
    if (mine !== turn) return;
    const query = { shelf: props.row.shelf.name, position: props.row.line.position };
    const params = { path: { id: props.firewall }, query };
    cover.value = await answer(http.GET("/api/firewalls/{id}/cover", { params })).catch(
      () => undefined,
    );
  },
  { immediate: true },
);

const WIDTH = 250;
const x = (share: number) => Math.round(share * WIDTH * 10) / 10;
</script>

<template>
  <section v-if="cover && cover.strips.length > 0" class="cover" aria-label="Cover picture">
    <h3>What takes its traffic</h3>
    <p class="key soft">
      <i class="own" /> this rule <template v-if="cover.by.length"><i class="by" /></template>
      {{ cover.by.join(", ") }}
    </p>
    <figure v-for="s in cover.strips" :key="s.field">
      <figcaption>
        {{ s.field }}
        <span class="soft">{{ s.same ? "they hold all of it" : "they hold a part" }}</span>
      </figcaption>
      <svg
        :viewBox="`0 0 ${WIDTH} ${13 + s.others.length * 6}`"
        role="img"
        :aria-label="`${s.field}: ${s.says}`"
      >
        <line x1="0" y1="10" :x2="WIDTH" y2="10" class="ground" />
        <rect
          v-for="(p, i) in s.own"
          :key="i"
          :x="x(p.from)"
          y="3"
          :width="Math.max(1.5, x(p.to) - x(p.from))"
          height="7"
          class="own"
        />
        <template v-for="(other, k) in s.others" :key="k">
          <rect
            v-for="(p, i) in other.spans"
            :key="`${k} ${i}`"
            :x="x(p.from)"
            :y="12 + k * 6"
            :width="Math.max(1.5, x(p.to) - x(p.from))"
            height="4"
            class="by"
          />
        </template>
      </svg>
    </figure>
  </section>
</template>

<style scoped>
.cover {
  display: grid;
  gap: 5px;
}
.key {
  margin: 0;
}
.key i {
  display: inline-block;
  width: 14px;
  height: 7px;
}
i.own {
  background: var(--brass);
}
i.by {
  background: var(--tin-dark);
}
figure {
  margin: 0;
}
figcaption {
  display: flex;
  justify-content: space-between;
  font-size: var(--t-small);
}
svg {
  display: block;
  width: 100%;
}
.ground {
  stroke: var(--tin);
}
rect.own {
  fill: var(--brass);
}
rect.by {
  fill: var(--tin-dark);
}
</style>
