import type { Schemas } from '@/api/client'
import type { Card, Tap } from './card'

type Sent = Schemas['EncounterSent']

/** The fish being handled; kept on the device after every touch. Everything but the taps may be filled in later. */
export interface FishInHand {
  id: string
  revision: number
  species_code: string
  taps: Tap[]
  kind: Sent['kind']
  /** Put into it, or read on a recaptured fish. */
  tag_numbers: string[]
  tag_act: Sent['tag_act']
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
  bleeding: 'none' | 'light' | 'heavy'
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
  id, species_code, length_kind,
  revision: 1, taps: [], kind: 'untagged', tag_numbers: [], tag_act: null, new_tag_numbers: [], spoiled_numbers: [], lost_numbers: [],
  digits: '', length_how: 'board', hook_place: null, hook_side: null, hook_count: null, removal: null, bleeding: 'none', marks: [], handling: [],
  pressure_signs: [], reflexes: {}, depth_m: null, outcome: null, weight_g: null, weight_how: null, tare_g: null, girth_mm: null,
  place: null, place_how: null, water_temp_c: null, tag_advice: null, decision_why: '', note: '',
})

/** Every number that this fish uses up or bears. */
export const numbersOf = (one: Pick<Sent, 'tag_numbers' | 'new_tag_numbers' | 'spoiled_numbers' | 'lost_numbers'>): string[] => [
  ...one.tag_numbers, ...(one.new_tag_numbers ?? []), ...(one.spoiled_numbers ?? []), ...(one.lost_numbers ?? []),
]

/** As it is sent to the server. */
export function bodyOf(one: FishInHand, card: Card, unit: 'cm' | 'in'): Sent {
  const { taps, digits, length_kind, length_how, ...rest } = one
  const { id: _id, ...sent } = rest
  return {
    ...sent,
    trip_id: card.trip.id,
    kind: one.kind === 'tagged' && !one.tag_numbers.length ? 'untagged' : one.kind,
    fate: taps.at(-1)?.act === 'kept' ? 'kept' : 'released',
    length: digits ? { value: Number(digits) / 10, unit, kind: length_kind, how: length_how } : null,
    tag_act: one.kind === 'recaptured' ? one.tag_act : null,
    new_tag_numbers: one.kind === 'recaptured' ? one.new_tag_numbers : [],
    stages: taps.map(({ act, at }) => ({ act, at: new Date(at).toISOString() })),
    utc_offset_minutes: -new Date(taps[0]!.at).getTimezoneOffset(),
    water_temp_c: one.water_temp_c ?? card.trip.water_temp_c,
    house_rules_version: card.house_rules_version,
    decision_why: one.decision_why.trim() || null,
    note: one.note.trim() || null,
  }
}
