<script setup lang="ts">
import { onMounted, shallowRef, watch } from 'vue'
import { api, type Schemas, type WaterTopic } from '@/api/client'
import { useAct } from '@/api/useAct'
import { shortDateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import AnswerCard from './parts/AnswerCard.vue'
import FilterBar from './parts/FilterBar.vue'
import WaterNav from './parts/WaterNav.vue'
import { TOPICS } from './topics'
import { useWaterFilter } from './useWaterFilter'

/** What the tags taught of one topic. */
const props = defineProps<{ topic: WaterTopic }>()
const { filter } = useWaterFilter()
const found = shallowRef<Schemas['WaterAnswers'] | null>(null)
const { busy, refusal, run } = useAct()
let asked = 0

/** Of two that are on their way only the newer is shown. */
async function load() {
  const mine = ++asked
  await run(async () => {
    const told = await api.water(props.topic, filter.value)
    if (mine === asked) found.value = told
  })
}
const say = (key: string, holds: boolean, why: string) =>
  void run(async () => {
    await api.sayAssumption(key, { holds, why })
    found.value = await api.water(props.topic, filter.value)
  })
onMounted(load)
watch([() => props.topic, filter], load)
</script>

<template>
  <div class="page wide water-page">
    <WaterNav />
    <header>
      <h1>{{ TOPICS[topic].title }}</h1>
      <p class="soft">{{ TOPICS[topic].asks }}</p>
    </header>
    <FilterBar />
    <TroubleNote :trouble="refusal" />
    <p v-if="!found && busy" role="status" class="soft">Working it out.</p>
    <template v-if="found && found.topic === topic">
      <p class="soft" role="status">
        Worked out {{ shortDateText(found.made_at)
        }}<template v-if="found.stale"
          >; records have changed since, a new answer is on its way. Look again in a
          minute.</template
        >
      </p>
      <p v-if="!found.answers.length">
        Nothing to tell yet under this filter: no fish of it came back.
      </p>
      <div class="answers" :aria-busy="busy">
        <AnswerCard
          v-for="one in found.answers"
          :key="one.key + one.title"
          :answer="one"
          @say="say"
        />
      </div>
    </template>
  </div>
</template>

<style scoped>
.water-page {
  display: grid;
  gap: var(--gap-3);
  align-content: start;
}
.answers {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 460px), 1fr));
  gap: var(--gap-4);
}
</style>
