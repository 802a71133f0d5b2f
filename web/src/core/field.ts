import type { Schemas } from '@/api/client'
import { t } from '@/words/text'
import type { FromWorker, ToWorker } from './worker'

/**
 * The typed door of core: the rules run here in a worker, compiled from the same files that the
 * server runs.
 * Plain data goes in and comes out; what each question means stands in core/doors/deck.rb.
 */
export type Card = Schemas['Card']
export type Act = Schemas['StageAct']
export type Stage = Exclude<Act, 'tag_in'> | 'start'
export type NextAct = Act | 'send_down' | 'unhook_in_water' | 'cut_line'
export interface Tap {
  act: Act
  at: number
}

/** What the clock says from a moment on. */
export interface ClockMark {
  at_ms: number
  tone: 'calm' | 'hurry' | 'stop'
  counts: 'up' | 'down' | 'over' | 'still' | 'none'
  from_ms: number | null
  seconds: number | null
  words: string
  sound: 'half' | 'ten' | 'over' | null
}
export interface Line {
  key: string
  text: string
  why: string
  letter: string | null
  /** The card that shows it; null where none does. */
  technique: string | null
}
export type FishRecord = Schemas['FishSeen'] & { species_code: string; taps: Tap[] }
export interface FishAnswer {
  stage: Stage
  since_ms: number | null
  out: boolean
  /** What the big key does: a stage, or what this fish needs before it. */
  next: NextAct
  lines: Line[]
  clock: ClockMark[]
  air: {
    one_lift_seconds: number
    total_seconds: number
    before_seconds: number
    this_lift_seconds: number
    last_lift_seconds: number
    rest_seconds: number
    no_lift: string | null
    reasons: string[]
  }
  fight: { seconds: number | null; budget_seconds: number }
  score: { points: number; band: string; parts: { name: string; points: number }[] }
  tagging: Schemas['TagAdvice'] | null
  keep: { may: boolean; text: string; needs: 'length' | null }
  descender: { lead_kg: number; release_depth_m: number; weight_g: number } | null
  notes: { depth: string[]; weigh: string[]; tag: string[] }
  tag_where: 'board' | 'water' | null
  /** What each of a crew does now. */
  roles: Schemas['RoleLines'][]
}

export type Column =
  | 'time'
  | 'species'
  | 'tag'
  | 'length'
  | 'hook'
  | 'blood'
  | 'weight'
  | 'air'
  | 'outcome'
  | 'fate'
  | 'note'
export type Cells = Record<Column, string>
export interface RowReading {
  proposed: string | null
  /** What each cell comes to, in words; shown behind what is typed. */
  shown: Cells
  wrong: Partial<Cells>
  row: Omit<Schemas['SheetSent']['rows'][number], 'id' | 'revision'> | null
}
export interface Measured {
  straight_mm: number
  curve_mm: number
  sd_mm: number
  margin_mm: number
  slant: number | null
  height_mm: number | null
  notes: string[]
  typed: { mm: number; how: string; difference_mm: number; agrees: boolean } | null
}
export interface Refused {
  refused: { code: string; message: string; fields: Record<string, string> }
}

interface Questions {
  fish: {
    asked: { record: FishRecord; now_ms: number | null; units: 'metric' | 'imperial' }
    answer: FishAnswer | Refused
  }
  number: {
    asked: { typed: string; of: 'fish' | 'pouch' }
    answer: { number: string; near: { number: string; slips: string[] }[] } | Refused
  }
  wrong_taps: { asked: { taps: Tap[] }; answer: { wrong: string | null } }
  first_aid: {
    asked: Record<string, never>
    answer: { cases: { key: string; title: string; lines: string[] }[] }
  }
  paper_rows: {
    asked: {
      rows: Cells[]
      species: { code: string; common_name: string }[]
      first_number: string | null
    }
    answer: { rows: RowReading[] }
  }
  measure: {
    asked: {
      marks: Schemas['BenchMarks']
      shown: { width_px: number; height_px: number; focal_35mm: number | null }
      guild_key: string | null
      typed: {
        length_mm: number
        length_kind: string
        length_how: string
        length_sd_mm: number | null
      } | null
    }
    answer: Measured | Refused
  }
}

export interface Field {
  ask<Q extends keyof Questions>(
    question: Q,
    asked: Questions[Q]['asked'],
  ): Promise<Questions[Q]['answer']>
}
export const isRefused = (answer: object): answer is Refused => 'refused' in answer

let worker: Worker | null = null
/** Kept here too: a worker that was lost is given them again. */
const cards = new Map<number, Card>()
let questions = 0
const asked = new Map<number, { done: (answer: never) => void; failed: (why: Error) => void }>()

function wake(): Worker {
  if (worker) return worker
  worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module', name: 'core' })
  worker.onmessage = ({ data }: MessageEvent<FromWorker>) => {
    const question = asked.get(data.id)
    asked.delete(data.id)
    if (data.bug) question?.failed(new Error(data.bug))
    else question?.done(data.answer as never)
  }
  worker.onerror = () => {
    asked.forEach(({ failed }) => failed(new Error(t('common.field.theRulesCouldNotBe'))))
    asked.clear()
    worker = null
  }
  cards.forEach((card, door) => worker!.postMessage({ door, card } satisfies ToWorker))
  return worker
}

/** A worker takes plain data; Vue's proxies are not. */
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** The door for one card, or for questions that need none. */
export function openField(card: Card | null): Field {
  const door = card ? cards.size + 1 : 0
  if (card) {
    const awake = wake()
    cards.set(door, plain(card))
    awake.postMessage({ door, card: cards.get(door) } satisfies ToWorker)
  }
  return {
    ask: (question, input) =>
      new Promise((done, failed) => {
        const id = ++questions
        asked.set(id, { done, failed })
        wake().postMessage({ door, id, question, asked: plain(input) } satisfies ToWorker)
      }),
  }
}
