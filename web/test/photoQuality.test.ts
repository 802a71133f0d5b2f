import { expect, test } from 'vitest'
import { troubleIn } from '@/parts/photoQuality'

const WIDTH = 120

/** Dark and bright halves whose edge is blurred over so many pixels: a normal curve. */
function edge(sigma: number, dark = 60, bright = 200): Float32Array {
  const risen = Array.from({ length: WIDTH }, (_, x) => {
    let share = 0
    for (let step = -6 * sigma; step <= x - WIDTH / 2; step += 0.05)
      share +=
        (Math.exp(-(step * step) / (2 * sigma * sigma)) * 0.05) / (sigma * Math.sqrt(2 * Math.PI))
    return dark + (bright - dark) * Math.min(share, 1)
  })
  return Float32Array.from({ length: WIDTH * 80 }, (_, index) => risen[index % WIDTH]!)
}

test.each([
  [0.7, null],
  [1.5, null],
  [4, 'blurred'],
  [8, 'blurred'],
])('an edge over %d pixels is %s', (sigma, trouble) => {
  expect(troubleIn(edge(sigma), WIDTH)).toBe(trouble)
})

test('contrast is no sharpness: a pale photo may be sharp', () => {
  expect(troubleIn(edge(1, 110, 140), WIDTH)).toBeNull()
})

test('a photo in the dark and one that is burnt out are told', () => {
  expect(troubleIn(edge(1, 5, 30), WIDTH)).toBe('dark')
  expect(troubleIn(edge(1, 120, 255), WIDTH)).toBe('glaring')
})
