<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import ChipRow from '@/parts/ChipRow.vue'
import WaterMap from '@/parts/WaterMap.vue'
import type { PickedPlace } from '@/parts/mapTypes'
import { useSessionStore } from '@/stores/session'
import { HOOK_PLACE, LENGTH_HOW, OUTCOME } from '@/words/fish'
import { BLEEDING } from '@/words/dockside'
import type { DockFish, Left } from '../useTrip'

/** Fills one gap where it stands. */
const props = defineProps<{ gap: Left; fish: DockFish; lengthKind: string; spot: PickedPlace | null }>()
const emit = defineEmits<{ fill: [changes: Schemas['EncounterChanges']] }>()
const session = useSessionStore()
const typed = ref('')
const how = ref<'board' | 'tape' | 'ruler' | 'estimate'>('board')
const picked = ref<PickedPlace | null>(null)
const unit = computed(() => (session.units === 'imperial' ? ('in' as const) : ('cm' as const)))
const number = computed(() => Number(typed.value.replace(',', '.')))
const sound = computed(() => typed.value.trim() !== '' && number.value > 0)
const HOWS = Object.fromEntries(Object.entries(LENGTH_HOW).filter(([key]) => key !== 'photo'))

function put() {
  if (!sound.value) return
  if (props.gap.field === 'length') emit('fill', { length: { value: number.value, unit: unit.value, kind: props.lengthKind as never, how: how.value } })
  else if (props.gap.field === 'air') emit('fill', { air_seconds: number.value })
  else emit('fill', { tare_g: Math.round(number.value) })
}
</script>

<template>
  <form v-if="['length', 'air', 'tare'].includes(gap.field)" class="typed" @submit.prevent="put">
    <input v-model="typed" inputmode="decimal" maxlength="7" :aria-label="{ length: `Length in ${unit}`, air: 'Seconds in the air', tare: 'Weight of the wet sling in grams' }[gap.field as 'air']" :data-fill="gap.field" />
    <span>{{ { length: `${unit} ${lengthKind}`, air: 's', tare: 'g' }[gap.field as 'air'] }}</span>
    <select v-if="gap.field === 'length'" v-model="how" aria-label="Measured by">
      <option v-for="(text, key) in HOWS" :key="key" :value="key">{{ text }}</option>
    </select>
    <button type="submit" :disabled="!sound">Fill in</button>
  </form>
  <ChipRow v-else-if="gap.field === 'hook_place'" label="Hook sat in" :options="HOOK_PLACE" :chosen="null" @one="$event && emit('fill', { hook_place: $event as never })" />
  <ChipRow v-else-if="gap.field === 'bleeding'" label="Blood" :options="BLEEDING" :chosen="null" @one="$event && emit('fill', { bleeding: $event as never })" />
  <ChipRow v-else-if="gap.field === 'outcome'" label="It" :options="OUTCOME" :chosen="null" @one="$event && emit('fill', { outcome: $event as never })" />
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
