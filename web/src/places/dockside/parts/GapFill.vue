<script lang="ts">
/** What can be filled or changed here. */
export const FILLED = ['length', 'place', 'air', 'hook_place', 'bleeding', 'outcome', 'tare', 'weight', 'species', 'fate']
</script>

<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import ChipRow from '@/parts/ChipRow.vue'
import WaterMap from '@/parts/WaterMap.vue'
import type { PickedPlace } from '@/parts/mapTypes'
import { useSessionStore } from '@/stores/session'
import { HOOK_PLACE, LENGTH_HOW, OUTCOME } from '@/words/fish'
import { BLEEDING } from '@/words/dockside'
import type { DockFish } from '../useTrip'

/** Fills one gap, or changes one doubtful thing, where it stands. */
const props = defineProps<{ field: string; fish: DockFish; species: Schemas['SpeciesName'][]; spot: PickedPlace | null }>()
const emit = defineEmits<{ fill: [changes: Schemas['EncounterChanges']] }>()
const session = useSessionStore()
const typed = ref('')
const how = ref<'board' | 'tape' | 'ruler' | 'estimate'>('board')
const picked = ref<PickedPlace | null>(null)
const unit = computed(() => (session.units === 'imperial' ? ('in' as const) : ('cm' as const)))
const lengthKind = computed(() => props.species.find((one) => one.code === props.fish.species_code)?.length_kind ?? 'FL')
const number = computed(() => Number(typed.value.replace(',', '.')))
const sound = computed(() => typed.value.trim() !== '' && number.value > 0)
const HOWS = Object.fromEntries(Object.entries(LENGTH_HOW).filter(([key]) => key !== 'photo'))
const FATE = { released: 'let go', kept: 'kept' }
/** Fields that take one number: what it is, and its unit. */
const numbers = computed<Record<string, { label: string; unit: string; changes: () => Schemas['EncounterChanges'] }>>(() => ({
  length: { label: `Length in ${unit.value}`, unit: `${unit.value} ${lengthKind.value}`, changes: () => ({ length: { value: number.value, unit: unit.value, kind: lengthKind.value, how: how.value } }) },
  air: { label: 'Seconds in the air', unit: 's', changes: () => ({ air_seconds: number.value }) },
  tare: { label: 'Weight of the wet sling in grams', unit: 'g', changes: () => ({ tare_g: Math.round(number.value) }) },
  weight: { label: 'Weight of the fish in grams', unit: 'g', changes: () => ({ weight_g: Math.round(number.value) }) },
}))
const asked = computed(() => numbers.value[props.field])
const put = () => sound.value && emit('fill', asked.value!.changes())
</script>

<template>
  <form v-if="asked" class="typed" @submit.prevent="put">
    <input v-model="typed" inputmode="decimal" maxlength="7" :aria-label="asked.label" :data-fill="field" />
    <span>{{ asked.unit }}</span>
    <select v-if="field === 'length'" v-model="how" aria-label="Measured by">
      <option v-for="(text, key) in HOWS" :key="key" :value="key">{{ text }}</option>
    </select>
    <button type="submit" :disabled="!sound">Fill in</button>
  </form>
  <ChipRow v-else-if="field === 'hook_place'" label="Hook sat in" :options="HOOK_PLACE" :chosen="null" @one="$event && emit('fill', { hook_place: $event as never })" />
  <ChipRow v-else-if="field === 'bleeding'" label="Blood" :options="BLEEDING" :chosen="null" @one="$event && emit('fill', { bleeding: $event as never })" />
  <ChipRow v-else-if="field === 'outcome'" label="It" :options="OUTCOME" :chosen="null" @one="$event && emit('fill', { outcome: $event as never })" />
  <ChipRow v-else-if="field === 'fate'" label="It was" :options="FATE" :chosen="fish.fate" @one="$event && emit('fill', { fate: $event as never })" />
  <label v-else-if="field === 'species'" class="typed">It is a
    <select :value="fish.species_code" @change="emit('fill', { species_code: ($event.target as HTMLSelectElement).value })"><option v-for="one in species" :key="one.code" :value="one.code">{{ one.common_name }}</option></select>
  </label>
  <div v-else class="place">
    <WaterMap v-model:picked="picked" class="map" pickable label="Touch where this fish was caught" />
    <div class="typed">
      <button type="button" :disabled="!picked" @click="emit('fill', { place: { ...picked! }, place_how: 'map' })">Take the mark</button>
      <button v-if="spot" type="button" @click="emit('fill', { place: { ...spot }, place_how: 'map' })">It was at the spot itself</button>
    </div>
  </div>
</template>

<style scoped>
.typed {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.typed input {
  width: 92px;
}
.typed input,
.typed select,
.typed button {
  min-height: 40px;
  padding: 0 10px;
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  color: var(--ink);
  font-size: 16px;
}
.typed button {
  cursor: pointer;
}
.typed button:disabled {
  color: var(--ink-soft);
  cursor: default;
}
.map {
  height: 240px;
  margin-bottom: 6px;
}
</style>
