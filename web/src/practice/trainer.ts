import { openPractice } from './door.js'

let ask: ReturnType<typeof openPractice> | null = null

self.onmessage = ({
  data,
}: MessageEvent<{ card?: unknown; id?: number; question?: string; given?: unknown }>) => {
  const { card, id, question, given } = data
  if (card) ask = openPractice(card)
  if (id === undefined) return
  try {
    self.postMessage({ id, told: ask!(question!, given) })
  } catch (thrown) {
    self.postMessage({ id, bug: String(thrown) })
  }
}
