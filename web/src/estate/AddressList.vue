<script setup lang="ts">
import { ElInput } from "element-plus";
import { ref, watch } from "vue";

/** Addresses with commas, blanks or new lines between them. */
const all = defineModel<string[]>({ required: true });

const read = (line: string) => line.split(/[\s,;]+/).filter(Boolean);
const text = ref("");
// What is being typed stays as it is for as long as it says the same.
watch(
  all,
  (now) => {
    if (read(text.value).join() !== now.join()) text.value = now.join(", ");
  },
  { immediate: true },
);
watch(text, (line) => {
  if (read(line).join() !== all.value.join()) all.value = read(line);
});
</script>

<template>
  <ElInput
    v-model="text"
    class="fixed"
    type="textarea"
    resize="none"
    :autosize="{ minRows: 1, maxRows: 6 }"
  />
</template>
