<script setup lang="ts">
import type { AddressStretch } from "../api/client";

/** Where the addresses of an object lie: a stretch for each part of the address space. */
defineProps<{ stretches: AddressStretch[]; name: string }>();

const WIDTH = 360;
const OWN = 9;
const OTHER = 5;
const STEP = 15;
const THINNEST = 1.5;

type Bar = AddressStretch["bars"][number];
const x = (bar: Bar) => Math.min(bar.from * WIDTH, WIDTH - THINNEST);
const width = (bar: Bar) => Math.max(THINNEST, (bar.to - bar.from) * WIDTH);
const says = (stretch: AddressStretch, name: string) =>
  `${name || "It"} in ${stretch.network}: ` +
  `${stretch.bars.length === 1 ? "one bar" : `${stretch.bars.length} bars`}` +
  (stretch.others.length > 0 ? `, beside ${stretch.others.map((o) => o.name).join(", ")}` : "");
</script>

<template>
  <div class="picture">
    <figure v-for="s in stretches" :key="s.network">
      <figcaption class="fixed">{{ s.network }}</figcaption>
      <div class="lanes" role="img" :aria-label="says(s, name)">
        <svg :viewBox="`0 0 ${WIDTH} ${OWN}`" preserveAspectRatio="none" class="own">
          <rect v-for="(b, i) in s.bars" :key="i" :x="x(b)" y="0" :width="width(b)" :height="OWN" />
        </svg>
        <template v-for="o in s.others" :key="o.name">
          <svg :viewBox="`0 0 ${WIDTH} ${STEP}`" preserveAspectRatio="none" class="other">
            <rect
              v-for="(b, i) in o.bars"
              :key="i"
              :x="x(b)"
              :y="(STEP - OTHER) / 2"
              :width="width(b)"
              :height="OTHER"
            />
          </svg>
          <span class="name soft" :title="o.name">{{ o.name }}</span>
        </template>
      </div>
    </figure>
  </div>
</template>

<style scoped>
.picture {
  display: grid;
  gap: 8px;
  margin-top: 8px;
}
figure {
  margin: 0;
}
figcaption {
  font-size: var(--t-small);
  color: var(--ink-soft);
}
.lanes {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 110px;
  column-gap: 8px;
  align-items: center;
}
svg {
  display: block;
  width: 100%;
  grid-column: 1;
}
.own {
  height: 11px;
  border: 1px solid var(--tin-dark);
  border-radius: 2px;
  background: var(--ground);
}
.own rect {
  fill: var(--brass);
}
.other {
  height: 15px;
}
.other rect {
  fill: var(--tin-dark);
}
.name {
  grid-column: 2;
  font-size: var(--t-small);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
