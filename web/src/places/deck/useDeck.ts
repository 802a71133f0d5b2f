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
import {
  blankFish,
  bodyOf,
  hasEnded,
  lifeOf,
  numbersOf,
  sayNoTag,
  sayTagIn,
  seenOf,
  stageOf,
  takeTaps,
  tapBack,
  tapOn,
  type FishInHand,
} from './fishInHand'
import { wakeSound } from './sound'
import { merged, useCrew, type Heard, type SharedFish } from './useCrew'
import { useFishTold } from './useFishTold'
import { useInstruments } from './useInstruments'

type Deck = Schemas['Deck']
type KeptCards = Record<string, Deck>
interface InHand {
  hands: FishInHand[]
  at: number
  usual: string | null
}
/** Longest length that can be typed: 999.9 of a unit. */
const MAX_DIGITS = 4
/** So many fish may be in hand at once; more hands than that no boat has. */
const MAX_IN_HAND = 4
/** Days of which a card lies here: last night's, today's, those taken ahead. */
const MOST_CARDS = 5
/** A card of another shape is taken anew. */
const CARD_FORMAT = 3

/**
 * The fish in hand, from fish on to let go. Every act changes the screen at once and is kept here
 * before anything is sent.
 */
export function useDeck() {
  const session = useSessionStore()
  const queue = useQueue()
  const { encounters } = storeToRefs(queue)
  const memberId = (session.member ?? session.last)!.id
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
  const speciesOf = (code: string | undefined) =>
    card.value?.species.find((one) => one.code === code) ?? null
  const species = computed(() => speciesOf(fish.value?.species_code))
  const stage = computed(() => (fish.value ? stageOf(fish.value) : 'start'))
  const isOut = computed(() => stage.value === 'lifted')
  const isDone = computed(() => Boolean(fish.value && hasEnded(fish.value)))
  const life = computed(() => (fish.value ? lifeOf(fish.value) : 'open'))
  /** A touch that is asked about once more before it counts. */
  const doubted = ref<{ act: Act; text: string; mayGoOn: boolean } | null>(null)
  const device = (localStorage['voucher.device'] ??= uuid()) as string
  const waterTempC = computed(
    () =>
      fish.value?.water_temp_c ??
      instruments.waterTempC.value ??
      card.value?.trip.water_temp_c ??
      null,
  )

  /** Core's own word on every fish in hand; it comes a frame after the touch. */
  const field = shallowRef<Field | null>(null)
  watch(
    () => card.value?.sha256,
    () => afterPaint(() => (field.value = card.value && openField(card.value))),
  )
  const read = () => ({
    depth_m: instruments.depthM.value,
    water_temp_c: instruments.waterTempC.value,
  })
  const seen = (one: FishInHand) =>
    seenOf(one, unit.value, read(), pouch.value.length > 0, keptBefore(one))
  const { told: all, trouble: coreTrouble } = useFishTold(
    field,
    () =>
      hands.value.map((one) => ({
        id: one.id,
        record: { species_code: one.species_code, taps: one.taps, ...seen(one) },
      })),
    () => session.units,
  )
  const told = computed<FishTold | null>(() => (fish.value && all.value[fish.value.id]) ?? null)
  const toldOf = (one: FishInHand) => all.value[one.id] ?? null
  const settledStage = computed(() => told.value?.stage ?? stage.value)
  const settledDone = computed(() => ['let_go', 'kept'].includes(settledStage.value))
  const actsFrom = (from: string) => card.value?.acts.next[from] ?? []
  const natural = computed<Act>(() =>
    isDone.value ? 'fish_on' : (actsFrom(stage.value)[0] ?? 'fish_on'),
  )
  /** Put in where the fish is; once in a record, and only with a tag in hand. */
  const marks = computed<Act[]>(() => {
    const one = fish.value
    if (
      !one ||
      !(one.kind === 'recaptured'
        ? one.new_tag_numbers.length
        : one.offered && one.said_tag === null)
    )
      return []
    return (Object.keys(card.value?.acts.marks ?? {}) as Act[]).filter(
      (mark) =>
        card.value!.acts.marks[mark]!.includes(settledStage.value as Act) &&
        !one.taps.some((tap) => tap.act === mark),
    )
  })
  /** All that may come besides the natural act. */
  const others = computed<Act[]>(() => {
    const acts = actsFrom(settledStage.value)
    const first = settledDone.value ? 'fish_on' : acts[0]
    return [
      ...marks.value,
      ...acts.filter((act) => act !== first && (fish.value?.taps.length || act === 'in_net')),
    ]
  })
  const knownFish = computed(
    () => card.value?.known_fish.find((one) => one.number === fish.value?.tag_numbers[0]) ?? null,
  )

  /** Fish of this kind that were kept on this trip before this one: the bag of the law. */
  function keptBefore(one: FishInHand): number {
    const here = encounters.value.filter(
      (kept) =>
        kept.body.trip_id === card.value?.trip.id &&
        kept.body.fate === 'kept' &&
        !kept.body.voided_because,
    )
    const known = new Set(encounters.value.map((kept) => kept.id))
    const there = (deck.value?.logged ?? []).filter(
      (kept) => kept.fate === 'kept' && !known.has(kept.id),
    )
    return [
      ...here.map((kept) => ({ id: kept.id, species_code: kept.body.species_code })),
      ...there,
    ].filter((kept) => kept.id !== one.id && kept.species_code === one.species_code).length
  }

  /** Numbers that no fish logged here uses; the fish in hand may keep its own. */
  const pouch = computed(() =>
    unused(fish.value?.id).filter(
      (number) =>
        !fish.value?.spoiled_numbers.includes(number) && !fish.value?.lost_numbers.includes(number),
    ),
  )
  function unused(ownId?: string): string[] {
    const logged = encounters.value
      .filter((one) => one.id !== ownId && !one.body.voided_because)
      .flatMap((one) => numbersOf(one.body))
    const inHand = hands.value
      .filter((one) => one.id !== ownId)
      .flatMap((one) => [...numbersOf(one), ...(isInHand(one) && one.offered ? [one.offered] : [])])
    const used = new Set([...logged, ...inHand])
    return (card.value?.pouch ?? []).filter((number) => !used.has(number))
  }

  /** What was logged on this trip, here and on the server, newest first. */
  const logged = computed(() => {
    const here = encounters.value
      .filter(
        (one) =>
          (one.body.trip_id === card.value?.trip.id || one.sending === 'held') &&
          !one.body.voided_because,
      )
      .map((one) => ({
        id: one.id,
        species_code: one.body.species_code,
        tag_numbers: one.body.tag_numbers,
        at: one.body.stages[0]!.at,
        sending: one.sending,
        why: one.why,
        asks: Boolean(one.body.tag_question),
        fields: one.fields ?? [],
        collisions: one.collisions ?? [],
      }))
    const known = new Set(encounters.value.map((one) => one.id))
    const there = (deck.value?.logged ?? [])
      .filter((one) => !known.has(one.id))
      .map((one) => ({
        id: one.id,
        species_code: one.species_code,
        tag_numbers: one.tag_numbers,
        at: one.caught_at,
        sending: 'sent' as const,
        why: null,
        asks: false,
        fields: [],
        collisions: [],
      }))
    return [...here, ...there].toSorted((a, b) => b.at.localeCompare(a.at))
  })

  /**
   * The card that lies here is shown at once; a newer one takes its place when the server answers.
   */
  async function load() {
    const today = localDate()
    loading.value = true
    refusal.value = null
    const cards = await keptCards()
    const inHand = await tripInHand()
    const kept =
      (inHand && Object.values(cards).find((one) => one.card?.trip.id === inHand)) || cards[today]
    if (kept?.card) {
      await open(kept)
      void refresh(today, true)
    } else if (!(await refresh(today, false)) && Object.keys(cards).length) {
      // No signal, and no card of this day: the newest that lies here is better than none, and
      // says of which day it is.
      refusal.value = null
      await open(cards[Object.keys(cards).toSorted().at(-1)!]!)
    }
    loading.value = false
  }

  /** Cards that lie here, by the day of their trip. */
  async function keptCards(): Promise<KeptCards> {
    const all = Object.entries((await note<KeptCards>(CARD)) ?? {})
    return Object.fromEntries(all.filter(([, one]) => one.card?.format === CARD_FORMAT))
  }
  async function keepCard(fresh: Deck) {
    if (!fresh.card) return
    const day = fresh.card.trip.held_on
    const others = Object.entries(await keptCards())
      .filter(([on]) => on !== day)
      .toSorted(([a], [b]) => b.localeCompare(a))
    await keepNote(CARD, Object.fromEntries([[day, fresh], ...others.slice(0, MOST_CARDS - 1)]))
  }

  /** A fish in hand is shown first, whatever day it has become: its trip, or null. */
  async function tripInHand() {
    const kept = await note<InHand>(IN_HAND)
    return kept?.hands.find(isInHand)?.trip_id ?? null
  }
  const isInHand = (one: FishInHand) => one.taps.length > 0 && !hasEnded(one)

  /** Returns whether the server answered. With a fish in hand the card does not change under it. */
  async function refresh(on: string, shown: boolean, trip?: string): Promise<boolean> {
    try {
      const here = card.value?.trip
      const fresh = await api.deck(
        on,
        trip ?? (shown && here?.held_on === on ? here.id : undefined),
      )
      await keepCard(fresh)
      if (!shown) await open(fresh)
      else if (fresh.card?.trip.id === here?.id) deck.value = fresh
      else if (!hands.value.some(isInHand)) await open(fresh)
      return true
    } catch (thrown) {
      if (!(thrown instanceof NoSignal && shown)) refusal.value = trouble(thrown)
      return false
    }
  }

  /** Another of the trips: also tomorrow's, while there is a signal tonight. */
  async function takeCard(trip: Schemas['Deck']['trips'][number]) {
    refusal.value = null
    await refresh(trip.held_on, false, trip.id)
  }
  /** Another trip on a day that has one. */
  const newTrip = () => (deck.value = deck.value && { ...deck.value, card: null })

  async function open(fresh: Deck) {
    deck.value = fresh
    await queue.load(fresh.card?.trip.id ?? null)
    if (!card.value) return
    const inHand = await note<InHand>(IN_HAND)
    hands.value = (inHand?.hands ?? [])
      .filter(
        (one) =>
          speciesOf(one.species_code) && (isInHand(one) || one.trip_id === card.value!.trip.id),
      )
      .map((one) => asSaid({ ...blankFish(one.id, one.species_code, one.length_kind), ...one }))
    usual.value = inHand?.usual ?? logged.value[0]?.species_code ?? null
    at.value = Math.min(inHand?.at ?? 0, Math.max(0, hands.value.length - 1))
    // A page that died between the last touch and the queue: what is closed here goes out.
    hands.value
      .filter((one) => hasEnded(one) && !encounters.value.some((kept) => kept.id === one.id))
      .forEach(keepOne)
    if (!hands.value.length) hands.value = [blankRecord()]
  }

  /**
   * A page of before let the number stand in the fish from the start: it was never said to be in.
   */
  const asSaid = (one: FishInHand): FishInHand =>
    one.kind === 'tagged' && one.said_tag === null && !hasEnded(one)
      ? { ...one, kind: 'untagged', offered: one.tag_numbers[0] ?? null, tag_numbers: [] }
      : one

  async function startTrip(trip: Schemas['TripStart']) {
    refusal.value = null
    try {
      const { id } = await api.startTrip(uuid(), trip)
      await refresh(trip.held_on, false, id)
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
    return {
      ...blank,
      trip_id: card.value!.trip.id,
      rules: { version: card.value!.rules.version, own_version: card.value!.rules.own_version },
      length_how: last?.length_how ?? 'board',
      offered: next ?? null,
      spot_code: last?.spot_code ?? null,
    }
  }

  /**
   * `sure`: it was asked about once more. Advice against a tag, and a law that says no, are asked
   * about.
   */
  function tap(act: Act, sure = false) {
    if (!fish.value) return
    doubted.value = sure ? null : doubtOf(act)
    if (doubted.value) return
    if (act === 'fish_on' && isDone.value) hands.value[at.value] = blankRecord()
    afterPaint(wakeSound)
    const one = fish.value
    if (!one.taps.length) readInstruments(one)
    if (act !== 'fish_on' && act !== 'in_net') one.tag_advice ??= told.value?.tagging ?? null
    if (act === 'tag_in' && hasEnded(one)) sayTagIn(one)
    else tapOn(one, act, nowMs(), told.value?.tagging?.advice === 'let_go')
    changed(one)
    afterPaint(() => void crew.sync())
  }

  function doubtOf(act: Act) {
    const { tagging, keep } = told.value ?? {}
    if (act === 'tag_in' && tagging?.advice === 'let_go')
      return { act, text: `Better not: ${tagging.reasons[0]}. Is it in?`, mayGoOn: true }
    if (act === 'kept' && keep && !keep.may)
      return { act, text: `${keep.text}.`, mayGoOn: !keep.needs }
    return null
  }
  /** Letting go with the tag in, in one touch that says both. */
  function letGoTagged() {
    if (!fish.value || doubtOf('tag_in')) return tap('tag_in')
    sayTagIn(fish.value)
    tap('let_go')
  }
  function noTag() {
    doubted.value = null
    if (!fish.value) return
    sayNoTag(fish.value)
    changed(fish.value)
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
    const one: FishInHand = { ...blankRecord(code), offered: null }
    if (kept || isDone.value) hands.value[at.value] = one
    else at.value = hands.value.push(one) - 1
    tap('let_go', true)
  }

  /** Opens a logged record again, to correct it or to mend what the server held back. */
  async function reopen(id: string) {
    const kept = encounters.value.find((one) => one.id === id) ?? (await keptEncounter(id))
    if (!kept?.fish) return false
    const one = { ...(kept.fish as FishInHand), reopened: true }
    const place = hands.value.findIndex((other) => other.id === id)
    if (place >= 0) {
      hands.value[place]!.reopened = true
      at.value = place
    } else {
      hands.value = [
        ...hands.value.filter((other) => other.taps.length && !hasEnded(other)),
        { ...blankFish(one.id, one.species_code, one.length_kind), ...one },
      ]
      at.value = hands.value.length - 1
    }
    await keepInHand()
    return true
  }

  /** Closes a fish that was opened again; it stands as it is. */
  function close() {
    if (fish.value) change({ reopened: false })
  }

  function undo() {
    const one = fish.value
    if (doubted.value) return void (doubted.value = null)
    if (!one?.taps.length) return
    tapBack(one)
    crew.tookBack(one.id, one.voided_because ? 0 : one.taps.length)
    changed(one)
    if (one.voided_because) hands.value[at.value] = blankRecord()
    void crew.sync()
  }

  /**
   * A time put right afterwards; the earlier one stays with the earlier revision. Returns why it
   * cannot be, or null.
   */
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
    if (!fish.value || !kind) return
    usual.value = code
    // A closed fish stays what it was: this is the next one.
    if (life.value === 'closed') hands.value[at.value] = blankRecord()
    const one = fish.value
    Object.assign(one, { species_code: code, length_kind: kind.length_kind })
    if (!kind.taggable && one.kind === 'tagged') sayNoTag(one)
    if (one.kind !== 'tagged')
      Object.assign(one, { offered: kind.taggable ? (pouch.value[0] ?? null) : null })
    changed(one)
  }

  /** What may still be said of a closed fish: how it swam off, and the answer about its tag. */
  const LATE: (keyof FishInHand)[] = [
    'outcome',
    'reopened',
    'kind',
    'tag_numbers',
    'said_tag',
    'ask_tag',
    'note',
  ]
  function change(part: Partial<FishInHand>) {
    if (!fish.value) return
    if (
      life.value === 'closed' &&
      !Object.keys(part).every((key) => LATE.includes(key as keyof FishInHand))
    )
      return
    Object.assign(fish.value, part)
    changed(fish.value)
  }

  function digit(key: string) {
    if (!fish.value || life.value === 'closed') return
    const digits =
      key === 'back' ? fish.value.digits.slice(0, -1) : (fish.value.digits + key).replace(/^0+/, '')
    if (digits.length <= MAX_DIGITS) change({ digits })
  }

  /**
   * Keeps the record on the device; one that has ended goes to the queue, and again as a new
   * revision when it is changed after that.
   */
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
    // While it is open again nothing of it goes out.
    if (hasEnded(one)) {
      if (!one.taps.length) return
      const body = bodyOf(one, card.value!, unit.value, device)
      const { trip_id, house_rules_version, own_rules_version } = before?.body ?? body
      const next = {
        ...body,
        trip_id,
        house_rules_version,
        own_rules_version,
        revision: before ? before.body.revision + 1 : one.revision,
      }
      // Opening and closing it says nothing new.
      if (before && same({ ...next, revision: 0 }, { ...before.body, revision: 0 })) return
      one.revision = next.revision
      void queue.save({ id: one.id, member_id: memberId, body: next, fish: { ...one } })
    }
  }

  const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other)
  const keepInHand = () =>
    keepNote(IN_HAND, { hands: hands.value, at: at.value, usual: usual.value })

  async function addPhoto(file: Blob) {
    if (!fish.value) return
    await queue.addPhoto({
      id: uuid(),
      encounter_id: fish.value.id,
      member_id: memberId,
      taken_at: nowMs(),
      blob: file,
    })
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
  const crew = useCrew(
    computed(() => deck.value?.crew_key ?? null),
    mineToShare,
    takeShared,
  )
  onScopeDispose(crew.stop)
  useEventListener(window, 'pagehide', keepAll)

  function mineToShare(): Omit<SharedFish, 'undos'>[] {
    return hands.value.map((one) => ({
      id: one.id,
      species_code: one.species_code,
      tag_number: one.tag_numbers[0] ?? one.offered,
      seen: seen(one),
      taps: one.taps,
    }))
  }
  /** Taps that the crew made or took back. */
  function takeShared(shared: SharedFish[], heard: (id: string) => Heard) {
    for (const other of shared) {
      const own = hands.value.find((one) => one.id === other.id)
      const taps = own && merged(own.taps, other.taps, heard(other.id))
      if (!taps) continue
      takeTaps(own, taps)
      changed(own)
    }
  }

  return {
    deck,
    card,
    field,
    loading,
    refusal,
    coreTrouble,
    hands,
    at,
    fish,
    marks,
    species,
    stage,
    settledStage,
    settledDone,
    isOut,
    isDone,
    unit,
    waterTempC,
    told,
    toldOf,
    natural,
    others,
    knownFish,
    pouch,
    logged,
    photos,
    instruments,
    crewSignal: crew.signal,
    life,
    doubted,
    takeCard,
    newTrip,
    load,
    startTrip,
    tap,
    letGoTagged,
    noTag,
    undo,
    close,
    moveTap,
    secondFish,
    turnTo,
    bycatch,
    reopen,
    chooseSpecies,
    change,
    digit,
    addPhoto,
    removePhoto: queue.removePhoto,
    share,
  }
}
export type DeckState = ReturnType<typeof useDeck>
