import { expect, test } from 'vitest'
import { usePauses } from '@/offline/pauses'

test('pauses between tries double, stay under five minutes, and begin anew after a success', () => {
  const pauses = usePauses()
  const tries = Array.from({ length: 12 }, () => pauses.next())
  tries.forEach((pause, failures) => {
    const middle = Math.min(300_000, 5_000 * 2 ** failures)
    expect(pause).toBeGreaterThanOrEqual(middle * 0.5)
    expect(pause).toBeLessThanOrEqual(middle * 1.5)
  })
  pauses.reset()
  expect(pauses.next()).toBeLessThanOrEqual(7_500)
})
