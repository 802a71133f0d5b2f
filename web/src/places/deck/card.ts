import type { Schemas } from '@/api/client'
import { lengthText, type Units } from '@/format/units'

/**
 * Looking things up in the trip card. No rule is computed here: the card was compiled by the server's core,
 * and these functions only find the right rows and add up what they say.
 */
export type Card = Schemas['Card']
export type CardSpecies = Schemas['CardSpecies']
export type Act = Schemas['StageAct']
export interface Tap {
  act: Act
  at: number
}

function sizeRow(species: CardSpecies, lengthMm: number | null) {
  const mm = lengthMm ?? species.typical_mm
  return species.fight_budgets.find((row) => row.up_to_mm === null || mm <= row.up_to_mm)!
}

export const fightBudgetSeconds = (species: CardSpecies, lengthMm: number | null): number => sizeRow(species, lengthMm).seconds

/** Between two rows the warmer one counts. */
const heatRow = (species: CardSpecies, waterTempC: number | null): number => {
  const { from_c, step_c, rows } = species.air
  return waterTempC === null ? 0 : Math.min(rows.length - 1, Math.max(0, Math.ceil((waterTempC - from_c) / step_c)))
}

/** Seconds for one lift, and for all lifts together. */
export function airBudget(species: CardSpecies, waterTempC: number | null, lengthMm: number | null, fightSeconds: number | null): { oneLift: number; total: number } {
  if (species.in_water_only_mm !== null && lengthMm !== null && lengthMm > species.in_water_only_mm) return { oneLift: 0, total: 0 }
  const row = species.air.rows[heatRow(species, waterTempC)]!
  const budget = fightBudgetSeconds(species, lengthMm)
  const fight = fightSeconds === null || fightSeconds <= budget ? 0 : fightSeconds <= 2 * budget ? 1 : 2
  const large = lengthMm !== null && lengthMm >= species.large_from_mm ? 3 : 0
  const oneLift = row[large + fight]!
  return { oneLift, total: 2 * oneLift }
}

export type Situation = Record<string, string>
export type Line = Pick<Card['lines'][number], 'text' | 'why'>

/** The lines that apply, most urgent first, at most as many as the card says. */
export function adviceLines(card: Card, species: CardSpecies, situation: Situation): Line[] {
  const applies = (when: Record<string, string[]>) => Object.entries(when).every(([dimension, values]) => values.includes(situation[dimension]!))
  return species.advice
    .filter(([when]) => applies(card.situations[when!]!))
    .slice(0, card.most_lines)
    .map(([, line]) => card.lines[line!]!)
}

export interface Clock {
  stage: Act | 'start'
  fightSeconds: number | null
  /** The lift that runs now, or nil when the fish is in the water. */
  liftSeconds: number | null
  lastLiftSeconds: number
  airSeconds: number
  /** Since it went back in. */
  restSeconds: number | null
  stageSeconds: number
}

/** What the taps say at this moment. */
export function readClock(taps: Tap[], now: number): Clock {
  const last = taps.at(-1)
  const lifts = taps.flatMap((tap, index) => (tap.act === 'lifted' ? [((taps[index + 1]?.at ?? now) - tap.at) / 1000] : []))
  const out = last?.act === 'lifted'
  const first = taps[0]
  return {
    stage: last?.act ?? 'start',
    fightSeconds: first?.act === 'fish_on' ? ((taps[1]?.at ?? now) - first.at) / 1000 : null,
    liftSeconds: out ? lifts.at(-1)! : null,
    lastLiftSeconds: lifts.at(-1) ?? 0,
    airSeconds: lifts.reduce((sum, one) => sum + one, 0),
    restSeconds: last?.act === 'back_in_water' ? (now - last.at) / 1000 : null,
    stageSeconds: last ? (now - last.at) / 1000 : 0,
  }
}

/** What was seen on the fish, as far as the score and the tag decision ask for it. */
export interface Seen {
  hook_place: string | null
  removal?: string | null
  bleeding: 'none' | 'light' | 'heavy'
  pressure_signs: string[]
  reflexes: Record<string, 'present' | 'absent'>
  handling: string[]
  marks: string[]
}
export interface Caution {
  points: number
  band: string
  parts: { name: string; points: number }[]
}

