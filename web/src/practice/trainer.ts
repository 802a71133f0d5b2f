import { openPractice } from './door.js'

let ask: ReturnType<typeof openPractice> | null = null

self.onmessage = ({
  data,
}: MessageEvent<{ card?: unknown; id?: number; question?: string; asked?: unknown }>) => {
  const { card, id, question, asked } = data
  if (card) ask = openPractice(card)
  if (id === undefined) return
  try {
    self.postMessage({ id, answer: ask!(question!, asked) })
  } catch (thrown) {
    self.postMessage({ id, bug: String(thrown) })
  }
}
