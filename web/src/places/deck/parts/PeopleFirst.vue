<script setup lang="ts">
import { ref } from 'vue'
import type { Card } from '../card'

defineProps<{ cases: Card['first_aid'] }>()
const emit = defineEmits<{ close: [] }>()
const open = ref(0)
</script>

<template>
  <section class="people" aria-label="People first">
    <header>
      <h2>People first</h2>
      <button type="button" @click="emit('close')">Back to the fish</button>
    </header>
    <div class="cases" role="tablist">
      <button v-for="(one, place) in cases" :key="one.key" type="button" role="tab" :aria-selected="open === place" @click="open = place">{{ one.title }}</button>
    </div>
    <ol>
      <li v-for="line in cases[open]?.lines" :key="line">{{ line }}</li>
    </ol>
  </section>
</template>

<style scoped>
.people {
  overflow: auto;
  padding: var(--gap-2) var(--gap-3);
  border: 3px solid var(--rust);
  border-radius: var(--round);
  background: var(--sheet);
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
.cases {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 6px 0;
}
button {
  min-height: 40px;
  padding: 0 10px;
  border: 1px solid var(--line-strong);
  border-radius: 10px;
  background: var(--paper);
  font-size: 15px;
  cursor: pointer;
}
[aria-selected='true'] {
  border: 3px solid var(--rust);
  font-weight: var(--weight-strong);
}
ol {
  margin: 0;
  padding-left: 1.3em;
  display: grid;
  gap: 5px;
  line-height: 1.25;
}
li:first-child {
  font-weight: var(--weight-strong);
}
</style>
