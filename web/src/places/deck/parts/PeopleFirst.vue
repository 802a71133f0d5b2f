<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue'
import { openField } from '@/core/field'
import { t } from '@/words/deck'

const emit = defineEmits<{ close: [] }>()
const open = ref(0)
const cases = shallowRef<{ key: string; title: string; lines: string[] }[]>([])
onMounted(async () => (cases.value = (await openField(null).ask('first_aid', {})).cases))
</script>

<template>
  <section class="people" :aria-label="t('deck.peopleFirst.peopleFirst')">
    <header>
      <h2>{{ t('deck.peopleFirst.peopleFirst') }}</h2>
      <button type="button" @click="emit('close')">
        {{ t('deck.peopleFirst.backToTheFish') }}
      </button>
    </header>
    <div class="cases" role="tablist">
      <button
        v-for="(emergency, place) in cases"
        :key="emergency.key"
        type="button"
        role="tab"
        :aria-selected="open === place"
        @click="open = place"
      >
        {{ emergency.title }}
      </button>
    </div>
    <ol tabindex="0" :aria-label="t('deck.peopleFirst.firstSteps')">
      <li v-for="line in cases[open]?.lines.slice(0, -2)" :key="line">{{ line }}</li>
    </ol>
    <!-- How to get help stands in sight, however far the steps are scrolled. -->
    <p v-for="line in cases[open]?.lines.slice(-2)" :key="line" class="help">{{ line }}</p>
  </section>
</template>

<style scoped>
.people {
  display: flex;
  flex-direction: column;
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
  gap: 4px;
  margin: 4px 0;
}
button {
  min-height: 36px;
  padding: 0 8px;
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
  flex: 1;
  min-height: 0;
  overflow: auto;
  margin: 0 0 4px;
  padding-left: 1.3em;
  line-height: 1.25;
  font-size: 15px;
}
li + li {
  margin-top: 4px;
}
.help {
  padding-top: 3px;
  border-top: 1px solid var(--line-strong);
  font-size: 14px;
  line-height: 1.2;
  font-weight: var(--weight-strong);
}
li:first-child {
  font-weight: var(--weight-strong);
}
</style>
