<script setup lang="ts">
import { onBeforeUnmount, onMounted, shallowRef, watch } from 'vue'
import { type Schemas } from '@/api/client'
import { water, type WaterTopic } from '@/api/water'
import { useAct } from '@/api/useAct'
import { shortDateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/water'
import AnswerCard from './parts/AnswerCard.vue'
import ExploitationForm from './parts/ExploitationForm.vue'
import FilterBar from './parts/FilterBar.vue'
import RecomputeLine from './parts/RecomputeLine.vue'
import WaterNav from './parts/WaterNav.vue'
import { TOPICS } from './topics'
import { useWaterFilter } from './useWaterFilter'

/** What the tags taught of one topic. */
const props = defineProps<{ topic: WaterTopic }>()
const { filter } = useWaterFilter()
const answers = shallowRef<Schemas['WaterAnswers'] | null>(null)
const { busy, refusal, run, read } = useAct()
let again: number | undefined
/** A new answer is on its way: it is looked for by itself, the more often while it is worked out. */
const LOOK_AGAIN_MS = 10_000
const LOOK_ON_MS = 2_000
onBeforeUnmount(() => clearTimeout(again))

const load = () =>
  read(
    () => water.answers(props.topic, filter.value),
    (answer) => {
      answers.value = answer
      clearTimeout(again)
      const isRunning = answer.recompute && !answer.recompute.stopped
      if (answer.stale) again = window.setTimeout(load, isRunning ? LOOK_ON_MS : LOOK_AGAIN_MS)
    },
  )
const make = (act: typeof water.recompute) =>
  void run(async () => {
    await act(props.topic, filter.value)
    await load()
  })
const say = (key: string, holds: boolean, why: string) =>
  void run(async () => {
    await water.sayAssumption(key, { holds, why })
    answers.value = await water.answers(props.topic, filter.value)
  })
onMounted(load)
watch([() => props.topic, filter], load)
</script>

<template>
  <div class="page breadth water-page stack">
    <WaterNav />
    <header>
      <h1>{{ TOPICS[topic].title }}</h1>
      <p class="soft">{{ TOPICS[topic].asks }}</p>
    </header>
    <FilterBar />
    <TroubleNote :trouble="refusal" />
    <p v-if="!answers && busy" role="status" class="soft">{{ t('water.topic.calculating') }}</p>
    <template v-if="answers && answers.topic === topic">
      <p v-if="answers.made_at" class="soft" role="status">
        {{ t('water.topic.calculated', { made_at: shortDateText(answers.made_at) }) }}
      </p>
      <RecomputeLine
        v-if="answers.stale"
        :recompute="answers.recompute"
        :is-first="!answers.made_at"
        :busy="busy"
        @make="make(water.recompute)"
        @stop="make(water.stopRecompute)"
      />
      <p v-if="!answers.answers.length && answers.made_at">
        {{ t('water.topic.nothingToShowYetUnder') }}
      </p>
      <div class="answers" :aria-busy="busy">
        <AnswerCard
          v-for="answer in answers.answers"
          :key="answer.key + answer.title"
          :answer="answer"
          @say="say"
        />
        <ExploitationForm v-if="topic === 'tags' && answers.made_at" @say="say" />
      </div>
    </template>
  </div>
</template>

<style scoped>
.answers {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 460px), 1fr));
  gap: var(--gap-4);
}
</style>
