import { useEventListener } from '@vueuse/core'
import { storeToRefs } from 'pinia'
import { v7 as uuid } from 'uuid'
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { api, type Schemas } from '@/api/client'
import { NoSignal, trouble, type Trouble } from '@/api/refusal'
import { localDate } from '@/format/units'
import { nowMs } from '@/offline/clock'
import { useQueue } from '@/offline/queue'
import { keepNote, keptEncounter, note } from '@/offline/store'
import { useSessionStore } from '@/stores/session'
import { openField, type Act, type Card, type Field, type FishTold } from '@/core/field'
import { afterPaint } from './afterPaint'
import { blankFish, bodyOf, hasEnded, numbersOf, seenOf, stageOf, type FishInHand } from './fishInHand'
import { wakeSound } from './sound'
import { merged, useCrew, type Heard, type SharedFish } from './useCrew'
import { useFishTold } from './useFishTold'
import { useInstruments } from './useInstruments'

type Deck = Schemas['Deck']
/** Longest length that can be typed: 999.9 of a unit. */
const MAX_DIGITS = 4
/** So many fish may be in hand at once; more hands than that no boat has. */
const MAX_IN_HAND = 4
/** A card of another shape is taken anew. */
const CARD_FORMAT = 3

/** The fish in hand, from fish on to let go. Every act changes the screen at once and is kept here before anything is sent. */
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
  const hands = ref<FishInHand[]>([])
  const at = ref(0)
  /** What is being fished for: a crab on the hook does not change it. */
  const usual = ref<string | null>(null)
  const fish = computed<FishInHand | null>(() => hands.value[at.value] ?? null)
  const instruments = useInstruments(computed(() => deck.value?.instruments ?? false))

  const card = computed<Card | null>(() => deck.value?.card ?? null)
  const unit = computed(() => (session.units === 'imperial' ? ('in' as const) : ('cm' as const)))
  const speciesOf = (code: string | undefined) => card.value?.species.find((one) => one.code === code) ?? null
  const species = computed(() => speciesOf(fish.value?.species_code))
  const stage = computed(() => (fish.value ? stageOf(fish.value) : 'start'))
  const isOut = computed(() => stage.value === 'lifted')
  const isDone = computed(() => Boolean(fish.value && hasEnded(fish.value)))
  const waterTempC = computed(() => fish.value?.water_temp_c ?? instruments.waterTempC.value ?? card.value?.trip.water_temp_c ?? null)

  /** Core's own word on every fish in hand; it comes a frame after the touch. */
  const field = shallowRef<Field | null>(null)
  watch(() => card.value?.sha256, () => afterPaint(() => (field.value = card.value && openField(card.value))))
  const read = () => ({ depth_m: instruments.depthM.value, water_temp_c: instruments.waterTempC.value })
  const seen = (one: FishInHand) => seenOf(one, unit.value, read(), pouch.value.length > 0)
  const { told: all, trouble: coreTrouble } = useFishTold(field, () => hands.value.map((one) => ({ id: one.id, record: { species_code: one.species_code, taps: one.taps, ...seen(one) } })), () => session.units)
  const told = computed<FishTold | null>(() => (fish.value && all.value[fish.value.id]) ?? null)
  const toldOf = (one: FishInHand) => all.value[one.id] ?? null
  const settledStage = computed(() => told.value?.stage ?? stage.value)
  const settledDone = computed(() => ['let_go', 'kept'].includes(settledStage.value))
  const actsFrom = (from: string) => card.value?.acts.next[from] ?? []
  const natural = computed<Act>(() => (isDone.value ? 'fish_on' : (actsFrom(stage.value)[0] ?? 'fish_on')))
  /** Put in where the fish is; once in a record, and only with a tag in hand. */
  const marks = computed<Act[]>(() => {
    const one = fish.value
    if (!one || !(one.kind === 'tagged' ? one.tag_numbers.length : one.new_tag_numbers.length)) return []
    return (Object.keys(card.value?.acts.marks ?? {}) as Act[]).filter((mark) => card.value!.acts.marks[mark]!.includes(settledStage.value as Act) && !one.taps.some((tap) => tap.act === mark))
  })
  /** All that may come besides the natural act. */
  const others = computed<Act[]>(() => {
    const acts = actsFrom(settledStage.value)
    const first = settledDone.value ? 'fish_on' : acts[0]
    return [...marks.value, ...acts.filter((act) => act !== first && (fish.value?.taps.length || act === 'in_net'))]
  })
  const knownFish = computed(() => card.value?.known_fish.find((one) => one.number === fish.value?.tag_numbers[0]) ?? null)

  /** Numbers that no fish logged here uses; the fish in hand may keep its own. */
  const pouch = computed(() => unused(fish.value?.id).filter((number) => !fish.value?.spoiled_numbers.includes(number) && !fish.value?.lost_numbers.includes(number)))
  function unused(ownId?: string): string[] {
    const logged = encounters.value.filter((one) => one.id !== ownId).flatMap((one) => numbersOf(one.body))
    const inHand = hands.value.filter((one) => one.id !== ownId).flatMap((one) => numbersOf(one))
    const used = new Set([...logged, ...inHand])
    return (card.value?.pouch ?? []).filter((number) => !used.has(number))
  }

  /** What was logged on this trip, here and on the server, newest first. */
  const logged = computed(() => {
    const here = encounters.value
      .filter((one) => one.body.trip_id === card.value?.trip.id || one.sending === 'held')
      .map((one) => ({ id: one.id, species_code: one.body.species_code, tag_numbers: one.body.tag_numbers, at: one.body.stages[0]!.at, sending: one.sending, why: one.why }))
    const known = new Set(here.map((one) => one.id))
    const there = (deck.value?.logged ?? [])
      .filter((one) => !known.has(one.id))
      .map((one) => ({ id: one.id, species_code: one.species_code, tag_numbers: one.tag_numbers, at: one.caught_at, sending: 'sent' as const, why: null }))
    return [...here, ...there].toSorted((a, b) => b.at.localeCompare(a.at))
  })

  /** The card that lies here is shown at once; a newer one takes its place when the server answers. */
  async function load() {
    const today = localDate()
    loading.value = true
    refusal.value = null
    const kept = await note<{ on: string; deck: Deck }>(CARD)
    if (kept?.on === today && kept.deck.card?.format === CARD_FORMAT) {
      await open(kept.deck)
      void refresh(today, true)
    } else await refresh(today, false)
    loading.value = false
  }

  async function refresh(today: string, shown: boolean) {
    try {
      const fresh = await api.deck(today)
      await keepNote(CARD, { on: today, deck: fresh })
      if (shown && fresh.card?.trip.id === card.value?.trip.id) deck.value = fresh
      else await open(fresh)
    } catch (thrown) {
      if (!(thrown instanceof NoSignal && shown)) refusal.value = trouble(thrown)
    }
  }

  async function open(fresh: Deck) {
    deck.value = fresh
    await queue.load(fresh.card?.trip.id ?? null)
    if (!card.value) return
    const inHand = await note<{ hands: FishInHand[]; at: number; usual: string | null }>(IN_HAND)
    hands.value = (inHand?.hands ?? []).filter((one) => speciesOf(one.species_code)).map((one) => ({ ...blankFish(one.id, one.species_code, one.length_kind), ...one }))
    usual.value = inHand?.usual ?? logged.value[0]?.species_code ?? null
    at.value = Math.min(inHand?.at ?? 0, Math.max(0, hands.value.length - 1))
    if (!hands.value.length) hands.value = [blankRecord()]
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
  function blankRecord(speciesCode?: string): FishInHand {
    const last = fish.value
    const kind = speciesOf(speciesCode ?? usual.value ?? undefined) ?? card.value!.species[0]!
    if (!speciesCode) usual.value ??= kind.code
    const blank = blankFish(uuid(), kind.code, kind.length_kind)
    const next = kind.taggable ? unused()[0] : undefined
    return { ...blank, rules: { version: card.value!.rules.version, own_version: card.value!.rules.own_version }, length_how: last?.length_how ?? 'board', ...(next ? { kind: 'tagged' as const, tag_numbers: [next] } : {}) }
  }

  function tap(act: Act) {
    if (!fish.value) return
    if (act === 'fish_on' && isDone.value) hands.value[at.value] = blankRecord()
    afterPaint(wakeSound)
    const one = fish.value
    if (!one.taps.length) readInstruments(one)
    if (act !== 'fish_on' && act !== 'in_net') one.tag_advice ??= told.value?.tagging ?? null
    // The number that stood ready for a release is not in a fish that is kept.
    if (act === 'kept' && one.kind === 'tagged') Object.assign(one, { kind: 'untagged', tag_numbers: [] })
    one.taps.push({ act, at: nowMs() })
    changed(one)
    afterPaint(() => void crew.sync())
  }

  /** Only fresh readings go into a record. */
  function readInstruments(one: FishInHand) {
    Object.assign(one, instruments.place.value ?? {})
    one.depth_m ??= instruments.depthM.value
    one.water_temp_c ??= instruments.waterTempC.value
  }

  /** Another fish takes while this one rests: a second pair of hands. */
  function secondFish() {
    if (hands.value.length >= MAX_IN_HAND) return
    hands.value = [...hands.value.filter((one) => !hasEnded(one)), blankRecord()]
    at.value = hands.value.length - 1
    tap('fish_on')
  }

  function turnTo(place: number) {
    at.value = place
    void keepInHand()
  }

  /** A catch that is not tagged, gone in two touches; Undo brings it back into hand. */
  function bycatch(code: string) {
    const kept = fish.value && !fish.value.taps.length ? fish.value.species_code : null
    const one: FishInHand = { ...blankRecord(code), kind: 'untagged', tag_numbers: [] }
    if (kept || isDone.value) hands.value[at.value] = one
    else at.value = hands.value.push(one) - 1
    tap('let_go')
  }

  /** Opens a logged record again, to correct it or to mend what the server held back. */
  async function reopen(id: string) {
    const kept = encounters.value.find((one) => one.id === id) ?? (await keptEncounter(id))
    if (!kept?.fish) return false
    const one = kept.fish as FishInHand
    const place = hands.value.findIndex((other) => other.id === id)
    if (place >= 0) at.value = place
    else {
      hands.value = [...hands.value.filter((other) => other.taps.length && !hasEnded(other)), { ...blankFish(one.id, one.species_code, one.length_kind), ...one }]
      at.value = hands.value.length - 1
    }
    await keepInHand()
    return true
  }

  function undo() {
    const one = fish.value
    if (!one?.taps.length) return
    one.taps.pop()
    crew.tookBack(one.id, one.taps.length)
    changed(one)
    void crew.sync()
  }

  /** A time put right afterwards; the earlier one stays with the earlier revision. Returns why it cannot be, or null. */
  async function moveTap(place: number, to: number): Promise<string | null> {
    const one = fish.value
    if (!one?.taps[place] || !field.value) return null
    const taps = one.taps.map((tap, at) => (at === place ? { ...tap, at: to } : tap))
    const { wrong } = await field.value.ask('wrong_taps', { taps })
    if (wrong) return wrong
    one.taps = taps
    changed(one)
    return null
  }

  function chooseSpecies(code: string) {
    const kind = speciesOf(code)
    const one = fish.value
    if (!one || !kind) return
    one.species_code = code
    usual.value = code
    one.length_kind = kind.length_kind
    if (!kind.taggable) setTag(null)
    else if (one.kind === 'untagged' && pouch.value[0]) setTag(pouch.value[0])
    changed(one)
  }

  function setTag(number: string | null) {
    change(number ? { kind: 'tagged', tag_numbers: [number] } : { kind: 'untagged', tag_numbers: [] })
  }

  function change(part: Partial<FishInHand>) {
    if (!fish.value) return
    Object.assign(fish.value, part)
    changed(fish.value)
  }

  function digit(key: string) {
    if (!fish.value) return
    const digits = key === 'back' ? fish.value.digits.slice(0, -1) : (fish.value.digits + key).replace(/^0+/, '')
    if (digits.length <= MAX_DIGITS) change({ digits })
  }

  /** Keeps the record on the device; one that has ended goes to the queue, and again as a new revision when it is changed after that. */
  function changed(one: FishInHand) {
    unkept.add(one)
    afterPaint(keepAll)
  }
  const unkept = new Set<FishInHand>()
  function keepAll() {
    unkept.forEach(keepOne)
    unkept.clear()
    void keepInHand()
  }
  function keepOne(one: FishInHand) {
    const before = encounters.value.find((kept) => kept.id === one.id)
    if (hasEnded(one) || before) {
      if (before) one.revision = before.body.revision + 1
      if (one.taps.length) {
        const { trip_id, house_rules_version, own_rules_version } = before?.body ?? bodyOf(one, card.value!, unit.value)
        void queue.save({ id: one.id, member_id: memberId, body: { ...bodyOf(one, card.value!, unit.value), trip_id, house_rules_version, own_rules_version }, fish: { ...one } })
      }
    }
  }

  const keepInHand = () => keepNote(IN_HAND, { hands: hands.value, at: at.value, usual: usual.value })

  async function addPhoto(file: Blob) {
    if (!fish.value) return
    await queue.addPhoto({ id: uuid(), encounter_id: fish.value.id, member_id: memberId, taken_at: nowMs(), blob: file })
  }
  const photos = computed(() => queue.photos.filter((one) => one.encounter_id === fish.value?.id))

  async function share() {
    refusal.value = null
    try {
      const { crew_key } = await api.shareDeck(card.value!.trip.id)
      deck.value = { ...deck.value!, crew_key }
    } catch (thrown) {
      refusal.value = trouble(thrown)
    }
  }
  const crew = useCrew(computed(() => deck.value?.crew_key ?? null), mineToShare, takeShared)
  onScopeDispose(crew.stop)
  useEventListener(window, 'pagehide', keepAll)

  function mineToShare(): Omit<SharedFish, 'undos'>[] {
    return hands.value.map((one) => ({ id: one.id, species_code: one.species_code, tag_number: one.tag_numbers[0] ?? null, seen: seen(one), taps: one.taps }))
  }
  /** Taps that the crew made or took back. */
  function takeShared(shared: SharedFish[], heard: (id: string) => Heard) {
    for (const other of shared) {
      const own = hands.value.find((one) => one.id === other.id)
      const taps = own && merged(own.taps, other.taps, heard(other.id))
      if (!taps) continue
      own.taps = taps
      changed(own)
    }
  }

  return {
    deck, card, field, loading, refusal, coreTrouble, hands, at, fish, species, stage, settledStage, settledDone, isOut, isDone, unit, waterTempC, told, toldOf,
    natural, others, knownFish, pouch, logged, photos, instruments, crewSignal: crew.signal,
    load, startTrip, tap, undo, moveTap, secondFish, turnTo, bycatch, reopen, chooseSpecies, setTag, change, digit, addPhoto, removePhoto: queue.removePhoto, share,
  }
}
export type DeckState = ReturnType<typeof useDeck>
