import { storeToRefs } from 'pinia'
import { v7 as uuid } from 'uuid'
import { computed, ref } from 'vue'
import { nowMs } from '@/offline/clock'
import { useQueue } from '@/offline/queue'
import { keptEncounter } from '@/offline/store'
import type { Act, NextAct } from '@/core/field'
import { t } from '@/words/deck'
import { afterPaint } from './afterPaint'
import {
  blankFish,
  doBeside,
  hasEnded,
  isBeside,
  lifeOf,
  sayNoTag,
  sayTagIn,
  tapBack,
  tapOn,
  undoBeside,
  type FishInHand,
} from './fishInHand'
import { wakeSound } from './sound'
import type { Cards } from './useCards'
import type { CoreWord } from './useCoreWord'
import type { Hands } from './useHands'
import type { Instruments } from './useInstruments'
import type { Keeping } from './useKeeping'
import type { Logged } from './useLogged'

/** Longest length that can be typed: 999.9 of a unit. */
const MAX_DIGITS = 4
/** So many fish may be in hand at once; more hands than that no boat has. */
const MAX_IN_HAND = 4
/** What may still be said of a closed fish: how it swam off, and the answer about its tag. */
const LATE: (keyof FishInHand)[] = [
  'outcome',
  'left_in_fish',
  'reopened',
  'kind',
  'tag_numbers',
  'said_tag',
  'ask_tag',
  'note',
]

