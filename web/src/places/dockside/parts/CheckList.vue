<script setup lang="ts">
import { computed, ref } from 'vue'
import { timeText } from '@/format/units'
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
    <h2 id="checks">Checks</h2>
    <p v-if="!here.held.length && !here.doubts.length" class="soft">
      Nothing is held back, nothing is in doubt.
    </p>
    <p v-for="record in here.held" :key="record.id" class="held">
      <b>Held back.</b> {{ record.message }}
      <RouterLink :to="record.source === 'paper' ? '/dockside/sheet' : '/deck'">{{
        record.source === 'paper' ? 'Mend its row on the sheet' : "Mend it on the Deck's list"
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
          Change it
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
      <summary>{{ here.corrections.length }} corrected after submitting</summary>
      <p v-for="(correction, place) in here.corrections" :key="place" class="soft">
        {{ fishOf(correction.encounter_id)?.text }}: {{ correction.reason }} ({{ correction.by }})
      </p>
    </details>
    <template v-if="trip.isSubmitted.value">
      <p><b>Submitted.</b> A change from here on is written on top, with its reason.</p>
      <label class="reason"
        >Reason for a change
        <input v-model="reason" maxlength="500" placeholder="What was found out, and how"
      /></label>
    </template>
    <template v-else>
      <el-popconfirm
        v-if="left"
        :title="
          `${left} gap${left > 1 ? 's' : ''} would be locked, and from then on need a reason. ` +
          'Submit all the same?'
        "
        confirm-button-text="Submit with gaps"
        cancel-button-text="Fill them first"
        width="280"
        @confirm="trip.submit"
      >
        <template #reference
          ><el-button class="oilskin submit" size="large" :loading="trip.act.busy.value"
            >Submit this trip</el-button
          ></template
        >
      </el-popconfirm>
      <el-button
        v-else
        class="oilskin submit"
        size="large"
        :loading="trip.act.busy.value"
        :disabled="isBare"
        @click="trip.submit"
        >Submit this trip</el-button
      >
      <p class="soft">
        {{
          left
            ? `${left} gaps stay open when you submit now; they can only be filled with a reason afterwards.`
            : isBare
              ? 'Nothing to hand in yet. If there was no fish, say how long you fished.'
              : 'Doubts go to the desk with it.'
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
