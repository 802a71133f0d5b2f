<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { useSessionStore } from '@/stores/session'
import { shortDateText } from '@/format/units'
import { t } from '@/words/finds'
import { LENGTH_HOW, ENCOUNTER_KIND } from '@/words/fish'

/**
 * A record that was held back: what it says, why it is held, and what a coordinator changes so
 * that it can be stored.
 */
const props = defineProps<{
  held: Schemas['Queries']['held'][number]
  species: Schemas['SpeciesName'][]
  busy: boolean
}>()
const emit = defineEmits<{
  mend: [body: { changes: Schemas['HeldChanges']; shift_minutes?: number; reason: string }]
}>()
const session = useSessionStore()

/** Nothing in it is certain to have the right form: what has not is left empty here. */
const text = (field: string) => {
  const value = props.held.record[field]
  return typeof value === 'string' ? value : ''
}
const list = (field: string) => {
  const value = props.held.record[field]
  return Array.isArray(value) ? value.filter((part) => typeof part === 'string').join(' ') : ''
}
const numbersOf = (typed: string) => typed.split(/[\s,;]+/).filter(Boolean)
const first = {
  kind: text('kind'),
  species: text('species_code'),
  fate: text('fate'),
  read: list('tag_numbers'),
  put: list('new_tag_numbers'),
  spoiled: list('spoiled_numbers'),
}
const typed = ref({ ...first, length: '', how: 'board', minutes: '', reason: '' })
const isVoid = ref(false)
const unit = computed(() => (session.units === 'imperial' ? ('in' as const) : ('cm' as const)))
const kindOfLength = computed(
  () => props.species.find((species) => species.code === typed.value.species)?.length_kind ?? 'FL',
)
const recordText = computed(() => JSON.stringify(props.held.record, null, 1))
const HOWS = Object.entries(LENGTH_HOW).filter(([key]) => key !== 'photo')

const changes = computed(() => {
  const now = typed.value
  const mended: Record<string, unknown> = {}
  if (now.kind !== first.kind) mended.kind = now.kind
  if (now.species !== first.species) mended.species_code = now.species
  if (now.fate !== first.fate) mended.fate = now.fate
  if (now.read !== first.read) mended.tag_numbers = numbersOf(now.read)
  if (now.put !== first.put) mended.new_tag_numbers = numbersOf(now.put)
  if (now.spoiled !== first.spoiled) mended.spoiled_numbers = numbersOf(now.spoiled)
  const value = Number(now.length.replace(',', '.'))
  if (value > 0) mended.length = { value, unit: unit.value, kind: kindOfLength.value, how: now.how }
  if (isVoid.value) mended.voided_because = now.reason.trim()
  return mended as Schemas['HeldChanges']
})
const minutes = computed(() => Math.round(Number(typed.value.minutes.replace(',', '.'))) || 0)
const isChanged = computed(() => Object.keys(changes.value).length > 0 || minutes.value !== 0)
const canMend = computed(() => isChanged.value && typed.value.reason.trim().length >= 3)

function mend() {
  if (!canMend.value) return
  emit('mend', {
    changes: changes.value,
    shift_minutes: minutes.value,
    reason: typed.value.reason.trim(),
  })
}
</script>

<template>
  <form class="mend" :data-held="held.id" @submit.prevent="mend">
    <label>
      {{ t('finds.heldMend.asSent') }}
      <select v-model="typed.kind" class="field">
        <option v-for="(word, key) in ENCOUNTER_KIND" :key="key" :value="key">
          {{ word.toLowerCase() }}
        </option>
      </select>
    </label>
    <label>
      {{ t('finds.heldMend.species') }}
      <select v-model="typed.species" class="field">
        <option v-for="choice in species" :key="choice.code" :value="choice.code">
          {{ choice.common_name }}
        </option>
      </select>
    </label>
    <label>
      {{ t('finds.heldMend.fate') }}
      <select v-model="typed.fate" class="field">
        <option value="released">{{ t('finds.heldMend.released') }}</option>
        <option value="kept">{{ t('finds.heldMend.kept') }}</option>
      </select>
    </label>
    <label v-if="typed.kind !== 'untagged'">
      {{
        typed.kind === 'recaptured'
          ? t('finds.heldMend.tagNumbersAsRead')
          : t('finds.heldMend.tagsApplied')
      }}
      <input v-model="typed.read" class="field" maxlength="160" data-field="numbers" />
    </label>
    <label v-if="typed.kind === 'recaptured'">
      {{ t('finds.heldMend.newTagsApplied') }}
      <input v-model="typed.put" class="field" maxlength="160" />
    </label>
    <label>
      {{ t('finds.heldMend.damagedTags') }}
      <input v-model="typed.spoiled" class="field" maxlength="160" />
    </label>
    <label>
      {{ t('finds.heldMend.length', { unit, kind_of_length: kindOfLength }) }}
      <span class="pair">
        <input
          v-model="typed.length"
          class="field"
          inputmode="decimal"
          maxlength="7"
          :placeholder="t('finds.heldMend.asSentOption')"
        />
        <select v-model="typed.how" class="field" :aria-label="t('finds.heldMend.measuredBy')">
          <option v-for="[key, word] in HOWS" :key="key" :value="key">{{ word }}</option>
        </select>
      </span>
    </label>
    <label v-if="!('time' in held.record)">
      {{ t('finds.heldMend.moveAllItsTimesBy') }}
      <input
        v-model="typed.minutes"
        class="field"
        inputmode="numeric"
        maxlength="8"
        :placeholder="t('finds.heldMend.minutesHint')"
      />
    </label>
    <label class="wide tick">
      <input v-model="isVoid" type="checkbox" /> {{ t('finds.heldMend.notACatchVoidThe') }}
    </label>
    <label class="wide">
      {{ t('finds.heldMend.reasonAndHowYouKnow') }}
      <input v-model="typed.reason" class="field" maxlength="500" data-field="reason" />
    </label>
    <div class="wide acts">
      <el-button
        class="oilskin"
        size="large"
        native-type="submit"
        :disabled="!canMend"
        :loading="busy"
      >
        {{ isVoid ? t('finds.heldMend.saveAsVoid') : t('finds.heldMend.saveCorrection') }}
      </el-button>
      <RouterLink v-if="held.trip_id" :to="`/dockside/${held.trip_id}`">{{
        t('finds.heldMend.itsTrip')
      }}</RouterLink>
    </div>
    <details class="wide">
      <summary>
        {{ t('finds.heldMend.asItWasSent', { held_at: shortDateText(held.held_at) }) }}
      </summary>
      <pre>{{ recordText }}</pre>
    </details>
  </form>
</template>

<style scoped>
.mend {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: var(--gap-2);
  padding: var(--gap-2) 0;
}
.mend label {
  display: grid;
  gap: 4px;
  align-content: start;
}
.wide {
  grid-column: 1 / -1;
}
.mend .tick {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
}
.pair {
  display: flex;
  gap: 6px;
}
.pair .field {
  min-width: 0;
  flex: 1;
}
.acts {
  display: flex;
  gap: var(--gap-2);
  align-items: center;
}
pre {
  overflow-x: auto;
  font-size: 13px;
}
</style>
