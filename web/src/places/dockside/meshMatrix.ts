import type { Point } from './useMarks'

/** What `transform` of a canvas takes, so that the first three points come to lie on the others. */
export function meshMatrix(
  from: Point[],
  to: Point[],
): [number, number, number, number, number, number] {
  const [[x0, y0], [x1, y1], [x2, y2]] = from as [Point, Point, Point]
  const area = (x1 - x0) * (y2 - y0) - (x2 - x0) * (y1 - y0)
  const slopes = (axis: 0 | 1) => {
    const [start, first, second] = to.map((point) => point[axis]) as [number, number, number]
    const across = ((first - start) * (y2 - y0) - (second - start) * (y1 - y0)) / area
    const down = ((second - start) * (x1 - x0) - (first - start) * (x2 - x0)) / area
    return [across, down, start - across * x0 - down * y0] as const
  }
  const [a, c, e] = slopes(0)
  const [b, d, f] = slopes(1)
  return [a, b, c, d, e, f]
}

/** The corners of both triangles of each field, as places in the list of a mesh. */
export function meshTriangles(columns: number, rows: number): [number, number, number][] {
  return Array.from({ length: columns * rows }, (_, field) => {
    const corner = Math.floor(field / columns) * (columns + 1) + (field % columns)
    const below = corner + columns + 1
    return [
      [corner, corner + 1, below],
      [corner + 1, below + 1, below],
    ] as [number, number, number][]
  }).flat()
}
