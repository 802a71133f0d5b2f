import type { Schemas } from '@/api/client'
import { blankEncounter } from '@/core/blankEncounter'
import type { Act, Card, FishRecord, NextAct, Stage, Tap } from '@/core/field'
import { t } from '@/words/deck'

type Sent = Schemas['EncounterSent']

/** Fields that are sent as they stand here, named as in core/fields/encounter.rb. */
type SentAsIs = Required<Pick<Sent, Exclude<keyof ReturnType<typeof blankEncounter>, 'hook_type'>>>

/**
 * The fish being handled; kept on the device after every touch. Everything but the taps may be
 * filled in later.
 */
/** What the big key can do beside the stages. */
export type Beside = Exclude<NextAct, Act>

export interface FishInHand extends Omit<SentAsIs, 'tag_question' | 'note' | 'decision_why'> {
  id: string
  revision: number
  /** The trip that it was caught on, whatever card lies here later. */
  trip_id: string | null
  species_code: string
  /**
   * The rules that the card had when it came into hand: it is judged by them, whenever it is sent.
   */
  rules: { version: number; own_version: number } | null
  taps: Tap[]
  /** Acts of the big key that are no stage, each with the number of taps before it, for undo. */
  beside?: { act: Beside; taps: number }[]
  kind: Sent['kind']
  /** Said to be in it, or read on a recaptured fish. */
  tag_numbers: string[]
  new_tag_numbers: string[]
  /** The number that stands ready for it; in no fish until somebody says so. */
  offered: string | null
  /** Null: nobody has said whether a tag is in it. */
  said_tag: 'in' | 'none' | null
  /**
   * Nothing spoke against a tag when it ended without a word about it: that is asked once, and
   * again in the evening.
   */
  ask_tag: boolean
  /** A closed fish that somebody opened again, on purpose. */
  reopened: boolean
  /** As typed, see typedLength. */
  digits: string
  length_kind: Schemas['LengthKind']
  length_how: Schemas['LengthHow']
  place: { lat_deg: number; lon_deg: number } | null
  tag_advice: Sent['tag_advice']
  decision_why: string
  note: string
}

export function blankFish(
  id: string,
  species_code: string,
  length_kind: Schemas['LengthKind'],
): FishInHand {
  const { hook_type: _type, tag_question: _question, ...blank } = blankEncounter()
  return {
    ...blank,
    id,
    species_code,
    length_kind,
    rules: null,
    trip_id: null,
    revision: 1,
    taps: [],
    kind: 'untagged',
    tag_numbers: [],
    new_tag_numbers: [],
    offered: null,
    said_tag: null,
    ask_tag: false,
    reopened: false,
    digits: '',
    length_how: 'board',
    place: null,
    tag_advice: null,
    decision_why: '',
    note: '',
  }
}

/** Where the fish is: its last tap that was no mere mark. */
export const stageOf = (inHand: { taps: Tap[] }): Stage =>
  (inHand.taps.findLast((tap) => tap.act !== 'tag_in')?.act as Stage | undefined) ?? 'start'
const ENDED: readonly Stage[] = ['let_go', 'kept', 'got_away']
export const isEnd = (stage: Stage) => ENDED.includes(stage)
export const hasEnded = (inHand: { taps: Tap[] }) => isEnd(stageOf(inHand))
export const isInHand = (inHand: FishInHand) => inHand.taps.length > 0 && !hasEnded(inHand)

/**
 * A page of before let the number stand in the fish from the start: it was never said to be in.
 */
export const asSaid = (inHand: FishInHand): FishInHand =>
  inHand.kind === 'tagged' && inHand.said_tag === null && !hasEnded(inHand)
    ? { ...inHand, kind: 'untagged', offered: inHand.tag_numbers[0] ?? null, tag_numbers: [] }
    : inHand

/**
 * The life of a record here: open from its first touch to the last, then closed; what comes next
 * belongs to the next fish. It is
 * reopened on purpose only. docs/ARCHITECTURE.md has the whole of it, with the server's part.
 */
export type Life = 'open' | 'closed' | 'reopened'
export const lifeOf = (inHand: FishInHand): Life =>
  hasEnded(inHand) ? (inHand.reopened ? 'reopened' : 'closed') : 'open'

