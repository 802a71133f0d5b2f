import type { Schemas } from '@/api/client'
import type { Card, FishRecord, Stage, Tap } from '@/core/field'

type Sent = Schemas['EncounterSent']

/** The fish being handled; kept on the device after every touch. Everything but the taps may be filled in later. */
export interface FishInHand {
  id: string
  revision: number
  species_code: string
  /** The rules that the card had when it came into hand: it is judged by them, whenever it is sent. */
  rules: { version: number; own_version: number } | null
  taps: Tap[]
  kind: Sent['kind']
  /** Put into it, or read on a recaptured fish. */
  tag_numbers: string[]
  tag_act: Sent['tag_act']
  /** As somebody said it; else it follows from the taps. */
  tag_where: Sent['tag_where']
  new_tag_numbers: string[]
  spoiled_numbers: string[]
  lost_numbers: string[]
  /** As typed: tenths of the person's unit, "412" is 41.2. */
  digits: string
  length_kind: Schemas['LengthKind']
  length_how: Schemas['LengthHow']
  hook_place: Schemas['HookPlace'] | null
  hook_side: Sent['hook_side']
  hook_count: number | null
  removal: Sent['removal']
  /** Null: nobody has said. */
  bleeding: 'none' | 'light' | 'heavy' | null
  marks: NonNullable<Sent['marks']>
  handling: NonNullable<Sent['handling']>
  pressure_signs: NonNullable<Sent['pressure_signs']>
  reflexes: NonNullable<Sent['reflexes']>
  depth_m: number | null
  outcome: Sent['outcome']
  weight_g: number | null
  weight_how: Sent['weight_how']
  tare_g: number | null
  girth_mm: number | null
  place: { lat_deg: number; lon_deg: number } | null
  place_how: Sent['place_how']
  water_temp_c: number | null
  tag_advice: Sent['tag_advice']
  decision_why: string
  note: string
}

export const blankFish = (id: string, species_code: string, length_kind: Schemas['LengthKind']): FishInHand => ({
  id, species_code, length_kind, rules: null,
  revision: 1, taps: [], kind: 'untagged', tag_numbers: [], tag_act: null, tag_where: null, new_tag_numbers: [], spoiled_numbers: [], lost_numbers: [],
  digits: '', length_how: 'board', hook_place: null, hook_side: null, hook_count: null, removal: null, bleeding: null, marks: [], handling: [],
  pressure_signs: [], reflexes: {}, depth_m: null, outcome: null, weight_g: null, weight_how: null, tare_g: null, girth_mm: null,
  place: null, place_how: null, water_temp_c: null, tag_advice: null, decision_why: '', note: '',
})

/** Where the fish is: its last tap that was no mere mark. */
export const stageOf = (one: { taps: Tap[] }): Stage => (one.taps.findLast((tap) => tap.act !== 'tag_in')?.act as Stage | undefined) ?? 'start'
export const hasEnded = (one: { taps: Tap[] }) => ['let_go', 'kept'].includes(stageOf(one))

/** Every number that this fish uses up or bears. */
export const numbersOf = (one: Pick<Sent, 'tag_numbers' | 'new_tag_numbers' | 'spoiled_numbers' | 'lost_numbers'>): string[] => [
  ...one.tag_numbers, ...(one.new_tag_numbers ?? []), ...(one.spoiled_numbers ?? []), ...(one.lost_numbers ?? []),
]

const lengthOf = (one: FishInHand, unit: 'cm' | 'in') => (one.digits ? { value: Number(one.digits) / 10, unit, kind: one.length_kind, how: one.length_how } : null)

/** What is known of it, as core and the crew are told. */
export function seenOf(one: FishInHand, unit: 'cm' | 'in', read: { depth_m: number | null; water_temp_c: number | null }, tagReady: boolean): Omit<FishRecord, 'species_code' | 'taps'> {
  const { hook_place, removal, bleeding, marks, handling, pressure_signs, reflexes, weight_g } = one
  return {
    length: lengthOf(one, unit), has_tag: one.tag_numbers.length > 0 || tagReady, hook_place, removal, bleeding, marks, handling, pressure_signs, reflexes, weight_g,
    depth_m: one.depth_m ?? read.depth_m, water_temp_c: one.water_temp_c ?? read.water_temp_c,
  }
}

/** As it is sent to the server. */
export function bodyOf(one: FishInHand, card: Card, unit: 'cm' | 'in'): Sent {
  const { taps, digits: _digits, length_kind: _kind, length_how: _how, rules, id: _id, ...sent } = one
  const { version, own_version } = rules ?? card.rules
  return {
    ...sent,
    trip_id: card.trip.id,
    kind: one.kind === 'tagged' && !one.tag_numbers.length ? 'untagged' : one.kind,
    fate: stageOf(one) === 'kept' ? 'kept' : 'released',
    length: lengthOf(one, unit),
    tag_act: one.kind === 'recaptured' ? one.tag_act : null,
    new_tag_numbers: one.kind === 'recaptured' ? one.new_tag_numbers : [],
    stages: taps.map(({ act, at }) => ({ act, at: new Date(at).toISOString() })),
    utc_offset_minutes: -new Date(taps[0]!.at).getTimezoneOffset(),
    water_temp_c: one.water_temp_c ?? card.trip.water_temp_c,
    house_rules_version: version,
    own_rules_version: own_version,
    decision_why: one.decision_why.trim() || null,
    note: one.note.trim() || null,
  }
}
