<script setup lang="ts">
import type { Trouble } from '@/api/refusal'
import TroubleNote from '@/parts/TroubleNote.vue'
import type { Answer } from '@/practice/practice'
import { t } from '@/words/practice'

/** What all exercises share: the task in one line, the scene, the answer with its reasons, another. */
defineProps<{
  title: string
  asks: string
  answer: Answer | null
  trouble: Trouble | null
  /** The technique card that teaches it. */
  card?: string
}>()
const emit = defineEmits<{ next: [] }>()
</script>

<template>
  <div class="page exercise stack">
    <p>
      <RouterLink to="/practice">{{ t('practice.exerciseFrame.practice') }}</RouterLink>
    </p>
    <header>
      <h1>{{ title }}</h1>
      <p class="soft">
        {{ asks }}
        <RouterLink v-if="card" :to="`/practice/cards/${card}`">{{
          t('practice.exerciseFrame.howItIsDone')
        }}</RouterLink>
      </p>
    </header>
    <TroubleNote :trouble="trouble" />
    <slot />
    <section v-if="answer" class="answer" aria-live="polite" data-testid="answer">
      <p>
        <b class="figures marks">{{ answer.marks }}</b> {{ t('practice.exerciseFrame.ofHundred') }}
      </p>
      <ul>
        <li v-for="part in answer.parts" :key="part.name + part.says">
          <b>{{ part.name }}</b>
          <span v-if="part.marks !== answer.marks || answer.parts.length > 1" class="figures">{{
            ' ' + part.marks
          }}</span>
          <br />{{ part.says }}
        </li>
      </ul>
      <el-button type="primary" size="large" @click="emit('next')">{{
        t('practice.exerciseFrame.another')
      }}</el-button>
    </section>
  </div>
</template>

<style scoped>
.answer {
  border-left: 5px solid var(--kelp);
  background: var(--sheet);
  padding: var(--gap-3) var(--gap-4);
  display: grid;
  gap: var(--gap-2);
  justify-items: start;
}
.marks {
  font-size: 34px;
}
ul {
  list-style: none;
  padding: 0;
  display: grid;
  gap: var(--gap-2);
}
</style>
