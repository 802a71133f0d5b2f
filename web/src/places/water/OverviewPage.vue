<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { type Schemas } from '@/api/client'
import { water, type WaterTopic } from '@/api/water'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/water'
import FilterBar from './parts/FilterBar.vue'
import WaterNav from './parts/WaterNav.vue'
import { TOPICS } from './topics'
import { inAddress, useWaterFilter } from './useWaterFilter'

/** What matters most now, a sentence a topic, and what is not known yet. */
const { filter } = useWaterFilter()
const answers = ref<Partial<Record<WaterTopic, Schemas['WaterAnswers']>>>({})
const { busy, refusal, run } = useAct()
const topics = Object.keys(TOPICS) as WaterTopic[]
let asked = 0

async function load() {
  const mine = ++asked
  answers.value = {}
  await run(async () => {
    for (const topic of topics) {
      const answer = await water.answers(topic, filter.value)
      if (mine !== asked) return
      answers.value = { ...answers.value, [topic]: answer }
    }
  })
}
onMounted(load)
watch(filter, load)

const paper = computed(
  () => `/api/water/season.pdf?${new URLSearchParams(inAddress(filter.value))}`,
)
const lines = computed(() =>
  topics.flatMap((topic) => {
    const best = answers.value[topic]?.answers.find((answer) => answer.sentence)
    return best ? [{ topic, title: best.title, sentence: best.sentence! }] : []
  }),
)
const unknown = computed(() =>
  topics.flatMap((topic) =>
    (answers.value[topic]?.answers ?? [])
      .filter((answer) => !answer.sentence)
      .map((answer) => ({ topic, title: answer.title, missing: answer.missing ?? '' })),
  ),
)
</script>

<template>
  <div class="page breadth overview stack">
    <WaterNav />
    <header>
      <h1>{{ t('water.overview.whatWeHaveLearned') }}</h1>
      <p class="soft">
        {{ t('water.overview.lead') }}
      </p>
    </header>
    <FilterBar />
    <p>
      <a :href="paper" target="_blank" rel="noopener">{{
        t('water.overview.seasonReportToPrintPdf')
      }}</a>
    </p>
    <TroubleNote :trouble="refusal" />
    <p v-if="busy && !lines.length" role="status" class="soft">
      {{ t('water.overview.calculating') }}
    </p>
    <ul class="lines bare" :aria-busy="busy">
      <li v-for="line in lines" :key="line.topic">
        <RouterLink :to="{ path: `/water/${line.topic}`, query: $route.query }">{{
          TOPICS[line.topic].asks
        }}</RouterLink>
        <p>{{ line.sentence }}</p>
      </li>
    </ul>
    <section v-if="unknown.length">
      <h2>{{ t('water.overview.notKnownYet') }}</h2>
      <ul class="unknown bare">
        <li v-for="topic in unknown" :key="topic.topic + topic.title">
          <b>{{ topic.title }}.</b> {{ topic.missing }}
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.lines {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 400px), 1fr));
  gap: var(--gap-4);
}
.lines li {
  padding-left: var(--gap-3);
  border-left: 4px solid var(--kelp);
}
.lines p {
  font-size: 19px;
  line-height: 1.4;
  margin: 4px 0 0;
}
.unknown li {
  padding: 6px 0;
  border-bottom: 1px solid var(--line);
}
</style>
