<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { water } from '@/api/water'
import DayField from '@/parts/DayField.vue'
import { useSessionStore } from '@/stores/session'
import { HOOK_TYPE } from '@/words/dockside'
import { LENGTH_HOW } from '@/words/fish'
import { useWaterFilter } from '../useWaterFilter'
import FilterSelect from './FilterSelect.vue'

/** One filter for every answer: species, water, days of the release, gear, own fish. */
const { filter, set, clear } = useWaterFilter()
const choices = shallowRef<Awaited<ReturnType<typeof water.choices>> | null>(null)
const isFiltered = computed(() => Object.keys(filter.value).length > 0)
const session = useSessionStore()
/** Finer filters would tell one fish from the others; the server widens them. */
const isOfOthers = computed(
  () => filter.value.mine !== 'yes' && session.member?.role !== 'coordinator',
)
const isWhole = computed(() => {
  const { from, to, from_mm, to_mm, area } = filter.value
  const isNarrow = [from, to, from_mm, to_mm, area].some((part) => part !== undefined)
  return isNarrow && isOfOthers.value
})
/** On a phone it is shut until it is asked for. */
const isOpen = ref(false)
onMounted(async () => {
  choices.value = await water.choices()
})
const MM = computed(() => (session.units === 'imperial' ? 25.4 : 10))
const LENGTHS = computed(() => {
  const unit = session.units === 'imperial' ? 'in' : 'cm'
  return [
    { name: 'from_mm' as const, label: `From ${unit}`, aria: `Length at tagging from, ${unit}` },
    { name: 'to_mm' as const, label: `to ${unit}`, aria: `Length at tagging to, ${unit}` },
  ]
})
const inLength = (mm?: number) => (mm ? Math.round(mm / MM.value) : '')
function setLength(field: 'from_mm' | 'to_mm', event: Event) {
  const value = (event.target as HTMLInputElement).valueAsNumber
  set(field, Number.isNaN(value) ? null : Math.round(value * MM.value))
}
const PLACES = computed(() => [
  { name: 'species' as const, label: 'Species', options: choices.value?.species ?? [] },
  { name: 'water' as const, label: 'Water', options: choices.value?.waters ?? [] },
])
const taggers = computed(() =>
  (choices.value?.taggers ?? []).map(({ id, name }) => ({ code: id, name })),
)
const listed = (words: Record<string, string>) =>
  Object.entries(words).map(([code, name]) => ({ code, name }))
const MEASURED = { name: 'how' as const, label: 'Measured by', options: listed(LENGTH_HOW) }
const HOOK = { name: 'hook' as const, label: 'Hook', options: listed(HOOK_TYPE) }
/** How other members' fish were hooked is theirs to tell; a filter in an address is still shown. */
const TAKEN = computed(() =>
  isOfOthers.value && !filter.value.hook ? [MEASURED] : [MEASURED, HOOK],
)
</script>

<template>
  <button
    type="button"
    class="quiet shut"
    :aria-expanded="isOpen"
    aria-controls="water-filter"
    @click="isOpen = !isOpen"
  >
    {{ isFiltered ? 'Filtered' : 'Filter' }}
  </button>
  <form
    id="water-filter"
    class="filter"
    :class="{ open: isOpen }"
    aria-label="Filter"
    @submit.prevent
  >
    <FilterSelect
      v-for="place in PLACES"
      :key="place.name"
      v-bind="place"
      :model-value="filter[place.name] ?? null"
      @update:model-value="set(place.name, $event)"
    />
    <label>
      Tagged from
      <DayField
        label="Tagged from"
        name="from"
        :model-value="filter.from ?? ''"
        @update:model-value="set('from', $event ?? null)"
      />
    </label>
    <label>
      to
      <DayField
        label="Tagged to"
        name="to"
        :model-value="filter.to ?? ''"
        @update:model-value="set('to', $event ?? null)"
      />
    </label>
    <FilterSelect
      v-if="taggers.length"
      label="Tagged by"
      name="tagger"
      :options="taggers"
      :model-value="filter.tagger ?? null"
      @update:model-value="set('tagger', $event)"
    />
    <label v-for="field in LENGTHS" :key="field.name">
      {{ field.label }}
      <input
        class="field length"
        type="number"
        inputmode="numeric"
        min="1"
        max="2000"
        :aria-label="field.aria"
        :name="field.name"
        :value="inLength(filter[field.name])"
        @change="setLength(field.name, $event)"
      />
    </label>
    <FilterSelect
      v-for="taken in TAKEN"
      :key="taken.name"
      v-bind="taken"
      :model-value="filter[taken.name] ?? null"
      @update:model-value="set(taken.name, $event)"
    />
    <label class="tick">
      <input
        type="checkbox"
        :checked="filter.mine === 'yes'"
        @change="set('mine', ($event.target as HTMLInputElement).checked ? 'yes' : null)"
      />
      My own fish
    </label>
    <p v-if="filter.area" class="area">
      Only an area of the map.
      <button type="button" class="link" @click="set('area', null)">All of it</button>
    </p>
    <p v-if="isWhole" class="soft whole">
      For other members’ fish a filter takes whole months, 5 cm of length and 5 km cells; handling
      and effort are told by species, water and whole years.
    </p>
    <button v-if="isFiltered" type="button" class="link" @click="clear">Take the filter off</button>
  </form>
</template>

<style scoped>
.filter {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2) var(--gap-3);
  align-items: end;
}
.filter label {
  display: grid;
  gap: 2px;
}
.filter .length {
  width: 5em;
}
.filter :deep(.el-date-editor.day-field) {
  width: 10em;
}
.filter .area,
.filter .whole {
  margin: 0;
  align-self: center;
}
.filter .tick {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
}
.shut {
  display: none;
}
@media (max-width: 600px) {
  .shut {
    display: inline-block;
    justify-self: start;
  }
  .filter:not(.open) {
    display: none;
  }
  .filter {
    display: grid;
    grid-template-columns: 1fr 1fr;
  }
  .filter label {
    min-width: 0;
  }
  .filter :deep(.el-date-editor.day-field) {
    min-width: 0;
  }
  .filter select {
    width: 100%;
  }
}
</style>
