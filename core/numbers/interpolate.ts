/** Between known points, by rising x, in straight lines; before the first and after the last as they stand. */
export function interpolated(points: readonly (readonly [x: number, y: number])[], x: number): number {
  const after = points.findIndex(([at]) => at >= x)
  if (after < 0) return points.at(-1)![1]
  const [x1, y1] = points[after]!
  if (after === 0) return y1
  const [x0, y0] = points[after - 1]!
  return y0 + ((y1 - y0) * (x - x0)) / (x1 - x0)
}
