const MINUTE = 60_000
const SECOND = 1000

const two = (n: number): string => String(n).padStart(2, '0')

/** Time that has passed, as a clock reads it: 7:05, 1:02:30. */
export function clockText(ms: number): string {
  const seconds = Math.max(0, Math.floor(ms / SECOND))
  const minutes = Math.floor(seconds / 60)
  return minutes < 60
    ? `${minutes}:${two(seconds % 60)}`
    : `${Math.floor(minutes / 60)}:${two(minutes % 60)}:${two(seconds % 60)}`
}

/** Time that is left: it reads 0:00 when it is over and not before. */
export const leftText = (ms: number): string => clockText(Math.ceil(Math.max(0, ms) / SECOND) * SECOND)

export const minutesOf = (ms: number): number => ms / MINUTE
