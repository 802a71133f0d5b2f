import { practice, type PracticeResult, type Progress } from '@/api/practice'
import type { ClockMark, FishAnswer, Stage } from '@/core/field'
import { v4 as uuid } from 'uuid'

/**
 * The typed door of the trainer: exercises, scores and the landing are core's, compiled, in a worker
 * of their own; results wait on the device until there is a signal.
 */
export interface Answer {
  marks: number
  parts: { name: string; marks: number; says: string }[]
  right: Record<string, unknown>
}
export interface Debrief {
  outcome: 'swam_off' | 'afloat' | 'lost' | 'helped'
  points: number | null
  parts: { name: string; points: number }[]
  timeline: { at_ms: number; key: string; says: string; cost: string | null }[]
  /** The one thing to do better, and the technique card that shows it. */
  better: { says: string; card: string | null } | null
}
export interface Choice {
  key: string
  title: string
  acts: Choice[]
}
export interface LandingState {
  phase: 'fight' | 'net' | 'air' | 'water' | 'over'
  clock_ms: number
  distance_m: number
  tension: number
  strained: boolean
  breath: number
  mode: string
  doing: { key: string; until_ms: number; seconds: number } | null
  acts: { key: string; title: string }[]
  /** The same under at most six words. */
  choices: Choice[]
  /** What the Deck's big key would do; null where it cannot be done yet. */
  next: string | null
  air: FishAnswer['air'] | null
  bleeding: 'none' | 'light' | 'heavy'
  hand: 'in' | 'out' | null
  tangled: boolean
  sunk: boolean
  wet: boolean
  overgrown: boolean
  record: {
    handling: string[]
    marks: string[]
    reflexes: Record<string, 'present' | 'absent'>
    pressure_signs: string[]
    hook_place: string
  }
  stage: Stage | null
  clock: ClockMark[]
  lines: string[]
  tagged: boolean
  hooked: boolean
  debrief: Debrief | null
}
export interface Scene {
  tools: string[]
  key: string
  title: string
  says: string
  guild: string
}
export type Skill = PracticeResult['skill']

const CARD = 'voucher.practice.card'
const WAITING = 'voucher.practice.waiting'
const PROGRESS = 'voucher.practice.progress'
const MOST_AT_ONCE = 200

let worker: Worker | null = null
let count = 0
const waiting = new Map<number, { done: (answer: never) => void; failed: (why: Error) => void }>()
let ready: Promise<void> | null = null

/** With what was fetched last where there is no signal. */
async function card(): Promise<unknown> {
  try {
    const fresh = await practice.card()
    localStorage.setItem(CARD, JSON.stringify(fresh))
    return fresh
  } catch (thrown) {
    const kept = localStorage.getItem(CARD)
    if (kept) return JSON.parse(kept)
    throw thrown
  }
}

/** Technique cards that the schools in force show; all of them where nobody knows. */
export async function shownCards(): Promise<string[] | null> {
  return card().then(
    (answer) => (answer as { cards: string[] }).cards,
    () => null,
  )
}

async function open() {
  const answer = await card()
  worker = new Worker(new URL('./trainer.ts', import.meta.url), {
    type: 'module',
    name: 'practice',
  })
  worker.onmessage = ({ data }: MessageEvent<{ id: number; answer?: never; bug?: string }>) => {
    const asked = waiting.get(data.id)
    waiting.delete(data.id)
    if (data.bug) asked?.failed(new Error(data.bug))
    else asked?.done(data.answer as never)
  }
  worker.postMessage({ card: answer })
}

async function ask<T>(question: string, asked: unknown): Promise<T> {
  ready ??= open().catch((thrown: unknown) => {
    ready = null
    throw thrown
  })
  await ready
  return new Promise<T>((done, failed) => {
    const id = ++count
    waiting.set(id, { done, failed })
    worker!.postMessage({ id, question, asked })
  })
}

export const trainer = {
  task: async <T>(exercise: string, seed: number, level: number) =>
    (await ask<{ task: T }>('task', { exercise, seed, level })).task,
  score: (exercise: string, task: object, answer: object) =>
    ask<Answer>('score', { exercise, task, answer }),
  shed: async (task: object) =>
    (await ask<{ items: { key: string; name: string }[] }>('shed', { task })).items,
  scenes: async () => (await ask<{ scenes: Scene[] }>('scenes', {})).scenes,
  begin: (scene: string, seed: number) => ask<LandingState>('begin', { scene, seed }),
  advance: (asked: { ms: number; winds: boolean; drag_percent: number; act: string | null }) =>
    ask<LandingState>('advance', asked),
  well: (scene: string, seed: number) => ask<Debrief>('well', { scene, seed }),
}

const kept = <T>(name: string): T | null => {
  const text = localStorage.getItem(name)
  return text ? (JSON.parse(text) as T) : null
}

/** Progress as the server tells it, else as it was told last. */
export async function progress(): Promise<Progress | null> {
  try {
    return remember(await send())
  } catch {
    return kept<Progress>(PROGRESS)
  }
}
const remember = (progress: Progress) => {
  localStorage.setItem(PROGRESS, JSON.stringify(progress))
  return progress
}

async function send(): Promise<Progress> {
  const results = (kept<PracticeResult[]>(WAITING) ?? []).slice(0, MOST_AT_ONCE)
  if (!results.length) return practice.open()
  const answer = await practice.keep(results)
  const sent = new Set(results.map((result) => result.id))
  const remaining = (kept<PracticeResult[]>(WAITING) ?? []).filter((result) => !sent.has(result.id))
  localStorage.setItem(WAITING, JSON.stringify(remaining))
  return answer
}

/** Kept on the device first; sent when that works. */
export async function keepResult(result: Omit<PracticeResult, 'id' | 'at'>): Promise<void> {
  const whole = { ...result, id: uuid(), at: new Date().toISOString() }
  localStorage.setItem(WAITING, JSON.stringify([...(kept<PracticeResult[]>(WAITING) ?? []), whole]))
  await progress()
}
export const waitingResults = () => (kept<PracticeResult[]>(WAITING) ?? []).length

const SEEDS = 2147483646
/** One that the server gave out, so that the result counts; without any it is practice alone. */
export function newSeed() {
  const progress = kept<Progress>(PROGRESS)
  const seed = progress?.seeds?.shift()
  if (progress) remember(progress)
  return seed ?? Math.floor(Math.random() * SEEDS)
}
