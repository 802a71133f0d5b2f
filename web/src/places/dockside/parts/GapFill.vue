<script lang="ts">
/** What can be filled or changed here. */
export const FILLED = [
  'length',
  'place',
  'air',
  'hook_place',
  'bleeding',
  'outcome',
  'spawning',
  'sex',
  'origin',
  'tare',
  'weight',
  'species',
  'fate',
  'numbers',
  'removal',
  'hook_type',
  'marks',
  'handling',
  'pressure_signs',
  'depth',
  'girth',
  'water_temp',
  'note',
]
</script>

<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import ChipRow from '@/parts/ChipRow.vue'
import WaterMap from '@/parts/WaterMap.vue'
import type { PickedPlace } from '@/parts/mapTypes'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/dockside'
import {
  HOOK_PLACE,
  LENGTH_HOW,
  MARKS,
  MISHAPS,
  OUTCOME,
  ORIGIN,
  SEX,
  SPAWNING,
  PRESSURE_SIGN,
  REMOVAL,
  ENCOUNTER_KIND,
  BLEEDING,
  HOOK_TYPE,
} from '@/words/fish'
import { FIELD } from '@/words/records'
import type { DockFish } from '../useTrip'

/** Fills one gap, or changes one doubtful thing, where it stands. */
const props = defineProps<{
  field: string
  fish: DockFish
  species: Schemas['SpeciesName'][]
  spot: PickedPlace | null
}>()
const emit = defineEmits<{
  fill: [changes: Schemas['EncounterChanges']]
  choose: [field: string, choice: 'stands' | 'said']
}>()
const session = useSessionStore()
const typed = ref('')
const how = ref<'board' | 'tape' | 'ruler' | 'estimate'>('board')
const picked = ref<PickedPlace | null>(null)
const unit = computed(() => (session.units === 'imperial' ? ('in' as const) : ('cm' as const)))
const lengthKind = computed(
  () =>
    props.species.find((species) => species.code === props.fish.species_code)?.length_kind ?? 'FL',
)
const number = computed(() => Number(typed.value.replace(',', '.')))
const sound = computed(() => typed.value.trim() !== '' && number.value > 0)
const HOWS = Object.fromEntries(Object.entries(LENGTH_HOW).filter(([key]) => key !== 'photo'))
const FATE = { released: t('dockside.gapFill.released'), kept: t('dockside.gapFill.kept') }
/** Fields that take one number: what it is, and its unit. */
const numbers = computed<
  Record<string, { label: string; unit: string; changes: () => Schemas['EncounterChanges'] }>
>(() => ({
  length: {
    label: t('dockside.gapFill.lengthIn', { unit: unit.value }),
    unit: `${unit.value} ${lengthKind.value}`,
    changes: () => ({
      length: { value: number.value, unit: unit.value, kind: lengthKind.value, how: how.value },
    }),
  },
  air: {
    label: t('dockside.gapFill.airExposureInSeconds'),
    unit: 's',
    changes: () => ({ air_seconds: number.value }),
  },
  tare: {
    label: t('dockside.gapFill.weightOfTheWetSling'),
    unit: 'g',
    changes: () => ({ tare_g: Math.round(number.value) }),
  },
  depth: {
    label: t('dockside.gapFill.depthWhereHookedInMetres'),
    unit: 'm',
    changes: () => ({ depth_m: number.value }),
  },
  girth: {
    label: t('dockside.gapFill.girthInMillimetres'),
    unit: 'mm',
    changes: () => ({ girth_mm: Math.round(number.value) }),
  },
  water_temp: {
    label: t('dockside.gapFill.waterInC'),
    unit: '°C',
    changes: () => ({ water_temp_c: number.value }),
  },
  weight: {
    label: t('dockside.gapFill.weightOfTheFishIn'),
    unit: 'g',
    changes: () => ({ weight_g: Math.round(number.value) }),
  },
}))
/** Fields where one word is chosen. */
const words: Record<string, Record<string, string>> = {
  hook_place: HOOK_PLACE,
  bleeding: BLEEDING,
  outcome: OUTCOME,
  spawning: SPAWNING,
  sex: SEX,
  origin: ORIGIN,
  removal: REMOVAL,
  hook_type: HOOK_TYPE,
  fate: FATE,
}
const lists: Record<string, Record<string, string>> = {
  marks: MARKS,
  handling: MISHAPS,
  pressure_signs: PRESSURE_SIGN,
}
const stands = (field: string) => new Map<string, unknown>(Object.entries(props.fish)).get(field)
const chosen = (field: string) => stands(field) as string | null
const listed = (field: string) => (stands(field) as string[] | null) ?? []
const kind = ref(props.fish.kind)
const numbersTyped = ref(props.fish.tag_numbers.join(' '))
const putNumbers = () =>
  emit('fill', {
    kind: kind.value,
    tag_numbers:
      kind.value === 'untagged' ? [] : numbersTyped.value.split(/[\s,;]+/).filter(Boolean),
    tag_question: null,
  })
