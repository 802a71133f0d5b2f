import { openField } from './door.js'

/** One door for each trip card that somebody opened here; 0 has no card. */
const doors = new Map<number, ReturnType<typeof openField>>([[0, openField(null)]])

export interface ToWorker {
  door: number
  card?: unknown
  id?: number
  question?: string
  asked?: unknown
}
export interface FromWorker {
  id: number
  answer?: unknown
  bug?: string
}

self.onmessage = ({ data }: MessageEvent<ToWorker>) => {
  const { door, card, id, question, asked } = data
  if (card) doors.set(door, openField(card))
  if (id === undefined) return
  try {
    self.postMessage({ id, answer: doors.get(door)!(question!, asked) } satisfies FromWorker)
  } catch (thrown) {
    self.postMessage({ id, bug: String(thrown) } satisfies FromWorker)
  }
}
