<script setup lang="ts">
import { ref } from 'vue'
import { lengthText, timeText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import { useSessionStore } from '@/stores/session'
import { FIELD } from '@/words/dockside'
import { HOOK_PLACE, OUTCOME } from '@/words/fish'
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
const FROM = { paper: 'from paper', import: 'from an old table' }
const facts = (one: DockFish) =>
  [
    one.fate === 'kept' ? 'kept' : null,
    one.length_mm ? `${lengthText(one.length_mm, session.units)} ${one.length_kind}` : 'no length',
    one.hook_place ? HOOK_PLACE[one.hook_place as keyof typeof HOOK_PLACE] : null,
    one.outcome ? OUTCOME[one.outcome] : null,
    one.source === 'deck' ? null : FROM[one.source],
  ]
    .filter(Boolean)
    .join(', ')
async function takeOut(one: DockFish) {
  if (await fill(one.id, { voided_because: why.value.trim() })) openFish(one.id)
}
</script>

<template>
  <section aria-labelledby="fish-list">
    <h2 id="fish-list">
      Fish <span class="figures soft">{{ dockside!.fish.length }}</span>
    </h2>
    <ol class="bare">
      <li v-for="one in dockside!.fish" :key="one.id" :data-fish="one.id">
        <button
          type="button"
          class="one"
          :aria-expanded="open === one.id"
          @click="openFish(one.id)"
        >
          <b class="figures">{{ one.caught_time_known ? timeText(one.caught_at) : 'that day' }}</b>
          {{ trip.nameOf(one.species_code) }}
          <TagStreamer v-for="number in one.tag_numbers" :key="number" :number="number" />
          <span class="soft">{{ facts(one) }}</span>
        </button>
        <div v-if="open === one.id" class="change">
          <label
            >Change
            <select v-model="field" class="field" data-testid="which">
              <option value="">what?</option>
              <option v-for="key in FILLED" :key="key" :value="key">{{ FIELD[key] }}</option>
            </select></label
          >
          <GapFill
            v-if="field"
            :key="field"
            :field="field"
            :fish="one"
            :species="trip.species.value"
            :spot="spot"
            @fill="fill(one.id, $event)"
          />
          <form class="void" @submit.prevent="takeOut(one)">
            <label
              >It should not stand here, because
              <input v-model="why" class="field" maxlength="500" data-testid="void-why"
            /></label>
            <button type="submit" class="plain" :disabled="!why.trim()" data-testid="void-it">
              Make it void
            </button>
            <p class="soft">
              Kept and marked, out of every count; its tag goes back into the pouch.
            </p>
          </form>
        </div>
      </li>
    </ol>
    <details v-if="dockside!.void.length" open>
      <summary>{{ dockside!.void.length }} void</summary>
      <p v-for="one in dockside!.void" :key="one.id" class="soft" :data-void="one.id">
        {{ timeText(one.caught_at) }} {{ trip.nameOf(one.species_code) }}:
        {{ one.voided_because }} ({{ one.voided_by ?? 'the phone' }})
        <button type="button" class="link" @click="fill(one.id, { voided_because: null })">
          Count it again
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
