import type { Schemas } from '@/api/client'

/**
 * Looking things up in the trip card. No rule is computed here: the card was compiled by the server's core,
 * and these functions only find the right row.
 */
export type Card = Schemas['Card']
export type CardSpecies = Schemas['CardSpecies']
export type Act = Schemas['StageAct']
export interface Tap {
  act: Act
  at: number
}

export function fightBudgetSeconds(species: CardSpecies, lengthMm: number | null): number {
  const mm = lengthMm ?? species.typical_mm
  return species.fight_budgets.find((row) => row.up_to_mm === null || mm <= row.up_to_mm)!.seconds
}

/** Seconds for one lift, and for all lifts together. */
export function airBudget(species: CardSpecies, waterTempC: number | null, lengthMm: number | null, fightSeconds: number | null): { oneLift: number; total: number } {
  if (species.in_water_only_mm !== null && lengthMm !== null && lengthMm > species.in_water_only_mm) return { oneLift: 0, total: 0 }
  const { from_c, step_c, rows } = species.air
  // Between two rows the warmer one counts.
  const row = rows[waterTempC === null ? 0 : Math.min(rows.length - 1, Math.max(0, Math.ceil((waterTempC - from_c) / step_c)))]!
  const budget = fightBudgetSeconds(species, lengthMm)
  const fight = fightSeconds === null || fightSeconds <= budget ? 0 : fightSeconds <= 2 * budget ? 1 : 2
  const large = lengthMm !== null && lengthMm >= species.large_from_mm ? 3 : 0
  const oneLift = row[large + fight]!
  return { oneLift, total: 2 * oneLift }
}

export type Situation = Record<string, string>
export type Line = Card['lines'][number]

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
