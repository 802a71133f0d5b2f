import { useIntervalFn } from '@vueuse/core'
import { storeToRefs } from 'pinia'
import { v7 as uuid } from 'uuid'
import { computed, ref, shallowRef } from 'vue'
import { api, type Schemas } from '@/api/client'
import { NoSignal, trouble, type Trouble } from '@/api/refusal'
import { localDate } from '@/format/units'
import { nowMs } from '@/offline/clock'
import { useQueue } from '@/offline/queue'
import { keepNote, note } from '@/offline/store'
import { useSessionStore } from '@/stores/session'
import { adviceLines, airBudget, fightBudgetSeconds, readClock, type Act, type Card, type Tap } from './card'

/** The fish being handled; kept on the device after every touch. */
export interface FishInHand {
  id: string
  revision: number
  species_code: string
  taps: Tap[]
  /** As typed: tenths of the person's unit, "412" is 41.2. */
  digits: string
  length_kind: Schemas['LengthKind']
  length_how: 'board' | 'tape' | 'ruler' | 'estimate'
  hook_place: Schemas['HookPlace'] | null
  bleeding: 'none' | 'light' | 'heavy'
  swollen: boolean
  rolls_over: boolean
  tag_number: string | null
  note: string
}

type Deck = Schemas['Deck']
const TICK_MS = 100
/** Longest length that can be typed: 999.9 of a unit. */
const MAX_DIGITS = 4
const ENDED: Act[] = ['let_go', 'kept']

