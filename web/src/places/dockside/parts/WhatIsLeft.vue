<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { timeText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import { t } from '@/words/dockside'
import { FIELD } from '@/words/records'
import type { TripState } from '../useTrip'
import GapFill from './GapFill.vue'

/**
 * Everything the trip still lacks, the most harmful first; each opens and is filled where it
 * stands.
 */
const { trip, spot } = defineProps<{
  trip: TripState
  spot: { lat_deg: number; lon_deg: number } | null
}>()
const { fill } = trip
/** As many as are asked at a time: the worst first. */
const AT_A_TIME = 7
const open = ref<string | null>(null)
const rows = computed(() =>
  (trip.dockside.value?.left ?? []).map((gap) => ({
    gap,
    key: `${gap.encounter_id} ${gap.field}`,
    fish: trip.dockside.value!.fish.find((dockFish) => dockFish.id === gap.encounter_id)!,
  })),
)
const shown = computed(() => rows.value.slice(0, AT_A_TIME))
type Asked = NonNullable<Schemas['EncounterChanges']['not_known']>
/** Two answers to one question, or a tag: somebody has to know. */
const MUST_BE_KNOWN = ['collision', 'tag']
const notKnown = (row: (typeof rows.value)[number]) =>
  fill(row.fish.id, {
    not_known: [...((row.fish.not_known ?? []) as Asked), row.gap.field as Asked[number]],
  })
</script>

<template>
  <section aria-labelledby="left">
    <h2 id="left">
      {{ t('dockside.whatIsLeft.openGaps') }}
      <span v-if="rows.length" class="figures soft">{{ rows.length }}</span>
    </h2>
    <p v-if="!rows.length" class="soft">{{ t('dockside.whatIsLeft.noneEveryRecordIsComplete') }}</p>
    <ol>
      <li v-for="row in shown" :key="row.key">
        <button
          type="button"
          class="gap"
          :aria-expanded="open === row.key"
          :data-gap="row.gap.field"
          @click="open = open === row.key ? null : row.key"
        >
          <b>{{ FIELD[row.gap.field] }}</b>
          <span>{{ timeText(row.fish.caught_at) }} {{ trip.nameOf(row.fish.species_code) }}</span>
          <TagStreamer v-if="row.fish.tag_numbers[0]" :number="row.fish.tag_numbers[0]" />
          <span class="soft why">{{ row.gap.sentence }}</span>
        </button>
        <GapFill
          v-if="open === row.key"
          class="fill"
          :field="row.gap.field"
          :fish="row.fish"
          :species="trip.species.value"
          :spot="spot"
          @fill="fill(row.fish.id, $event)"
          @choose="(field, choice) => trip.choose(row.fish.id, field, choice)"
        />
        <button
          v-if="open === row.key && !MUST_BE_KNOWN.includes(row.gap.field)"
          type="button"
          class="quiet"
          data-testid="not-known"
          @click="notKnown(row)"
        >
          {{ t('dockside.whatIsLeft.notKnown') }}
        </button>
      </li>
    </ol>
    <p v-if="rows.length > shown.length" class="soft" data-testid="more-gaps">
      {{ t('dockside.whatIsLeft.moreAfterThese', rows.length - shown.length) }}
    </p>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  margin: var(--gap-2) 0 0;
  padding: 0;
}
li {
  border-bottom: 1px solid var(--line);
}
.gap {
  width: 100%;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px var(--gap-2);
  padding: 6px 0;
  border: 0;
  background: none;
  text-align: left;
  line-height: 1.25;
  cursor: pointer;
}
.why {
  width: 100%;
  font-size: 15px;
}
.fill {
  padding: 2px 0 var(--gap-3);
}
</style>
