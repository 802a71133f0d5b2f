<script setup lang="ts">
import { computed, ref } from 'vue'
import TagStreamer from '@/parts/TagStreamer.vue'
import { t } from '@/words/dockside'
import type { TripState } from '../useTrip'

/** Whether the trip's tags add up; each number that does not has its answers beside it. */
const { trip } = defineProps<{ trip: TripState }>()
const sum = computed(() => trip.dockside.value!.tags)
const counts = computed(() => [
  t('dockside.tagSum.inFish', { applied: sum.value.applied }),
  ...(sum.value.spoiled ? [t('dockside.tagSum.damaged', { spoiled: sum.value.spoiled })] : []),
  ...(sum.value.lost ? [t('dockside.tagSum.lost', { lost: sum.value.lost })] : []),
  t('dockside.tagSum.inThePouch', { left: sum.value.left }),
])
const seenNumber = ref('')
async function foundAgain() {
  if (await trip.settleTag(seenNumber.value.trim().toUpperCase(), 'found')) seenNumber.value = ''
}
const adds = computed(
  () => !sum.value.gaps.length && !sum.value.doubles.length && !sum.value.foreign.length,
)
</script>

<template>
  <section aria-labelledby="sum">
    <h2 id="sum">{{ t('dockside.tagSum.tags') }}</h2>
    <p class="tabular">
      {{ counts.join(', ') }}. <b v-if="adds">{{ t('dockside.tagSum.theCountIsRight') }}</b>
    </p>
    <div v-for="gap in sum.gaps" :key="gap.number" class="odd">
      <TagStreamer :number="gap.number" spent />
      <span>{{
        t('dockside.tagSum.isMissingBetweenAnd', { before: gap.before, after: gap.after })
      }}</span>
      <span class="answers">
        <button type="button" @click="trip.settleTag(gap.number, 'in_pouch')">
          {{ t('dockside.tagSum.iHaveIt') }}
        </button>
        <button type="button" @click="trip.settleTag(gap.number, 'spoiled')">
          {{ t('dockside.tagSum.markDamaged') }}
        </button>
        <button type="button" @click="trip.settleTag(gap.number, 'lost')">
          {{ t('dockside.tagSum.markLost') }}
        </button>
      </span>
    </div>
    <p v-if="sum.gaps.length > 1" class="answers">
      {{ t('dockside.tagSum.all', { gaps: sum.gaps.length }) }}
      <button
        type="button"
        data-testid="have-all"
        @click="
          trip.settleTags(
            sum.gaps.map((gap) => gap.number),
            'in_pouch',
          )
        "
      >
        {{ t('dockside.tagSum.iHaveThem') }}
      </button>
      <button
        type="button"
        @click="
          trip.settleTags(
            sum.gaps.map((gap) => gap.number),
            'lost',
          )
        "
      >
        {{ t('dockside.tagSum.markLost') }}
      </button>
    </p>
    <form class="answers" @submit.prevent="foundAgain">
      <label
        >{{ t('dockside.tagSum.aLostTagTurnedUp') }}
        <input
          v-model="seenNumber"
          class="field"
          maxlength="20"
          autocapitalize="characters"
          data-testid="found"
      /></label>
      <button type="submit" :disabled="!seenNumber.trim()">
        {{ t('dockside.tagSum.iFoundIt') }}
      </button>
    </form>
    <div v-for="double in sum.doubles" :key="double.number" class="odd">
      <TagStreamer :number="double.number" />
      <span>{{
        t('dockside.tagSum.isRecordedOnFishOf', { encounter_ids: double.encounter_ids.length })
      }}</span>
      <span class="answers"
        ><button type="button" @click="trip.settleTag(double.number, 'caught_twice')">
          {{ t('dockside.tagSum.caughtTwice') }}</button
        >{{ ' ' }}
        <RouterLink to="/deck">{{ t('dockside.tagSum.fixItInTheList') }}</RouterLink></span
      >
    </div>
    <div v-for="tag in sum.foreign" :key="tag.number" class="odd">
      <TagStreamer :number="tag.number" />
      <span>{{ t('dockside.tagSum.wasIssuedTo', { owner: tag.owner }) }}</span>
      <span class="answers"
        ><button type="button" @click="trip.settleTag(tag.number, 'from_pouch_of_owner')">
          {{ t('dockside.tagSum.itCameFromTheirPouch') }}
        </button></span
      >
    </div>
  </section>
</template>

<style scoped>
.odd {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px var(--gap-2);
  padding: 6px 0 6px var(--gap-2);
  margin-top: 6px;
  border-left: 4px solid var(--rust);
}
.answers {
  display: flex;
  gap: 6px;
}
button {
  min-height: 36px;
  padding: 0 10px;
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  font-size: 15px;
  cursor: pointer;
}
</style>