const note = ref(String(stands('note') ?? ''))
const plainText = (value: unknown): string =>
  value === null || value === undefined || value === ''
    ? t('dockside.gapFill.nothing')
    : Array.isArray(value)
      ? value.map(plainText).join(', ') || t('dockside.gapFill.nothing')
      : typeof value === 'object'
        ? Object.values(value).map(plainText).join(' ')
        : String(value)
const asked = computed(() => numbers.value[props.field])
const put = () => sound.value && emit('fill', asked.value!.changes())
</script>

<template>
  <form v-if="asked" class="typed" @submit.prevent="put">
    <input
      v-model="typed"
      inputmode="decimal"
      maxlength="7"
      :aria-label="asked.label"
      :data-fill="field"
    />
    <span>{{ asked.unit }}</span>
    <select v-if="field === 'length'" v-model="how" :aria-label="t('dockside.gapFill.measuredBy')">
      <option v-for="(text, key) in HOWS" :key="key" :value="key">{{ text }}</option>
    </select>
    <button type="submit" :disabled="!sound">{{ t('dockside.gapFill.save') }}</button>
  </form>
  <ChipRow
    v-else-if="words[field]"
    :label="FIELD[field]!"
    :options="words[field]!"
    :chosen="chosen(field)"
    @single="$event && emit('fill', { [field]: $event })"
  />
  <ChipRow
    v-else-if="lists[field]"
    :label="FIELD[field]!"
    :options="lists[field]!"
    :chosen="listed(field)"
    @many="emit('fill', { [field]: $event })"
  />
  <div v-else-if="field === 'tag'" class="typed" data-testid="tag-answers">
    <button
      type="button"
      @click="
        emit('fill', { kind: 'tagged', tag_numbers: [fish.tag_question!], tag_question: null })
      "
    >
      {{ t('dockside.gapFill.isInTheFish', { tag_question: fish.tag_question }) }}
    </button>
    <button type="button" @click="emit('fill', { tag_question: null })">
      {{ t('dockside.gapFill.itHasNoTag') }}
    </button>
  </div>
  <div v-else-if="field === 'collision'" class="typed collisions">
    <template v-for="collision in fish.collisions" :key="collision.field">
      <p>
        <b>{{ FIELD[collision.field] ?? collision.field }}.</b> {{ t('dockside.gapFill.recorded') }}
        <b>{{ plainText(Object.values(collision.stands)) }}</b>{{
          t('dockside.gapFill.anotherDeviceRecorded')
        }}
        <b>{{ plainText(Object.values(collision.said)) }}</b>.
      </p>
      <button type="button" @click="emit('choose', collision.field, 'stands')">
        {{ t('dockside.gapFill.keepTheRecord') }}
      </button>
      <button type="button" @click="emit('choose', collision.field, 'said')">
        {{ t('dockside.gapFill.useTheOther') }}
      </button>
    </template>
  </div>
  <form v-else-if="field === 'numbers'" class="typed" @submit.prevent="putNumbers">
    <select v-model="kind" :aria-label="t('dockside.gapFill.thisFishWas')">
      <option v-for="(text, key) in ENCOUNTER_KIND" :key="key" :value="key">
        {{ text.toLowerCase() }}
      </option>
    </select>
    <input
      v-if="kind !== 'untagged'"
      v-model="numbersTyped"
      class="wide"
      :aria-label="t('dockside.gapFill.numbersOnItsTags')"
      maxlength="120"
    />
    <button type="submit">{{ t('dockside.gapFill.save') }}</button>
  </form>
  <form
    v-else-if="field === 'note'"
    class="typed"
    @submit.prevent="emit('fill', { note: note.trim() || null })"
  >
    <input v-model="note" class="wide" :aria-label="t('dockside.gapFill.note')" maxlength="2000" />
    <button type="submit">{{ t('dockside.gapFill.save') }}</button>
  </form>
  <label v-else-if="field === 'species'" class="typed"
    >{{ t('dockside.gapFill.itIsA') }}
    <select
      :value="fish.species_code"
      @change="emit('fill', { species_code: ($event.target as HTMLSelectElement).value })"
    >
      <option v-for="choice in species" :key="choice.code" :value="choice.code">
        {{ choice.common_name }}
      </option>
    </select>
  </label>
  <div v-else class="place">
    <WaterMap
      v-model:picked="picked"
      class="map"
      pickable
      :label="t('dockside.gapFill.touchWhereThisFishWas')"
    />
    <div class="typed">
      <button
        type="button"
        :disabled="!picked"
        @click="emit('fill', { place: { ...picked! }, place_how: 'map' })"
      >
        {{ t('dockside.gapFill.saveMark') }}
      </button>
      <button
        v-if="spot"
        type="button"
        @click="emit('fill', { place: { ...spot }, place_how: 'map' })"
      >
        {{ t('dockside.gapFill.itWasCaughtAtThe') }}
      </button>
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
.typed input.wide {
  flex: 1;
  min-width: 160px;
}
.collisions p {
  flex-basis: 100%;
  margin: 0;
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
