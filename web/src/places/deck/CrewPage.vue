<script setup lang="ts">
import { refAutoReset } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef } from 'vue'
import { api } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import { openField, type Act, type Card, type Field } from '@/core/field'
import { nowMs } from '@/offline/clock'
import ChipRow from '@/parts/ChipRow.vue'
import TagStreamer from '@/parts/TagStreamer.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/deck'
import { ACT_BUTTON } from '@/words/fish'
import { hasEnded, isBeside, stageOf } from './fishInHand'
import ClockPanel from './parts/ClockPanel.vue'
import DraughtColumn from './parts/DraughtColumn.vue'
import { wakeSound } from './sound'
import { merged, useCrew, type SharedFish } from './useCrew'
import { LINES_AT_ONCE, useFishAnswer } from './useFishAnswer'

/** A tap right after somebody else's would be meant for the button that stood there before. */
const GUARD_MS = 700

const props = defineProps<{ crewKey: string }>()
const session = useSessionStore()
const card = shallowRef<Card | null>(null)
const field = shallowRef<Field | null>(null)
const refusal = ref<Trouble | null>(null)
const fish = ref<SharedFish[]>([])
/** Whose lines stand large here. */
type Role = 'rod' | 'net' | 'clock'
const ROLES: Record<Role, string> = {
  rod: t('deck.crew.rod'),
  net: t('deck.crew.net'),
  clock: t('deck.crew.clock'),
}
const myRole = ref<Role | null>(null)
/** True for a moment after somebody else's tap. */
const guarded = refAutoReset(false, GUARD_MS)

onMounted(async () => {
  try {
    card.value = (await api.crewCard(props.crewKey)).card as Card
    field.value = openField(card.value)
  } catch (thrown) {
    refusal.value = trouble(thrown)
  }
})
const crew = useCrew(
  computed(() => (card.value ? props.crewKey : null)),
  // What the Deck sees is the Deck's to say.
  () =>
    fish.value.map(({ id, species_code, tag_number, taps }) => ({
      id,
      species_code,
      tag_number,
      taps,
    })),
  (shared, heard) => {
    fish.value = shared.map((other) => {
      const own = fish.value.find((shared) => shared.id === other.id)
      const taps = own ? merged(own.taps, other.taps, heard(other.id)) : other.taps
      if (own && taps) guarded.value = true
      return { ...other, taps: taps ?? own!.taps }
    })
  },
)
onBeforeUnmount(crew.stop)

/** The same question as the Deck's, of what the Deck knows, so that both are told the same. */
const { byFish, trouble: coreTrouble } = useFishAnswer(
  field,
  () =>
    fish.value.map(({ id, species_code, seen, taps }) => ({
      id,
      record: { species_code, taps, ...seen },
    })),
  () => session.units,
)
const shown = computed(() => {
  const inHand = fish.value.filter((shared) => !hasEnded(shared))
  return (inHand.length ? inHand : fish.value.slice(-1)).map((sharedFish) => {
    const acts = card.value!.acts.next[stageOf(sharedFish)] ?? []
    const answer = byFish.value[sharedFish.id] ?? null
    // The same act as the Deck's key. What is no stage is recorded on the Deck alone.
    const asked = answer?.stage === stageOf(sharedFish) ? answer.next : (acts[0] ?? null)
    const next = hasEnded(sharedFish) ? null : asked
    return {
      caught: sharedFish,
      next,
      name:
        card.value!.species.find((kind) => kind.code === sharedFish.species_code)?.common_name ??
        t('deck.crew.fish'),
      others: acts.filter((act) => act === 'let_go' && act !== next),
      answer,
      doing: answer?.roles.find((role) => role.role === myRole.value) ?? null,
    }
  })
})

function tap(sharedFish: SharedFish, act: Act) {
  if (guarded.value) return
  wakeSound()
  sharedFish.taps.push({ act, at: nowMs() })
  void crew.sync()
}
function undo(sharedFish: SharedFish) {
  sharedFish.taps.pop()
  crew.tookBack(sharedFish.id, sharedFish.taps.length)
  void crew.sync()
}
</script>

<template>
  <div class="page narrow crew">
    <TroubleNote :trouble="refusal" />
    <p v-if="!crew.signal.value" role="status">
      {{ t('deck.crew.noSignalYourTapsAre') }}
    </p>
    <p v-if="coreTrouble" role="alert">{{ coreTrouble }}</p>
    <template v-if="card">
      <h1>{{ t('deck.crew.crewAt', { spot_name: card.trip.spot_name }) }}</h1>
      <ChipRow
        :label="t('deck.crew.yourPart')"
        :options="ROLES"
        :chosen="myRole"
        @single="myRole = $event"
      />
      <p v-if="!shown.length" class="soft">
        {{ t('deck.crew.noFishOnYetIt') }}
      </p>
      <article v-for="{ caught, name, answer, next, others, doing } in shown" :key="caught.id">
        <DraughtColumn class="draught" :answer="answer" />
        <div class="side stack-2">
          <h2>{{ name }}</h2>
          <ClockPanel :stage="stageOf(caught)" :marks="answer?.clock ?? null" />
          <TagStreamer v-if="caught.tag_number" :number="caught.tag_number" />
          <p v-if="next && isBeside(next)" class="next aside" data-testid="next-on-deck">
            {{ ACT_BUTTON[next] }}
            <small>{{ t('deck.crew.recordedOnTheDeck') }}</small>
          </p>
          <button
            v-else-if="next"
            type="button"
            class="next"
            data-testid="next"
            :aria-disabled="guarded"
            @click="tap(caught, next)"
          >
            {{ ACT_BUTTON[next] }}
          </button>
          <div class="others">
            <button v-for="act in others" :key="act" type="button" @click="tap(caught, act)">
              {{ ACT_BUTTON[act] }}
            </button>
            <button type="button" :disabled="!caught.taps.length" @click="undo(caught)">
              {{ t('deck.crew.undo') }}
            </button>
          </div>
          <!-- Below the keys, which must not move when a line comes or goes. -->
          <ul v-if="doing" class="doing bare" data-testid="my-lines">
            <li v-for="text in doing.lines" :key="text">{{ text }}</li>
          </ul>
          <ul class="lines bare stack-2" :aria-label="t('deck.crew.now')">
            <li v-for="line in answer?.lines.slice(0, LINES_AT_ONCE)" :key="line.text" class="line">
              {{ line.text }}
            </li>
          </ul>
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
.line {
  padding-left: var(--gap-2);
  border-left: 3px solid var(--sea-deep);
  line-height: 1.25;
}
.doing {
  font-size: 24px;
  font-weight: var(--weight-strong);
  line-height: 1.2;
}
.aside {
  display: grid;
  place-content: center;
  margin: 0;
  text-align: center;
}
.aside small {
  font-size: 15px;
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
