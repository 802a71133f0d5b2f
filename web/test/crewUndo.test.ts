import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { ref } from 'vue'
import { api } from '@/api/client'
import { NoSignal } from '@/api/refusal'
import { useCrew } from '@/places/deck/useCrew'

const TAPS = ['fish_on', 'in_net', 'lifted', 'back_in_water'] as const
const shared = (count: number) =>
  TAPS.slice(0, count).map((act) => ({ act, at: '2026-06-15T10:00:00Z' }))
const answer = (taps: number) => ({
  now: new Date().toISOString(),
  fish: [
    { id: 'fish-1', species_code: 'cod', tag_number: null, seen: {}, undos: 0, taps: shared(taps) },
  ],
})
let stop = () => {}

beforeEach(() => {
  vi.useFakeTimers()
  vi.stubGlobal('sessionStorage', {})
  vi.stubGlobal('window', globalThis)
})
afterEach(() => {
  stop()
  vi.useRealTimers()
})

/** A device with four taps; each question to the server waits for the test to answer it. */
function device() {
  const asked: {
    body: Parameters<typeof api.syncCrew>[1]
    answer: (answer: unknown) => void
    fail: (why: Error) => void
  }[] = []
  vi.spyOn(api, 'syncCrew').mockImplementation(
    (_key, body) =>
      new Promise((answer, fail) => asked.push({ body, answer: answer as never, fail })) as never,
  )
  let taps = TAPS.map((act, index) => ({ act, at: index }))
  const crew = useCrew(
    ref('key'),
    () => [{ id: 'fish-1', species_code: 'cod', tag_number: null, taps }],
    (fish) => {
      if (fish[0]!.taps.length > taps.length) taps = fish[0]!.taps as typeof taps
    },
  )
  stop = crew.stop
  return {
    asked,
    crew,
    acts: () => taps.map((tap) => tap.act),
    undo: () => (taps = taps.slice(0, -1)) && crew.tookBack('fish-1', taps.length),
  }
}

test('a tap revoked while a question is on its way stays revoked and is told next', async () => {
  const { asked, acts, undo } = device()
  undo()
  asked[0]!.answer(answer(4))
  await vi.advanceTimersByTimeAsync(1000)
  expect(acts()).toEqual(TAPS.slice(0, 3))
  expect(asked[1]!.body.fish[0]).toMatchObject({ undone_from: 3 })
})

test('a tap revoked without a signal is told when there is one', async () => {
  const { asked, crew, undo } = device()
  asked[0]!.answer(answer(4))
  await vi.advanceTimersByTimeAsync(0)
  undo()
  void crew.sync()
  asked[1]!.fail(new NoSignal())
  await vi.advanceTimersByTimeAsync(1000)
  expect(asked[2]!.body.fish[0]).toMatchObject({ undone_from: 3 })
  asked[2]!.answer(answer(3))
  await vi.advanceTimersByTimeAsync(1000)
  expect(asked[3]!.body.fish[0]).toMatchObject({ undone_from: null })
})
