<script setup lang="ts">
import { computed, onMounted, shallowRef } from 'vue'
import type { Progress } from '@/api/practice'
import { trouble, type Trouble } from '@/api/refusal'
import { shortDateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { progress, trainer, waitingResults, type Scene } from '@/practice/practice'
import { t } from '@/words/practice'

/** What there is to practise, how far one is, and what is asked for. */
const EXERCISES = {
  place: t('practice.practice.placeTheTagInA'),
  measure: t('practice.practice.forkOrTailWhatIs'),
  read: t('practice.practice.readWornTagsAndUse'),
  judge: t('practice.practice.heatDepthHooksGoCare'),
  pack: t('practice.practice.aPlanAShedNinety'),
}
const own = shallowRef<Progress | null>(null)
const scenes = shallowRef<Scene[]>([])
const refusal = shallowRef<Trouble | null>(null)
const waiting = shallowRef(0)
onMounted(async () => {
  own.value = await progress()
  waiting.value = waitingResults()
  try {
    scenes.value = await trainer.scenes()
  } catch (thrown) {
    refusal.value = trouble(thrown)
  }
})
const skill = (key: string) => own.value?.skills.find((skill) => skill.skill === key)
const stands = (key: string) => {
  const entry = skill(key)
  if (!entry || entry.n === 0) return t('practice.practice.notTriedYet')
  if (entry.mean === null) return t('practice.practice.soFarThreeAreNeeded', { n: entry.n })
  return t('practice.practice.aboutOf100ToLast', {
    mean: entry.mean,
    low: entry.low,
    high: entry.high,
    n: entry.n,
  })
}
const due = (key: string) => {
  const entry = skill(key)
  if (!entry) return ''
  if (!entry.due_on) return ''
  return entry.is_due
    ? t('practice.practice.dueAgain')
    : t('practice.practice.againOn', { due_on: shortDateText(entry.due_on) })
}
const first = computed(() => own.value?.first ?? null)
const firstPath = computed(() =>
  first.value?.scene
    ? `/practice/scene/${first.value.scene}`
    : `/practice/${first.value?.exercise}`,
)
</script>

<template>
  <div class="page practice">
    <header>
      <h1>{{ t('practice.practice.practice') }}</h1>
      <p class="soft">
        {{ t('practice.practice.mistakesCostNothingHereThe') }}
      </p>
    </header>
    <TroubleNote :trouble="refusal" />
    <p v-if="waiting" role="status">
      {{ t('practice.practice.resultsWaitForASignal', { waiting }) }}
    </p>
    <p v-if="first" class="first">
      {{ first.because }}{{ ' '
      }}<RouterLink :to="firstPath">{{ t('practice.practice.practiseThisFirst') }}</RouterLink>
    </p>
    <section>
      <h2>{{ t('practice.practice.exercises') }}</h2>
      <ul class="cards">
        <li v-for="(says, key) in EXERCISES" :key="key">
          <RouterLink :to="`/practice/${key}`">{{ skill(key)?.title ?? key }}</RouterLink>
          <span>{{ says }}</span>
          <span class="soft"
            >{{ stands(key) }} <b v-if="due(key)">{{ due(key) }}</b></span
          >
        </li>
        <li>
          <RouterLink to="/practice/cards">{{ t('practice.practice.techniqueCards') }}</RouterLink>
          <span>{{ t('practice.practice.eachActStepByStep') }}</span>
        </li>
      </ul>
    </section>
    <section>
      <h2>{{ t('practice.practice.fishOnTheClock') }}</h2>
      <p class="soft">{{ stands('handle') }} {{ due('handle') }}</p>
      <ul class="cards">
        <li v-for="listed in scenes" :key="listed.key">
          <RouterLink :to="`/practice/scene/${listed.key}`">{{ listed.title }}</RouterLink>
          <span>{{ listed.says }}</span>
        </li>
      </ul>
    </section>
    <section v-if="own">
      <h2>{{ t('practice.practice.trainingItems') }}</h2>
      <ul class="items">
        <li v-for="item in own.items" :key="item.key">
          <b>{{
            item.signed
              ? t('practice.practice.signedOff')
              : item.met
                ? t('practice.practice.met')
                : t('practice.practice.open')
          }}</b>
          {{ item.title }}
          <span v-if="item.signed" class="soft"
            >{{ item.signed.by }}, {{ shortDateText(item.signed.signed_at) }}:
            {{ item.signed.note }}</span
          >
          <span v-else-if="item.met" class="soft">{{
            t('practice.practice.aCoordinatorSignsThisOff')
          }}</span>
        </li>
      </ul>
      <p class="soft">
        {{ t('practice.practice.estimatedFromYourOwnLast') }}
      </p>
    </section>
  </div>
</template>

<style scoped>
.practice {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--gap-4);
  align-content: start;
}
.first {
  border-left: 5px solid var(--oilskin);
  padding: var(--gap-2) var(--gap-3);
  background: var(--sheet);
}
.cards {
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
  gap: var(--gap-3);
}
.cards li {
  display: grid;
  gap: 2px;
  align-content: start;
  padding: var(--gap-3);
  background: var(--sheet);
  border: 1px solid var(--line);
  border-left: 5px solid var(--sea-deep);
  border-radius: 0 var(--round) var(--round) 0;
}
.cards a {
  font-weight: var(--weight-strong);
  min-height: 32px;
}
.items {
  list-style: none;
  padding: 0;
}
</style>
