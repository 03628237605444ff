<script setup lang="ts">
import { computed, ref } from "vue";
import type { Change, Consequences, Finding, LineEdit, Rule, RuleName } from "../api/client";
import ActionMark from "./ActionMark.vue";
import CoverPicture from "./CoverPicture.vue";
import RemovalPanel from "./RemovalPanel.vue";
import PlacePanel from "./PlacePanel.vue";
import { type Checked, placeOf } from "./checked";
import { reachText, type Row, standsAt } from "./rows";
import RuleFields from "./RuleFields.vue";
import RuleHistory from "./RuleHistory.vue";
import { sentence } from "./sentence";
import SeverityMark from "./SeverityMark.vue";

const props = defineProps<{
  row?: Row;
  firewall?: number;
  changes: Change[];
  checked?: Checked;
  where: (place: string) => string;
  known: { labels: string[]; inspections: string[] };
  keep: (rule: Rule, version: number) => Promise<boolean>;
  attempt: (edits: LineEdit[]) => Promise<Consequences>;
}>();
const emit = defineEmits<{
  go: [place: string];
  toggle: [];
  remove: [];
  undo: [change: number];
  above: [place: string];
}>();

const rule = computed(() => (props.row?.kind === "rule" ? props.row : undefined));
const findings = computed<Finding[]>(() =>
  props.row && "findings" in props.row ? props.row.findings : [],
);
const dead = computed(() => findings.value.some((f) => DEAD.includes(f.kind)));
const mine = computed(() =>
  rule.value
    ? props.changes.filter((c) => c.about === "line" && c.subject === rule.value?.line.id)
    : [],
);
const editable = computed(
  () => rule.value?.shelf.editable && !rule.value.line.marks.includes("removed"),
);

const KINDS: Record<string, string> = {
  shadowed: "Shadowed",
  redundant: "Redundant",
  conflict: "Conflict",
  "never-matches": "Never matches",
  exception: "Exception",
  "overly-broad": "Overly broad",
  "silent-end": "Silent end",
  "open-self": "Open self",
  unlogged: "Unlogged",
  uninspected: "Uninspected",
  "misplaced-address": "Misplaced address",
  expired: "Expired",
  expiring: "Expiring",
  mergeable: "Mergeable",
  unowned: "Unowned",
  "not-decided": "Not decided",
};

const DEAD = ["shadowed", "redundant", "never-matches"];
const GROUPS: [string, string[]][] = [
  ["Dead rules", DEAD],
  ["Order that matters", ["conflict"]],
  ["Too wide", ["overly-broad"]],
  ["Open to strangers", ["open-self"]],
  [
    "Housekeeping",
    [
      "silent-end",
      "unlogged",
      "misplaced-address",
      "expired",
      "expiring",
      "mergeable",
      "unowned",
      "not-decided",
    ],
  ],
  ["For the record", ["uninspected", "exception"]],
];
/** A stack of thousands of rules has thousands of findings; the first of each kind are enough. */
const MOST_LISTED = 25;
const found = computed(() =>
  [...(props.checked?.at.values() ?? [])].flatMap((r) =>
    r.findings.map((f) => ({ ...f, rule: r.rule })),
  ),
);
const groups = computed(() =>
  GROUPS.map(([title, kinds]) => {
    const all = found.value.filter((f) => kinds.includes(f.kind));
    return { title, count: all.length, findings: all.slice(0, MOST_LISTED) };
  }).filter((g) => g.count > 0),
);

function named(ref: RuleName): string {
  if (ref.shelf === "floor") return "the floor";
  return ref.end ? `the end of ${ref.name}` : ref.name;
}

const fields = ref<InstanceType<typeof RuleFields>>();
defineExpose({ fields: () => fields.value?.focus() });
</script>