/**
 * A touch on a stage or a mark. Letting go without a word about the tag leaves the fish untagged,
 * and a question.
 */
export function tapOn(inHand: FishInHand, act: Act, now: number, speaksAgainst: boolean) {
  if (act === 'tag_in') sayTagIn(inHand)
  inHand.taps.push({ act, at: now })
  if (!hasEnded(inHand)) inHand.reopened = false
  if (act === 'let_go')
    inHand.ask_tag =
      inHand.said_tag === null &&
      inHand.kind === 'untagged' &&
      inHand.offered !== null &&
      !speaksAgainst
}

export function sayTagIn(inHand: FishInHand) {
  if (inHand.kind === 'recaptured' || !inHand.offered) return
  Object.assign(inHand, {
    kind: 'tagged',
    tag_numbers: [...new Set([...inHand.tag_numbers, inHand.offered])],
    said_tag: 'in',
    ask_tag: false,
  })
}

export function sayNoTag(inHand: FishInHand) {
  Object.assign(inHand, {
    kind: 'untagged',
    tag_numbers: [],
    tag_act: null,
    new_tag_numbers: [],
    said_tag: 'none',
    ask_tag: false,
  })
}

/** Takes the last touch back, and what it said. Returns false when nothing is left of this fish. */
export function tapBack(inHand: FishInHand): boolean {
  const last = inHand.taps.at(-1)
  if (!last) return false
  if (inHand.taps.length === 1 && hasEnded(inHand)) {
    // It was on its way already: it is void, not forgotten.
    inHand.voided_because = t('deck.fishInHand.undoneOnTheDeck')
    return false
  }
  inHand.taps.pop()
  if (last.act === 'tag_in')
    Object.assign(inHand, { kind: 'untagged', tag_numbers: [], said_tag: null })
  return inHand.taps.length > 0
}

/** Taps that another device made or took back; a mark of the tag there says it here too. */
export function takeTaps(inHand: FishInHand, taps: Tap[]) {
  const had = inHand.taps.some((tap) => tap.act === 'tag_in')
  const has = taps.some((tap) => tap.act === 'tag_in')
  inHand.taps = taps
  if (has && !had) sayTagIn(inHand)
  if (had && !has && inHand.said_tag === 'in')
    Object.assign(inHand, { kind: 'untagged', tag_numbers: [], said_tag: null })
}

/**
 * What was typed, in the person's unit: two digits are whole units, more carry a tenth. 38 is 38 cm,
 * 385 and 412 are 38.5 and 41.2 cm. As on the paper sheet, nobody tags a fish under 10 cm.
 */
export const typedLength = (digits: string) =>
  digits.length > 2 ? Number(digits) / 10 : Number(digits)
export const typedText = (digits: string) =>
  digits.length > 2 ? typedLength(digits).toFixed(1) : digits

/** Every number that this fish uses up or bears. */
export const numbersOf = (
  numbers: Pick<Sent, 'tag_numbers' | 'new_tag_numbers' | 'spoiled_numbers' | 'lost_numbers'>,
): string[] => [
  ...numbers.tag_numbers,
  ...(numbers.new_tag_numbers ?? []),
  ...(numbers.spoiled_numbers ?? []),
  ...(numbers.lost_numbers ?? []),
]

const lengthOf = (inHand: FishInHand, unit: 'cm' | 'in') =>
  inHand.digits
    ? { value: typedLength(inHand.digits), unit, kind: inHand.length_kind, how: inHand.length_how }
    : null

/** What is known of it, as core and the crew are told. */
export function seenOf(
  inHand: FishInHand,
  unit: 'cm' | 'in',
  read: { depth_m: number | null; water_temp_c: number | null },
  tagReady: boolean,
  keptBefore: number,
): Omit<FishRecord, 'species_code' | 'taps'> {
  const { hook_place, removal, bleeding, marks, handling, pressure_signs, reflexes, weight_g } =
    inHand
  const { spawning, left_in_fish } = inHand
  return {
    length: lengthOf(inHand, unit),
    has_tag: inHand.tag_numbers.length > 0 || tagReady,
    hook_place,
    removal,
    bleeding,
    spawning,
    left_in_fish,
    marks,
    handling,
    pressure_signs,
    reflexes,
    weight_g,
    kept_before: keptBefore,
    recaptured: inHand.kind === 'recaptured',
    depth_m: inHand.depth_m ?? read.depth_m,
    water_temp_c: inHand.water_temp_c ?? read.water_temp_c,
  }
}

