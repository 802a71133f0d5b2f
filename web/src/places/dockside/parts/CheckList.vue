<script setup lang="ts">
import { computed, ref } from 'vue'
import { timeText } from '@/format/units'
import { t } from '@/words/dockside'
import type { TripState } from '../useTrip'
import GapFill, { FILLED } from './GapFill.vue'

/** What holds a record back, and what the desk will ask about; then the trip is handed in. */
const { trip, spot } = defineProps<{
  trip: TripState
  spot: { lat_deg: number; lon_deg: number } | null
}>()
const { fill, reason } = trip
const here = computed(() => trip.dockside.value!)
const fishOf = (id: string) => {
  const fish = here.value.fish.find((dockFish) => dockFish.id === id)
  return fish && { fish, text: `${timeText(fish.caught_at)} ${trip.nameOf(fish.species_code)}` }
}
const open = ref<string | null>(null)
const left = computed(() => here.value.left.length)
/** Neither a fish nor the hours of a day without one. */
const isBare = computed(
  () => !here.value.fish.length && !here.value.held.length && !here.value.trip.rods,
)
</script>

<template>
  <section aria-labelledby="checks">
    <h2 id="checks">{{ t('dockside.checkList.checks') }}</h2>
    <p v-if="!here.held.length && !here.doubts.length" class="soft">
      {{ t('dockside.checkList.allRecordsAreAcceptedNo') }}
    </p>
    <p v-for="record in here.held" :key="record.id" class="held">
      <b>{{ t('dockside.checkList.notAcceptedYet') }}</b> {{ record.message }}
      <RouterLink :to="record.source === 'paper' ? '/dockside/sheet' : '/deck'">{{
        record.source === 'paper'
          ? t('dockside.checkList.fixItsRowOnThe')
          : t('dockside.checkList.fixItInTheList')
      }}</RouterLink>
    </p>
    <div v-for="doubt in here.doubts" :key="`${doubt.encounter_id} ${doubt.code}`" class="doubt">
      <b>{{ fishOf(doubt.encounter_id)?.text }}.</b> {{ doubt.sentence }}
      <template v-if="doubt.fix && FILLED.includes(doubt.fix)">
        <button
          type="button"
          class="link"
          :aria-expanded="open === `${doubt.encounter_id} ${doubt.code}`"
          @click="
            open =
              open === `${doubt.encounter_id} ${doubt.code}`
                ? null
                : `${doubt.encounter_id} ${doubt.code}`
          "
        >
          {{ t('dockside.checkList.correct') }}
        </button>
        <GapFill
          v-if="open === `${doubt.encounter_id} ${doubt.code}`"
          :field="doubt.fix"
          :fish="fishOf(doubt.encounter_id)!.fish"
          :species="trip.species.value"
          :spot="spot"
          @fill="fill(doubt.encounter_id, $event)"
        />
      </template>
    </div>
    <details v-if="here.corrections.length">
      <summary>
        {{
          t('dockside.checkList.correctedAfterSubmitting', { corrections: here.corrections.length })
        }}
      </summary>
      <p v-for="(correction, place) in here.corrections" :key="place" class="soft">
        {{ fishOf(correction.encounter_id)?.text }}: {{ correction.reason }} ({{ correction.by }})
      </p>
    </details>
    <template v-if="trip.isSubmitted.value">
      <p>
        <b>{{ t('dockside.checkList.submitted') }}</b>
        {{ t('dockside.checkList.laterChangesAreSavedAs') }}
      </p>
      <label class="reason"
        >{{ t('dockside.checkList.reasonForTheCorrection') }}
        <input
          v-model="reason"
          maxlength="500"
          :placeholder="t('dockside.checkList.whatYouFoundOutAnd')"
      /></label>
    </template>
    <template v-else>
      <el-popconfirm
        v-if="left"
        :title="t('dockside.checkList.gapsWouldBeLocked', left)"
        :confirm-button-text="t('dockside.checkList.submitWithGaps')"
        :cancel-button-text="t('dockside.checkList.fillGapsFirst')"
        width="280"
        @confirm="trip.submit"
      >
        <template #reference
          ><el-button class="oilskin submit" size="large" :loading="trip.act.busy.value">{{
            t('dockside.checkList.submitThisTrip')
          }}</el-button></template
        >
      </el-popconfirm>
      <el-button
        v-else
        class="oilskin submit"
        size="large"
        :loading="trip.act.busy.value"
        :disabled="isBare"
        @click="trip.submit"
        >{{ t('dockside.checkList.submitThisTrip') }}</el-button
      >
      <p class="soft">
        {{
          left
            ? t('dockside.checkList.gapsAreStillOpenAfter', { left })
            : isBare
              ? t('dockside.checkList.nothingToSubmitYetIf')
              : t('dockside.checkList.openQueriesGoToThe')
        }}
      </p>
    </template>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 6px;
  justify-items: start;
}
.held,
.doubt {
  padding-left: var(--gap-2);
  border-left: 4px solid var(--oilskin-deep);
  line-height: 1.3;
}
.held {
  border-color: var(--rust);
}
.submit {
  min-width: 220px;
}
.reason {
  width: 100%;
  display: grid;
}
.reason input {
  min-height: 40px;
  padding: 0 10px;
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  color: var(--ink);
  font-size: 16px;
}
</style>
