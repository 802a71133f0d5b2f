<script setup lang="ts">
import { ref } from 'vue'
import { lengthText, timeText } from '@/format/units'
import ChipRow from '@/parts/ChipRow.vue'
import TagStreamer from '@/parts/TagStreamer.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/dockside'
import { FIELD } from '@/words/records'
import { HOOK_PLACE, LEFT_IN_FISH, OUTCOME } from '@/words/fish'
import type { DockFish, TripState } from '../useTrip'
import GapFill, { FILLED } from './GapFill.vue'

/**
 * Every fish of the trip: any value can be changed where it stands, and a record that should not
 * be can be void.
 */
const { trip, spot } = defineProps<{
  trip: TripState
  spot: { lat_deg: number; lon_deg: number } | null
}>()
const { fill, dockside } = trip
const session = useSessionStore()
const open = ref<string | null>(null)
const field = ref('')
const why = ref('')

function openFish(id: string) {
  open.value = open.value === id ? null : id
  field.value = ''
  why.value = ''
}
const FROM = {
  paper: t('dockside.fishList.fromPaper'),
  import: t('dockside.fishList.fromAnImportedTable'),
}
const facts = (dockFish: DockFish) =>
  [
    dockFish.fate === 'kept' ? t('dockside.fishList.kept') : null,
    dockFish.length_mm
      ? `${lengthText(dockFish.length_mm, session.units)} ${dockFish.length_kind}`
      : t('dockside.fishList.noLength'),
    dockFish.hook_place ? HOOK_PLACE[dockFish.hook_place as keyof typeof HOOK_PLACE] : null,
    dockFish.outcome ? OUTCOME[dockFish.outcome] : null,
    dockFish.source === 'deck' ? null : FROM[dockFish.source],
  ]
    .filter(Boolean)
    .join(', ')
async function takeOut(dockFish: DockFish) {
  if (await fill(dockFish.id, { voided_because: why.value.trim() })) openFish(dockFish.id)
}
</script>

<template>
  <section aria-labelledby="fish-list">
    <h2 id="fish-list">
      {{ t('dockside.fishList.fish') }}
      <span class="figures soft">{{ dockside!.fish.length }}</span>
    </h2>
    <ol class="bare">
      <li v-for="dockFish in dockside!.fish" :key="dockFish.id" :data-fish="dockFish.id">
        <button
          type="button"
          class="one"
          :aria-expanded="open === dockFish.id"
          @click="openFish(dockFish.id)"
        >
          <b class="figures">{{
            dockFish.caught_time_known
              ? timeText(dockFish.caught_at)
              : t('dockside.fishList.thatDay')
          }}</b>
          {{ trip.nameOf(dockFish.species_code) }}
          <TagStreamer v-for="number in dockFish.tag_numbers" :key="number" :number="number" />
          <span class="soft">{{ facts(dockFish) }}</span>
        </button>
        <div v-if="open === dockFish.id" class="change">
          <label
            >{{ t('dockside.fishList.correct') }}
            <select v-model="field" class="field" data-testid="which">
              <option value="">{{ t('dockside.fishList.what') }}</option>
              <option v-for="key in FILLED" :key="key" :value="key">{{ FIELD[key] }}</option>
            </select></label
          >
          <GapFill
            v-if="field"
            :key="field"
            :field="field"
            :fish="dockFish"
            :species="trip.species.value"
            :spot="spot"
            @fill="fill(dockFish.id, $event)"
          />
          <form class="void" @submit.prevent="takeOut(dockFish)">
            <label
              >{{ t('dockside.fishList.thisRecordIsWrongBecause') }}
              <input v-model="why" class="field" maxlength="500" data-testid="void-why"
            /></label>
            <button type="submit" class="plain" :disabled="!why.trim()" data-testid="void-it">
              {{ t('dockside.fishList.voidRecord') }}
            </button>
            <p class="soft">
              {{ t('dockside.fishList.theRecordStaysMarkedAs') }}
            </p>
          </form>
        </div>
      </li>
    </ol>
    <details v-if="dockside!.lost.length" open>
      <summary>{{ t('dockside.fishList.gotAway', dockside!.lost.length) }}</summary>
      <div v-for="lost in dockside!.lost" :key="lost.id" class="change" :data-lost="lost.id">
        <p>{{ timeText(lost.caught_at) }} {{ trip.nameOf(lost.species_code) }}</p>
        <ChipRow
          :label="t('dockside.fishList.whatStayedInIt')"
          :options="LEFT_IN_FISH"
          :chosen="lost.left_in_fish"
          @single="fill(lost.id, { left_in_fish: $event })"
        />
      </div>
    </details>
    <details v-if="dockside!.void.length" open>
      <summary>{{ t('dockside.fishList.void', { void: dockside!.void.length }) }}</summary>
      <p
        v-for="dockFish in dockside!.void"
        :key="dockFish.id"
        class="soft"
        :data-void="dockFish.id"
      >
        {{ timeText(dockFish.caught_at) }} {{ trip.nameOf(dockFish.species_code) }}:
        {{ dockFish.voided_because }} ({{ dockFish.voided_by ?? t('dockside.fishList.thePhone') }})
        <button type="button" class="link" @click="fill(dockFish.id, { voided_because: null })">
          {{ t('dockside.fishList.restoreRecord') }}
        </button>
      </p>
    </details>
  </section>
</template>

<style scoped>
li {
  border-bottom: 1px solid var(--line);
}
.one {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  align-items: center;
  width: 100%;
  min-height: 44px;
  padding: var(--gap-1) 0;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
.change,
.void {
  display: grid;
  gap: var(--gap-2);
  padding-bottom: var(--gap-2);
}
.void .field {
  width: 100%;
}
.plain {
  justify-self: start;
  min-height: 44px;
  padding: 0 var(--gap-3);
  border: 1px solid var(--rust);
  border-radius: 8px;
  background: var(--sheet);
  color: var(--rust);
  font: inherit;
  cursor: pointer;
}
.plain:disabled {
  border-color: var(--line-strong);
  color: var(--ink-soft);
  cursor: default;
}
</style>
