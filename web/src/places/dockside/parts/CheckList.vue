<script setup lang="ts">
import { computed } from 'vue'
import { timeText } from '@/format/units'
import type { TripState } from '../useTrip'

/** What holds a record back, and what the desk will ask about; then the trip is handed in. */
const { trip } = defineProps<{ trip: TripState }>()
const { reason } = trip
const here = computed(() => trip.dockside.value!)
const fishOf = (id: string) => {
  const fish = here.value.fish.find((one) => one.id === id)
  return fish ? `${timeText(fish.caught_at)} ${trip.nameOf(fish.species_code)}` : ''
}
const left = computed(() => here.value.left.length)
</script>

<template>
  <section aria-labelledby="checks">
    <h2 id="checks">Checks</h2>
    <p v-if="!here.held.length && !here.doubts.length" class="soft">Nothing is held back, nothing is in doubt.</p>
    <p v-for="one in here.held" :key="one.id" class="held"><b>Held back.</b> {{ one.message }} <RouterLink to="/deck">Mend it on the Deck's list</RouterLink></p>
    <p v-for="one in here.doubts" :key="`${one.encounter_id} ${one.code}`" class="doubt"><b>{{ fishOf(one.encounter_id) }}.</b> {{ one.sentence }}</p>
    <details v-if="here.corrections.length">
      <summary>{{ here.corrections.length }} corrected after submitting</summary>
      <p v-for="(one, place) in here.corrections" :key="place" class="soft">{{ fishOf(one.encounter_id) }}: {{ one.reason }} ({{ one.by }})</p>
    </details>
    <template v-if="trip.isSubmitted.value">
      <p><b>Submitted.</b> A change from here on is written on top, with its reason.</p>
      <label class="reason">Reason for a change <input v-model="reason" maxlength="500" placeholder="What was found out, and how" /></label>
    </template>
    <template v-else>
      <el-button class="oilskin submit" size="large" :loading="trip.act.busy.value" :disabled="!here.fish.length && !here.held.length" @click="trip.submit">Submit this trip</el-button>
      <p class="soft">{{ left ? `${left} gaps stay open when you submit now; they can only be filled with a reason afterwards.` : 'Doubts go to the desk with it.' }}</p>
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
