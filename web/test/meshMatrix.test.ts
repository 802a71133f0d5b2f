import { expect, test } from 'vitest'
import { meshMatrix, meshTriangles } from '../src/places/dockside/meshMatrix'
import type { Point } from '../src/places/dockside/useMarks'

test('three points come to lie on three others, also mirrored', () => {
  const from: Point[] = [
    [10, 20],
    [70, 25],
    [30, 90],
  ]
  const to: Point[] = [
    [400, 10],
    [220, 30],
    [330, 300],
  ]
  const [a, b, c, d, e, f] = meshMatrix(from, to)
  for (const [place, [x, y]] of from.entries()) {
    expect(a * x + c * y + e).toBeCloseTo(to[place]![0], 9)
    expect(b * x + d * y + f).toBeCloseTo(to[place]![1], 9)
  }
})

test('the triangles cover each field once and name only corners that there are', () => {
  const triangles = meshTriangles(3, 2)
  expect(triangles).toHaveLength(12)
  const places = Array.from({ length: 12 }, (_, at) => [at % 4, Math.floor(at / 4)] as Point)
  const areas = triangles.map((corners) => {
    const [[x0, y0], [x1, y1], [x2, y2]] = corners.map((at) => places[at]!) as [Point, Point, Point]
    return ((x1 - x0) * (y2 - y0) - (x2 - x0) * (y1 - y0)) / 2
  })
  expect(areas).toEqual(Array(12).fill(0.5))
})
