<script setup lang="ts">
import { computed, ref } from 'vue'
import TagStreamer from '@/parts/TagStreamer.vue'
import type { TripState } from '../useTrip'

/** Whether the trip's tags add up; each number that does not has its answers beside it. */
const { trip } = defineProps<{ trip: TripState }>()
const sum = computed(() => trip.dockside.value!.tags)
const counts = computed(() => [
  `${sum.value.applied} in fish`,
  ...(sum.value.spoiled ? [`${sum.value.spoiled} spoiled`] : []),
  ...(sum.value.lost ? [`${sum.value.lost} lost`] : []),
  `${sum.value.left} in the pouch`,
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
    <h2 id="sum">Tags</h2>
    <p class="tabular">{{ counts.join(', ') }}. <b v-if="adds">They add up.</b></p>
    <div v-for="gap in sum.gaps" :key="gap.number" class="odd">
      <TagStreamer :number="gap.number" spent />
      <span>was passed over between {{ gap.before }} and {{ gap.after }}.</span>
      <span class="answers">
        <button type="button" @click="trip.settleTag(gap.number, 'in_pouch')">I have it</button>
        <button type="button" @click="trip.settleTag(gap.number, 'spoiled')">spoiled</button>
        <button type="button" @click="trip.settleTag(gap.number, 'lost')">lost</button>
      </span>
    </div>
    <p v-if="sum.gaps.length > 1" class="answers">
      All {{ sum.gaps.length }}:
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
        I have them
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
        lost
      </button>
    </p>
    <form class="answers" @submit.prevent="foundAgain">
      <label
        >A lost tag turned up:
        <input
          v-model="seenNumber"
          class="field"
          maxlength="20"
          autocapitalize="characters"
          data-testid="found"
      /></label>
      <button type="submit" :disabled="!seenNumber.trim()">Found again</button>
    </form>
    <div v-for="double in sum.doubles" :key="double.number" class="odd">
      <TagStreamer :number="double.number" />
      <span
        >stands on {{ double.encounter_ids.length }} fish of this trip. Either it was caught twice,
        or one is misread.</span
      >
      <span class="answers"
        ><button type="button" @click="trip.settleTag(double.number, 'caught_twice')">
          Caught twice</button
        >{{ ' ' }} <RouterLink to="/deck">Mend it on the Deck's list</RouterLink></span
      >
    </div>
    <div v-for="tag in sum.foreign" :key="tag.number" class="odd">
      <TagStreamer :number="tag.number" />
      <span>was issued to {{ tag.owner }}.</span>
      <span class="answers"
        ><button type="button" @click="trip.settleTag(tag.number, 'from_pouch_of_owner')">
          It came from their pouch
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
