<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { water } from '@/api/water'
import { dateText, lengthText, lengthUnit, mmPerUnit } from '@/format/units'
import DayField from '@/parts/DayField.vue'
import { useSessionStore } from '@/stores/session'
import { HOOK_TYPE, LENGTH_HOW, ORIGIN, SEX, SPAWNING } from '@/words/fish'
import { t } from '@/words/water'
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
const isOpen = ref(false)
onMounted(async () => {
  choices.value = await water.choices()
})
const MM = computed(() => mmPerUnit(session.units))
const LENGTHS = computed(() => {
  const unit = lengthUnit(session.units)
  return [
    {
      name: 'from_mm' as const,
      label: t('water.filterBar.from', { unit }),
      aria: t('water.filterBar.lengthAtTaggingFrom', { unit }),
    },
    {
      name: 'to_mm' as const,
      label: t('water.filterBar.to', { unit }),
      aria: t('water.filterBar.lengthAtTaggingTo', { unit }),
    },
  ]
})
const inLength = (mm?: number) => (mm ? Math.round(mm / MM.value) : '')
function setLength(field: 'from_mm' | 'to_mm', event: Event) {
  const value = (event.target as HTMLInputElement).valueAsNumber
  set(field, Number.isNaN(value) ? null : Math.round(value * MM.value))
}
const PLACES = computed(() => [
  {
    name: 'species' as const,
    label: t('water.filterBar.species'),
    options: choices.value?.species ?? [],
  },
  {
    name: 'water' as const,
    label: t('water.filterBar.water'),
    options: choices.value?.waters ?? [],
  },
])
const taggers = computed(() =>
  (choices.value?.taggers ?? []).map(({ id, name }) => ({ code: id, name })),
)
const listed = (words: Record<string, string>) =>
  Object.entries(words).map(([code, name]) => ({ code, name }))
const MEASURED = {
  name: 'how' as const,
  label: t('water.filterBar.measuredBy'),
  options: listed(LENGTH_HOW),
}
const HOOK = { name: 'hook' as const, label: t('water.filterBar.hook'), options: listed(HOOK_TYPE) }
const SEX_FIELD = { name: 'sex' as const, label: t('water.filterBar.sex'), options: listed(SEX) }
const SPAWNING_FIELD = {
  name: 'spawning' as const,
  label: t('water.filterBar.spawning'),
  options: listed(SPAWNING),
}
const ORIGIN_FIELD = {
  name: 'origin' as const,
  label: t('water.filterBar.origin'),
  options: listed(ORIGIN),
}
/** What only the tagger saw of a fish. */
const SEEN = [HOOK, SEX_FIELD, SPAWNING_FIELD, ORIGIN_FIELD]
const titleOf = (options: { code: string; name: string }[], code?: string) =>
  options.find((option) => option.code === code)?.name
/** The filter in one line, as a person would say it. */
const summary = computed(() => {
  const { species, water: place, from, to, tagger, how, mine, area } = filter.value
  const { from_mm, to_mm } = filter.value
  const days =
    from || to
      ? t('water.filterBar.days', {
          from: from ? dateText(from) : '…',
          to: to ? dateText(to) : '…',
        })
      : t('water.filterBar.anyTime')
  return [
    titleOf(choices.value?.species ?? [], species) ?? t('water.filterBar.allSpecies'),
    titleOf(choices.value?.waters ?? [], place) ?? t('water.filterBar.allWaters'),
    days,
    titleOf(taggers.value, tagger),
    from_mm || to_mm
      ? t('water.filterBar.lengths', {
          from: from_mm ? lengthText(from_mm, session.units) : '…',
          to: to_mm ? lengthText(to_mm, session.units) : '…',
        })
      : null,
    titleOf(MEASURED.options, how),
    ...SEEN.map((field) => titleOf(field.options, filter.value[field.name])),
    mine ? t('water.filterBar.myOwnFish') : null,
    area ? t('water.filterBar.anArea') : null,
  ]
    .filter(Boolean)
    .join(' · ')
})
/** What others saw of their fish is theirs to tell; a filter in an address is still shown. */
const TAKEN = computed(() => [
  MEASURED,
  ...SEEN.filter((field) => !isOfOthers.value || filter.value[field.name]),
])
</script>

<template>
  <p class="row summary">
    <span>{{ summary }}</span>
    <button
      type="button"
      class="link"
      :aria-expanded="isOpen"
      aria-controls="water-filter"
      @click="isOpen = !isOpen"
    >
      {{ isOpen ? t('water.filterBar.done') : t('water.filterBar.change') }}
    </button>
    <button v-if="filter.area" type="button" class="link" @click="set('area', null)">
      {{ t('water.filterBar.showAllAreas') }}
    </button>
    <button v-if="isFiltered" type="button" class="link" @click="clear">
      {{ t('water.filterBar.removeFilter') }}
    </button>
  </p>
  <form
    id="water-filter"
    class="filter"
    :class="{ open: isOpen }"
    :aria-label="t('water.filterBar.filter')"
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
      {{ t('water.filterBar.taggedFrom') }}
      <DayField
        :label="t('water.filterBar.taggedFrom')"
        name="from"
        :model-value="filter.from ?? ''"
        @update:model-value="set('from', $event ?? null)"
      />
    </label>
    <label>
      {{ t('water.filterBar.toDay') }}
      <DayField
        :label="t('water.filterBar.taggedTo')"
        name="to"
        :model-value="filter.to ?? ''"
        @update:model-value="set('to', $event ?? null)"
      />
    </label>
    <FilterSelect
      v-if="taggers.length"
      :label="t('water.filterBar.taggedBy')"
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
      {{ t('water.filterBar.myOwnFish') }}
    </label>
    <p v-if="isWhole" class="soft whole">
      {{ t('water.filterBar.forOtherMembersFishA') }}
    </p>
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
.summary {
  margin: 0;
  gap: 0 var(--gap-3);
}
.summary .link {
  min-height: 44px;
}
.filter:not(.open) {
  display: none;
}
@media (max-width: 600px) {
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