/** What a hand does on the Deck. Every touch changes the screen at once and is kept here first. */
export function useTouches(
  { card, speciesOf }: Cards,
  { hands, current, usual, fish, keepInHand, put, add }: Hands,
  { pouch, unused }: Logged,
  { field, answer, isDone }: CoreWord,
  { changed }: Keeping,
  instruments: Instruments,
  /** Tells the other devices of the trip. */
  crew: () => { sync: () => Promise<void>; tookBack: (id: string, position: number) => void },
) {
  const { encounters } = storeToRefs(useQueue())
  const life = computed(() => (fish.value ? lifeOf(fish.value) : 'open'))
  /** A touch that is asked about once more before it counts. */
  const doubted = ref<{ act: Act; text: string; mayGoOn: boolean } | null>(null)

  /** A blank record with what fitted last time. */
  function blankRecord(speciesCode?: string): FishInHand {
    const last = fish.value
    const kind = speciesOf(speciesCode ?? usual.value ?? undefined) ?? card.value!.species[0]!
    if (!speciesCode) usual.value ??= kind.code
    const next = kind.taggable ? unused()[0] : undefined
    return {
      ...blankFish(uuid(), kind.code, kind.length_kind),
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
    if (act === 'fish_on' && isDone.value) put(blankRecord())
    afterPaint(wakeSound)
    const inHand = fish.value
    if (!inHand.taps.length) readInstruments(inHand)
    if (act !== 'fish_on' && act !== 'in_net') inHand.tag_advice ??= answer.value?.tagging ?? null
    if (act === 'tag_in' && hasEnded(inHand)) sayTagIn(inHand)
    else tapOn(inHand, act, nowMs(), answer.value?.tagging?.advice === 'let_go')
    changed(inHand)
    afterPaint(() => void crew().sync())
  }

  function doubtOf(act: Act) {
    const { tagging, keep } = answer.value ?? {}
    if (act === 'tag_in' && tagging?.advice === 'let_go')
      return {
        act,
        text: t('deck.useTouches.betterNotIsTheTag', { reasons: tagging.reasons[0] }),
        mayGoOn: true,
      }
    if (act === 'kept' && keep && !keep.may)
      return { act, text: `${keep.text}.`, mayGoOn: !keep.needs }
    return null
  }
  /** The big key. */
  function doNext(next: NextAct) {
    if (!isBeside(next)) return tap(next)
    if (!fish.value) return
    doBeside(fish.value, next)
    changed(fish.value)
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
  function readInstruments(inHand: FishInHand) {
    Object.assign(inHand, instruments.place.value ?? {})
    inHand.depth_m ??= instruments.depthM.value
    inHand.water_temp_c ??= instruments.waterTempC.value
  }

  /** Another fish takes while this one rests: a second pair of hands. */
  function secondFish() {
    if (hands.value.length >= MAX_IN_HAND) return
    add(
      blankRecord(),
      hands.value.filter((hand) => !hasEnded(hand)),
    )
    tap('fish_on')
  }

  /** A catch that is not tagged, gone in two touches; Undo brings it back into hand. */
  function bycatch(code: string) {
    const isBlank = fish.value && !fish.value.taps.length
    const inHand: FishInHand = { ...blankRecord(code), offered: null }
    if (isBlank || isDone.value) put(inHand)
    else add(inHand)
    tap('let_go', true)
  }

  /** Opens a logged record again, to correct it or to mend what the server held back. */
  async function reopen(id: string) {
    const kept = encounters.value.find((record) => record.id === id) ?? (await keptEncounter(id))
    if (!kept?.fish) return false
    const inHand = { ...(kept.fish as FishInHand), reopened: true }
    const place = hands.value.findIndex((other) => other.id === id)
    if (place >= 0) {
      hands.value[place]!.reopened = true
      current.value = place
    } else
      add(
        { ...blankFish(inHand.id, inHand.species_code, inHand.length_kind), ...inHand },
        hands.value.filter((other) => other.taps.length && !hasEnded(other)),
      )
    await keepInHand()
    return true
  }

  /** Closes a fish that was opened again; it stands as it is. */
  function close() {
    if (fish.value) change({ reopened: false })
  }

  function undo() {
    const inHand = fish.value
    if (doubted.value) return void (doubted.value = null)
    if (!inHand?.taps.length) return
    if (undoBeside(inHand)) return changed(inHand)
    tapBack(inHand)
    crew().tookBack(inHand.id, inHand.voided_because ? 0 : inHand.taps.length)
    changed(inHand)
    if (inHand.voided_because) put(blankRecord())
    void crew().sync()
  }

  /**
   * A time put right afterwards; the earlier one stays with the earlier revision. Returns why it
   * cannot be, or null.
   */
  async function moveTap(place: number, to: number): Promise<string | null> {
    const inHand = fish.value
    if (!inHand?.taps[place] || !field.value) return null
    const taps = inHand.taps.map((tap, index) => (index === place ? { ...tap, at: to } : tap))
    const { wrong } = await field.value.ask('wrong_taps', { taps })
    if (wrong) return wrong
    inHand.taps = taps
    changed(inHand)
    return null
  }

  function chooseSpecies(code: string) {
    const kind = speciesOf(code)
    if (!fish.value || !kind) return
    usual.value = code
    // A closed fish stays what it was: this is the next one.
    if (life.value === 'closed') put(blankRecord())
    const inHand = fish.value
    Object.assign(inHand, { species_code: code, length_kind: kind.length_kind })
    if (!kind.taggable && inHand.kind === 'tagged') sayNoTag(inHand)
    if (inHand.kind !== 'tagged')
      Object.assign(inHand, { offered: kind.taggable ? (pouch.value[0] ?? null) : null })
    changed(inHand)
  }

  function change(part: Partial<FishInHand>) {
    if (!fish.value) return
    const isLate = Object.keys(part).every((key) => LATE.includes(key as keyof FishInHand))
    if (life.value === 'closed' && !isLate) return
    Object.assign(fish.value, part)
    changed(fish.value)
  }

  function digit(key: string) {
    if (!fish.value || life.value === 'closed') return
    const digits =
      key === 'back' ? fish.value.digits.slice(0, -1) : (fish.value.digits + key).replace(/^0+/, '')
    if (digits.length <= MAX_DIGITS) change({ digits })
  }

  return {
    life,
    doubted,
    blankRecord,
    tap,
    doNext,
    letGoTagged,
    noTag,
    secondFish,
    bycatch,
    reopen,
    close,
    undo,
    moveTap,
    chooseSpecies,
    change,
    digit,
  }
}
