import { expect, test } from 'vitest'
import { merged } from '@/places/deck/useCrew'

const tap = (act: 'fish_on' | 'in_net' | 'lifted', moment: number) => ({ act, at: moment })
const NOTHING_NEW = { tookBack: false, taps: 0 }

test('a tap that another device made is taken, with own times where both tapped', () => {
  const own = [tap('fish_on', 10)]
  expect(merged(own, [tap('fish_on', 14), tap('in_net', 40)], NOTHING_NEW)).toEqual([
    tap('fish_on', 10),
    tap('in_net', 40),
  ])
})

test('an answer that knows less than this device changes nothing', () => {
  expect(merged([tap('fish_on', 10), tap('in_net', 40)], [tap('fish_on', 14)], NOTHING_NEW)).toBe(
    null,
  )
})

test('a tap that was revoked elsewhere goes, what was tapped here since stays', () => {
  const own = [tap('fish_on', 10), tap('in_net', 40), tap('lifted', 60)]
  expect(merged(own, [tap('fish_on', 14)], { tookBack: true, taps: 2 })).toEqual([
    tap('fish_on', 10),
    tap('lifted', 60),
  ])
})
