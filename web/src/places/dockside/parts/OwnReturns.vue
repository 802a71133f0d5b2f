<script setup lang="ts">
import { computed, onMounted, shallowRef } from 'vue'
import { type Schemas } from '@/api/client'
import { water } from '@/api/water'
import { t } from '@/words/dockside'

/** What became of the member's own fish, beside the whole cooperative's. */
type Answer = Schemas['WaterAnswers']['answers'][number]
const own = shallowRef<Answer[]>([])
const all = shallowRef<Answer[]>([])
onMounted(async () => {
  try {
    const [mine, whole] = await Promise.all([
      water.answers('handling', { mine: 'yes' }),
      water.answers('handling', {}),
    ])
    own.value = mine.answers
    all.value = whole.answers
  } catch {
    // The page is whole without it.
  }
})
const words = (answers: Answer[]) => {
  const answer = answers.find((answer) => answer.key === 'returns')
  return answer?.sentence ?? answer?.missing ?? ''
}
const isThere = computed(() => own.value.length > 0)
</script>

<template>
  <section v-if="isThere" aria-labelledby="own-returns">
    <h2 id="own-returns">{{ t('dockside.ownReturns.wereTheyRecaptured') }}</h2>
    <dl>
      <dt>{{ t('dockside.ownReturns.yourFish') }}</dt>
      <dd>{{ words(own) }}</dd>
      <dt>{{ t('dockside.ownReturns.allFish') }}</dt>
      <dd>{{ words(all) }}</dd>
    </dl>
    <RouterLink to="/water?mine=yes">{{ t('dockside.ownReturns.whatYourOwnFishShow') }}</RouterLink>
  </section>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 4px var(--gap-3);
  margin: 0 0 var(--gap-2);
}
</style>