/** One fish at a time, from fish on to let go. Every act changes the screen at once and is kept here before anything is sent. */
export function useDeck() {
  const session = useSessionStore()
  const queue = useQueue()
  const { encounters } = storeToRefs(queue)
  const memberId = session.member!.id
  const CARD = `card:${memberId}`
  const IN_HAND = `in-hand:${memberId}`

  const deck = shallowRef<Deck | null>(null)
  const loading = ref(true)
  const refusal = ref<Trouble | null>(null)
  const fish = ref<FishInHand | null>(null)
  const now = ref(nowMs())
  useIntervalFn(() => (now.value = nowMs()), TICK_MS)

  const card = computed<Card | null>(() => deck.value?.card ?? null)
  const unit = computed(() => (session.units === 'imperial' ? ('in' as const) : ('cm' as const)))
  const species = computed(() => card.value?.species.find((one) => one.code === fish.value?.species_code) ?? null)
  const clock = computed(() => readClock(fish.value?.taps ?? [], now.value))
  const isOut = computed(() => clock.value.stage === 'lifted')
  const isDone = computed(() => ENDED.includes(clock.value.stage as Act))
  const lengthMm = computed(() => {
    const digits = fish.value?.digits
    return digits ? Math.round((Number(digits) / 10) * (unit.value === 'in' ? 25.4 : 10)) : null
  })
  const waterTempC = computed(() => card.value?.trip.water_temp_c ?? null)
  const budget = computed(() => (species.value ? airBudget(species.value, waterTempC.value, lengthMm.value, clock.value.fightSeconds) : { oneLift: 0, total: 0 }))
  const fightBudget = computed(() => (species.value ? fightBudgetSeconds(species.value, lengthMm.value) : 0))
  const usedBeforeThisLift = computed(() => clock.value.airSeconds - (clock.value.liftSeconds ?? 0))
  /** Seconds that this lift, or the next one, may still take. */
  const liftLeft = computed(() => Math.min(budget.value.oneLift, budget.value.total - usedBeforeThisLift.value) - (clock.value.liftSeconds ?? 0))
  const restNeeded = computed(() => (card.value && clock.value.lastLiftSeconds > 0 ? Math.max(card.value.rest.min_seconds, card.value.rest.times_last_lift * clock.value.lastLiftSeconds) : 0))
  const restLeft = computed(() => (clock.value.restSeconds === null ? 0 : restNeeded.value - clock.value.restSeconds))
  const nextActs = computed<Act[]>(() => card.value?.next_acts[clock.value.stage] ?? [])
  const natural = computed<Act>(() => (isDone.value ? 'fish_on' : (nextActs.value[0] ?? 'fish_on')))
  const others = computed<Act[]>(() =>
    nextActs.value.filter((act) => act !== natural.value && (act !== 'kept' || card.value!.may_keep) && (fish.value?.taps.length || act === 'in_net')),
  )
  const heat = computed(() => {
    if (!species.value || waterTempC.value === null || waterTempC.value < species.value.warm_c) return 'cool'
    return waterTempC.value >= species.value.stop_c ? 'stop' : 'warm'
  })
  /** What to do now, looked up by everything that is known of this fish. */
  const nowLines = computed(() =>
    card.value && species.value
      ? adviceLines(card.value, species.value, {
          stage: clock.value.stage === 'kept' ? 'let_go' : clock.value.stage,
          hook: fish.value?.hook_place ?? 'none',
          bleeding: fish.value?.bleeding ?? 'none',
          pressure: fish.value?.swollen ? 'yes' : 'no',
          vitality: fish.value?.rolls_over ? 'weak' : 'good',
          heat: heat.value,
        })
      : [],
  )

  /** Numbers that no fish logged here carries; the fish in hand may keep its own. */
  const pouch = computed(() => unused(fish.value?.id))
  function unused(ownId?: string): string[] {
    const used = new Set(encounters.value.filter((one) => one.id !== ownId).flatMap((one) => one.body.tag_numbers))
    return (card.value?.pouch ?? []).filter((number) => !used.has(number))
  }

  /** What was logged on this trip, here and on the server, newest first. */
  const logged = computed(() => {
    const here = encounters.value
      .filter((one) => one.body.trip_id === card.value?.trip.id)
      .map((one) => ({ id: one.id, species_code: one.body.species_code, tag_numbers: one.body.tag_numbers, at: one.body.stages[0]!.at, sending: one.sending, why: one.why }))
    const known = new Set(here.map((one) => one.id))
    const there = (deck.value?.logged ?? [])
      .filter((one) => !known.has(one.id))
      .map((one) => ({ id: one.id, species_code: one.species_code, tag_numbers: one.tag_numbers, at: one.caught_at, sending: 'sent' as const, why: null }))
    return [...here, ...there].toSorted((a, b) => b.at.localeCompare(a.at))
  })

  async function load() {
    const today = localDate()
    loading.value = true
    refusal.value = null
    try {
      deck.value = await api.deck(today)
      await keepNote(CARD, { on: today, deck: deck.value })
    } catch (thrown) {
      const kept = await note<{ on: string; deck: Deck }>(CARD)
      if (kept?.on === today) deck.value = kept.deck
      if (!(thrown instanceof NoSignal && kept)) refusal.value = trouble(thrown)
    }
    await queue.load()
    const inHand = await note<FishInHand>(IN_HAND)
    if (inHand && card.value) fish.value = inHand
    else if (card.value) fish.value = fresh()
    loading.value = false
  }

  async function startTrip(trip: Schemas['TripStart']) {
    refusal.value = null
    try {
      await api.startTrip(uuid(), trip)
      await load()
    } catch (thrown) {
      refusal.value = trouble(thrown)
    }
  }

  /** A blank record with what fitted last time. */
  function fresh(): FishInHand {
    const last = fish.value
    const code = last?.species_code ?? logged.value[0]?.species_code ?? card.value!.species[0]!.code
    const kind = card.value!.species.find((one) => one.code === code)!
    return {
      id: uuid(),
      revision: 1,
      species_code: kind.code,
      taps: [],
      digits: '',
      length_kind: kind.length_kind,
      length_how: last?.length_how ?? 'board',
      hook_place: null,
      bleeding: 'none',
      swollen: false,
      rolls_over: false,
      tag_number: kind.taggable ? (unused()[0] ?? null) : null,
      note: '',
    }
  }

  function tap(act: Act) {
    if (!fish.value) return
    if (act === 'fish_on' && isDone.value) fish.value = fresh()
    now.value = nowMs()
    fish.value.taps.push({ act, at: now.value })
    changed()
  }

  function undo() {
    if (!fish.value?.taps.length) return
    fish.value.taps.pop()
    changed()
  }

  function chooseSpecies(code: string) {
    const kind = card.value!.species.find((one) => one.code === code)
    if (!fish.value || !kind) return
    fish.value.species_code = code
    fish.value.length_kind = kind.length_kind
    if (!kind.taggable) fish.value.tag_number = null
    else fish.value.tag_number ??= pouch.value[0] ?? null
    changed()
  }

  function change(part: Partial<FishInHand>) {
    if (!fish.value) return
    Object.assign(fish.value, part)
    changed()
  }

  function digit(key: string) {
    if (!fish.value) return
    const digits = key === 'back' ? fish.value.digits.slice(0, -1) : (fish.value.digits + key).replace(/^0+/, '')
    if (digits.length <= MAX_DIGITS) change({ digits })
  }

  /** Keeps the record on the device; one that has ended goes to the queue, and again as a new revision when it is changed after that. */
  function changed() {
    const one = fish.value!
    const before = encounters.value.find((kept) => kept.id === one.id)
    if (isDone.value || before) {
      if (before) one.revision = before.body.revision + 1
      if (one.taps.length) void queue.save({ id: one.id, member_id: memberId, body: body(one) })
    }
    void keepNote(IN_HAND, one)
  }

  function body(one: FishInHand): Schemas['EncounterSent'] {
    const trip = card.value!.trip
    return {
      revision: one.revision,
      trip_id: trip.id,
      kind: one.tag_number ? 'tagged' : 'untagged',
      fate: one.taps.at(-1)?.act === 'kept' ? 'kept' : 'released',
      species_code: one.species_code,
      length: one.digits ? { value: Number(one.digits) / 10, unit: unit.value, kind: one.length_kind, how: one.length_how } : null,
      weight_g: null,
      hook_place: one.hook_place,
      bleeding: one.bleeding ?? 'none',
      pressure_signs: one.swollen ? ['swollen'] : [],
      reflexes: one.rolls_over ? { rights_itself: 'absent' } : {},
      tag_numbers: one.tag_number ? [one.tag_number] : [],
      stages: one.taps.map(({ act, at }) => ({ act, at: new Date(at).toISOString() })),
      utc_offset_minutes: -new Date(one.taps[0]!.at).getTimezoneOffset(),
      place: null,
      water_temp_c: trip.water_temp_c,
      house_rules_version: card.value!.house_rules_version,
      note: one.note.trim() || null,
    }
  }

  return {
    deck, card, loading, refusal, fish, species, clock, isOut, isDone, lengthMm, unit, waterTempC, budget, fightBudget, liftLeft, restNeeded, restLeft,
    natural, others, nowLines, pouch, logged, load, startTrip, tap, undo, chooseSpecies, change, digit,
  }
}
