<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, shallowRef } from 'vue'
import { api } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import TagStreamer from '@/parts/TagStreamer.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { nowMs } from '@/offline/clock'
import { ACT } from '@/words/fish'
import { adviceLines, airBudget, fightBudgetSeconds, readClock, type Act, type Card } from './card'
import ClockPanel from './parts/ClockPanel.vue'
import DraughtColumn from './parts/DraughtColumn.vue'
import { wakeSound } from './sound'
import { merged, useCrew, type SharedFish } from './useCrew'
import { useSlowTick } from './useTick'

/** A tap right after somebody else's would be meant for the button that stood there before. */
const GUARD_MS = 700

const props = defineProps<{ crewKey: string }>()
const card = shallowRef<Card | null>(null)
const refusal = ref<Trouble | null>(null)
const fish = ref<SharedFish[]>([])
const now = useSlowTick()
let othersTappedAt = 0

onMounted(async () => {
  try {
    card.value = (await api.crewCard(props.crewKey)).card as Card
  } catch (thrown) {
    refusal.value = trouble(thrown)
  }
})
const crew = useCrew(
  computed(() => (card.value ? props.crewKey : null)),
  () => fish.value,
  (shared, heard) => {
    fish.value = shared.map((other) => {
      const own = fish.value.find((one) => one.id === other.id)
      const taps = own ? merged(own.taps, other.taps, heard(other.id)) : other.taps
      if (own && taps) othersTappedAt = nowMs()
      return { ...other, taps: taps ?? own!.taps }
    })
  },
)
onBeforeUnmount(crew.stop)

const ended = (one: SharedFish) => ['let_go', 'kept'].includes(one.taps.at(-1)?.act ?? '')
const shown = computed(() => {
  const inHand = fish.value.filter((one) => !ended(one))
  return (inHand.length ? inHand : fish.value.slice(-1)).map((one) => {
    const species = card.value!.species.find((kind) => kind.code === one.species_code)!
    const clock = readClock(one.taps, Math.max(now.value, one.taps.at(-1)?.at ?? 0))
    const budget = airBudget(species, card.value!.trip.water_temp_c, one.length_mm, clock.fightSeconds)
    const rest = card.value!.rest
    return {
      one, species, clock, ...budget,
      fightBudget: fightBudgetSeconds(species, one.length_mm),
      airBefore: clock.airSeconds - (clock.liftSeconds ?? 0),
      restNeeded: clock.lastLiftSeconds > 0 ? Math.max(rest.min_seconds, rest.times_last_lift * clock.lastLiftSeconds) : 0,
      next: (ended(one) ? null : (card.value!.next_acts[clock.stage]?.[0] ?? null)) as Act | null,
      lines: adviceLines(card.value!, species, { stage: clock.stage === 'kept' ? 'let_go' : clock.stage, hook: 'none', bleeding: 'none', pressure: 'no', vitality: 'good', heat: 'cool' }),
    }
  })
})

function tap(one: SharedFish, act: Act) {
  if (nowMs() - othersTappedAt < GUARD_MS) return
  wakeSound()
  one.taps.push({ act, at: nowMs() })
  void crew.sync()
}
function undo(one: SharedFish) {
  one.taps.pop()
  crew.tookBack(one.id, one.taps.length)
  void crew.sync()
}
</script>

<template>
  <div class="page narrow crew">
    <TroubleNote :trouble="refusal" />
    <p v-if="!crew.signal.value" role="status">No signal: taps here wait until the Deck can be reached.</p>
    <template v-if="card">
      <h1>Crew at {{ card.trip.spot_name }}</h1>
      <p v-if="!shown.length" class="soft">No fish on yet. It shows here as soon as the Deck has one.</p>
      <article v-for="{ one, species, clock, oneLift, total, fightBudget, airBefore, restNeeded, next, lines } in shown" :key="one.id">
        <DraughtColumn class="draught" :one-lift="oneLift" :total="total" :air-before="airBefore" :taps="one.taps" :rest-needed="restNeeded" />
        <div class="side">
          <h2>{{ species.common_name }}</h2>
          <ClockPanel :taps="one.taps" :one-lift="oneLift" :total="total" :air-before="airBefore" :rest-needed="restNeeded" :fight-budget="fightBudget" />
          <TagStreamer v-if="one.tag_number" :number="one.tag_number" />
          <p v-for="line in lines" :key="line.text" class="line">{{ line.text }}</p>
          <button v-if="next" type="button" class="next" data-testid="next" @click="tap(one, next)">{{ ACT[next].button }}</button>
          <p v-else>{{ ACT[clock.stage as Act]?.stage }}</p>
          <div class="others">
            <button v-for="act in (card.next_acts[clock.stage] ?? []).filter((other) => other === 'let_go' && other !== next)" :key="act" type="button" @click="tap(one, act)">{{ ACT[act].button }}</button>
            <button type="button" :disabled="!one.taps.length" @click="undo(one)">Undo</button>
          </div>
        </div>
      </article>
    </template>
  </div>
</template>

<style scoped>
article {
  display: grid;
  grid-template-columns: 74px minmax(0, 1fr);
  gap: var(--gap-3);
  margin-top: var(--gap-3);
}
.side {
  display: grid;
  gap: var(--gap-2);
}
.line {
  padding-left: var(--gap-2);
  border-left: 3px solid var(--sea-deep);
  line-height: 1.25;
}
.next {
  min-height: 110px;
  border: 2px solid var(--ink);
  border-radius: 22px;
  background: var(--oilskin);
  color: var(--on-oilskin);
  font-size: 30px;
  font-weight: var(--weight-strong);
  cursor: pointer;
}
.others {
  display: flex;
  gap: var(--gap-2);
}
.others button {
  min-height: 44px;
  padding: 0 var(--gap-3);
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 99px;
  cursor: pointer;
}
</style>