/** The handling score: points from the card's tables, each by name. */
export function cautionScore(card: Card, species: CardSpecies, seen: Seen, clock: Clock, budgets: { total: number; fight: number }, waterTempC: number | null): Caution {
  const table = card.caution
  const words = (text: string) => text.replaceAll('_', ' ')
  const over = (seconds: number | null, budget: number, steps: number[]) =>
    !seconds ? 0 : budget === 0 ? steps.length : steps.filter((least) => seconds / budget >= least).length
  const has = (what: string) => seen.handling.includes(what)
  const all: [string, number][] = [
    [`hook in the ${words(seen.hook_place ?? '')}`, table.hook[seen.hook_place ?? ''] ?? 0],
    ['deep hook pulled out', seen.removal === 'pulled' && table.deep.includes(seen.hook_place ?? '') ? table.deep_pulled : 0],
    ['bleeding', table.bleeding[seen.bleeding] ?? 0],
    ['open wound or old hook damage', seen.marks.some((one) => one === 'open_wound' || one === 'old_hook_scar') ? table.open_wound : 0],
    ['pressure signs', table.pressure[Math.min(seen.pressure_signs.length, table.pressure.length - 1)]!],
    ['sent down by descender', seen.pressure_signs.length && has('sent_down') ? table.sent_down : 0],
    ['dry surface or cloth', has('dry_surface') ? table.dry_surface : 0],
    ['dropped', has('dropped') ? table.dropped : 0],
    ['hung by the jaw', has('hung_by_jaw') ? table.hung_by_jaw : 0],
    ...Object.entries(seen.reflexes).map(([name, how]): [string, number] => [`no ${words(name)}`, how === 'absent' ? table.absent_reflex : 0]),
    ['air over budget', over(clock.airSeconds, budgets.total, table.air_over)],
    ['fight over budget', over(clock.fightSeconds, budgets.fight, table.fight_over)],
    ['warm water', waterTempC === null ? 0 : species.air.warm_points[heatRow(species, waterTempC)]!],
  ]
  const parts = all.filter(([, points]) => points !== 0).map(([name, points]) => ({ name, points }))
  const points = Math.min(table.most, Math.max(0, parts.reduce((sum, one) => sum + one.points, 0)))
  return { points, parts, band: table.bands.filter(({ from }) => points >= from).at(-1)!.band }
}

export type TagAdvice = Schemas['TagAdvice']

/** Tag it or let it go, with the reasons that failed; the sentences are the card's. */
export function tagAdvice(
  card: Card, species: CardSpecies, seen: Seen,
  given: { points: number; lengthMm: number | null; waterTempC: number | null; tagInHand: boolean; secondsLeft: number },
): TagAdvice {
  const { sentences, most_points, needed_seconds } = card.tagging
  const failed: Record<string, boolean> = {
    handled_hard: given.points > most_points,
    bleeding: seen.bleeding === 'heavy',
    gill: seen.hook_place === 'gill',
    rolls_over: seen.reflexes.rights_itself === 'absent',
    small: !card.tag_everything && given.lengthMm !== null && given.lengthMm < species.min_taggable_mm,
    heat: given.waterTempC !== null && given.waterTempC >= species.stop_c,
    authorised: card.authorisation.verdict === 'stop',
    no_tag: !given.tagInHand,
    time: given.secondsLeft < needed_seconds,
  }
  const numbers: Record<string, number> = { points: given.points, min_mm: species.min_taggable_mm, left: Math.max(0, Math.floor(given.secondsLeft)), needed: needed_seconds }
  const reasons = Object.keys(failed).filter((key) => failed[key]).map((key) => sentences[key]!.replace(/%\{(\w+)\}/g, (_, name: string) => String(numbers[name])))
  return { advice: reasons.length ? 'let_go' : 'tag', reasons }
}

export interface KeepVerdict {
  /** Legal as entered; everything else counts as release. */
  may: boolean
  text: string
}

/** The length against the law as entered, both with their error. Too close to call counts as release. */
export function keepVerdict(card: Card, species: CardSpecies, lengthMm: number | null, kind: string, how: string, units: Units): KeepVerdict {
  const law = species.law
  const no = (text: string) => ({ may: false, text })
  if (!law) return { may: true, text: 'no law entered; local rules decide' }
  if (!law.open) return no('the season is closed')
  const limits = [law.min_mm, law.max_mm].filter((one): one is number => typeof one === 'number')
  if (!limits.length) return { may: true, text: 'no length limit entered' }
  if (lengthMm === null) return no('measure it first')
  if (kind !== law.length_kind) return no(`the law measures ${law.length_kind}`)
  const margin = card.length_margin_mm[how] ?? card.length_margin_mm.estimate!
  const near = limits.find((limit) => Math.abs(lengthMm - limit) <= margin)
  if (near !== undefined) return no(`too close to ${lengthText(near, units)} to call: let it go`)
  if (typeof law.min_mm === 'number' && lengthMm < law.min_mm) return no(`under ${lengthText(law.min_mm, units)}: let it go`)
  if (typeof law.max_mm === 'number' && lengthMm > law.max_mm) return no(`over ${lengthText(law.max_mm, units)}: let it go`)
  return { may: true, text: 'inside the legal length' }
}

/** Lead for the descender and the depth to let go at; the next larger row of each counts. Nil beyond the table. */
export function leadFor(card: Card, species: CardSpecies, lengthMm: number | null, weightG: number | null, depthM: number): { kg: number; releaseM: number; weightG: number } | null {
  const grams = weightG ?? sizeRow(species, lengthMm).weight_g
  const { weights_g, depths_m, kg, release_m } = card.lead
  const row = depths_m.findIndex((one) => depthM <= one)
  const column = weights_g.findIndex((one) => grams <= one)
  return row < 0 || column < 0 ? null : { kg: kg[row]![column]!, releaseM: Math.min(release_m[row]!, Math.floor(depthM)), weightG: grams }
}