/** How the hook came out, by the act that says so. */
const REMOVAL_BY = { unhook_in_water: 'in_water', cut_line: 'cut_line' } as const
export const isBeside = (act: NextAct): act is Beside => act === 'send_down' || act in REMOVAL_BY

/** Records an act of the big key that is no stage: the fish went down, or its hook came out. */
export function doBeside(inHand: FishInHand, act: Beside) {
  inHand.beside = [...(inHand.beside ?? []), { act, taps: inHand.taps.length }]
  if (act === 'send_down') inHand.handling = [...inHand.handling, 'sent_down']
  else inHand.removal = REMOVAL_BY[act]
}

/** Undoes the last of these when no stage came after it; false where there is none. */
export function undoBeside(inHand: FishInHand): boolean {
  const last = inHand.beside?.at(-1)
  if (!last || last.taps !== inHand.taps.length) return false
  inHand.beside = inHand.beside!.slice(0, -1)
  if (last.act === 'send_down')
    inHand.handling = inHand.handling.filter((act) => act !== 'sent_down')
  else inHand.removal = null
  return true
}

/** A fish that got away with a tag in it was released all the same. */
function fateOf(inHand: FishInHand): Sent['fate'] {
  const stage = stageOf(inHand)
  if (stage === 'got_away' && inHand.kind === 'untagged') return 'lost'
  return stage === 'kept' ? 'kept' : 'released'
}

/** As it is sent to the server. */
export function bodyOf(
  inHand: FishInHand,
  card: Pick<Card, 'trip' | 'rules'>,
  unit: 'cm' | 'in',
  device: string,
): Sent {
  const {
    taps,
    beside: _beside,
    digits: _digits,
    length_kind: _kind,
    length_how: _how,
    offered,
    said_tag: _said,
    ask_tag,
    reopened: _reopened,
    rules,
    id: _id,
    ...sent
  } = inHand
  const { version, own_version } = rules ?? card.rules
  return {
    ...sent,
    trip_id: inHand.trip_id ?? card.trip.id,
    device,
    kind: inHand.kind === 'tagged' && !inHand.tag_numbers.length ? 'untagged' : inHand.kind,
    tag_question: ask_tag && stageOf(inHand) === 'let_go' ? offered : null,
    fate: fateOf(inHand),
    length: lengthOf(inHand, unit),
    tag_act: inHand.kind === 'recaptured' ? inHand.tag_act : null,
    new_tag_numbers: inHand.kind === 'recaptured' ? inHand.new_tag_numbers : [],
    stages: taps.map(({ act, at: moment }) => ({ act, at: new Date(moment).toISOString() })),
    utc_offset_minutes: -new Date(taps[0]!.at).getTimezoneOffset(),
    water_temp_c: inHand.water_temp_c ?? card.trip.water_temp_c,
    house_rules_version: version,
    own_rules_version: own_version,
    decision_why: inHand.decision_why.trim() || null,
    note: inHand.note.trim() || null,
  }
}

/**
 * What leaves the device of a fish that has ended: its next revision, or null when that would say
 * nothing new. The trip and the rules stay those of the first revision.
 *
 * before: what was sent last of this fish, null for nothing yet
 */
export function nextRevision(
  fish: FishInHand,
  before: Sent | null,
  card: Pick<Card, 'trip' | 'rules'>,
  unit: 'cm' | 'in',
  device: string,
): Sent | null {
  const body = bodyOf(fish, card, unit, device)
  if (!before) return { ...body, revision: fish.revision }
  const { trip_id, house_rules_version, own_rules_version } = before
  const next = { ...body, trip_id, house_rules_version, own_rules_version }
  const isSame =
    JSON.stringify({ ...next, revision: 0 }) === JSON.stringify({ ...before, revision: 0 })
  return isSame ? null : { ...next, revision: before.revision + 1 }
}