<template>
  <aside class="card" aria-label="Selected rule">
    <template v-if="!row || !('place' in row)">
      <p class="soft">Select a rule to see what it does, what is wrong with it, and why.</p>
      <section v-for="g in groups" :key="g.title" class="group">
        <h3>
          {{ g.title }} <span class="soft fixed">{{ g.count }}</span>
        </h3>
        <ul>
          <li v-for="f in g.findings" :key="f.kind + placeOf(f.rule)">
            <SeverityMark :severity="f.severity" />
            <button class="plain link" :title="f.says" @click="emit('go', placeOf(f.rule))">
              {{ named(f.rule) }}
            </button>
            <span class="soft">{{ KINDS[f.kind]?.toLowerCase() }}</span>
          </li>
        </ul>
        <p v-if="g.count > g.findings.length" class="soft">
          and {{ g.count - g.findings.length }} more; <kbd>F</kbd> goes from one to the next
        </p>
      </section>
    </template>
    <template v-else>
      <header>
        <h2 v-if="row.kind === 'rule'">{{ row.rule.name }}</h2>
        <h2 v-else-if="row.kind === 'end'">End of {{ row.rule.name }}</h2>
        <h2 v-else>Floor</h2>
        <p v-if="row.kind !== 'floor'" class="soft fixed">{{ standsAt(row) }}</p>
      </header>
      <template v-if="rule">
        <p class="says">{{ sentence(rule.rule) }}</p>
        <p v-if="rule.reach !== undefined" class="soft">
          Decides {{ reachText(rule.reach) === "dead" ? "nothing" : reachText(rule.reach) }} of what
          it matches.
        </p>
      </template>
      <p v-if="row.kind === 'end'" class="says">
        <ActionMark :action="row.rule.end" /> for whatever no rule of the drawer decides.
      </p>

      <PlacePanel
        v-if="rule && firewall && editable && rule.rule.action !== 'drawer'"
        :row="rule"
        :firewall="firewall"
        @above="(place) => emit('above', place)"
      />
      <section v-for="f in findings" :key="f.kind" class="finding" :class="f.severity">
        <h3>
          <SeverityMark :severity="f.severity" />
          {{ KINDS[f.kind] ?? f.kind }}
          <span class="soft">{{ f.severity }}, {{ f.certainty }}</span>
        </h3>
        <p>{{ f.says }}</p>
        <ul v-if="f.by.length > 0" class="named">
          <li v-for="b in f.by" :key="placeOf(b)">
            <button class="plain link" @click="emit('go', placeOf(b))">{{ named(b) }}</button>
            <span class="soft fixed at">{{ where(placeOf(b)) }}</span>
          </li>
          <li v-if="f.more > 0" class="soft">and {{ f.more }} more</li>
        </ul>
        <p v-if="f.witness" class="witness">
          <span class="soft">For example</span> <span class="fixed">{{ f.witness }}</span>
        </p>
        <RemovalPanel
          v-if="rule && editable && DEAD.includes(f.kind)"
          :row="rule"
          :attempt="attempt"
          @remove="emit('remove')"
        />
      </section>
      <CoverPicture
        v-if="rule && firewall && findings.some((f) => f.by.length > 0)"
        :row="rule"
        :firewall="firewall"
        :stamp="changes.at(-1)?.id ?? 0"
      />
      <p v-if="rule && findings.length === 0 && rule.rule.on" class="soft">No findings here.</p>

      <template v-if="rule">
        <div v-if="editable" class="acts">
          <button class="button" @click="emit('toggle')">
            {{ rule.rule.on ? "Turn off" : "Turn on" }} <kbd>O</kbd>
          </button>
          <button v-if="!dead" class="button" @click="emit('remove')">Remove <kbd>Del</kbd></button>
        </div>
        <p v-else-if="!rule.shelf.editable" class="soft">
          This rule is shared by everything below
          <RouterLink :to="`/shelves/bay/${rule.shelf.ownerId}?rule=${rule.line.id}`">{{
            rule.shelf.owner
          }}</RouterLink>; edit it there.
        </p>
        <RuleFields
          ref="fields"
          :row="rule"
          :editable="editable === true"
          :known="known"
          :keep="keep"
        />
        <RuleHistory :line="rule.line.id" :changes="mine" @undo="(c) => emit('undo', c)" />
      </template>
    </template>
  </aside>
</template>

<style scoped>
.card {
  overflow: auto;
  padding: 14px 15px 30px;
  background: var(--enamel);
  border-left: 1px solid var(--tin-dark);
  display: flex;
  flex-direction: column;
  gap: 11px;
  overflow-wrap: anywhere;
}
p {
  margin: 0;
}
.says {
  font-size: 14.5px;
}
.finding {
  border-left: 4px solid var(--tin-dark);
  padding: 2px 0 2px 10px;
  display: grid;
  gap: 5px;
}
.finding.high {
  border-left-color: var(--drop);
}
.finding h3 {
  display: flex;
  align-items: center;
  gap: 6px;
}
.finding h3 .soft {
  font-weight: 400;
}
.finding ul {
  margin: 0;
  padding-left: 17px;
}
.group ul {
  list-style: none;
  margin: 4px 0 0;
  padding: 0;
  display: grid;
  gap: 3px;
}
.group li {
  display: grid;
  grid-template-columns: 14px minmax(0, auto) minmax(9ch, 1fr);
  gap: 7px;
  align-items: baseline;
}
.group li .link {
  text-align: left;
}
.witness {
  background: var(--sunk);
  padding: 5px 8px;
  border-radius: 3px;
}
.at {
  margin-left: 7px;
  white-space: nowrap;
}
.link {
  text-decoration: underline;
  text-decoration-color: var(--brass);
  text-underline-offset: 2px;
}
.acts {
  display: flex;
  gap: 8px;
}
</style>
