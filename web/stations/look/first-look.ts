import { deviceStorage } from '../../device/storage.ts'

const KEY = 'etude.first-look'
/** Scores after which a hint has said its part. */
const UNTIL = [1, 4, 12] as const
const HINTS = [
  'Touch a place on the dog, or take them in turn. What does the comb find?',
  '0: the comb goes through. 4: felted to the skin. The sides can be scored alike.',
  'Nothing more to find? “Rest clean” ends the look; then “Verdict”.',
] as const

const scoredHere = (): number => Number(deviceStorage.get(KEY) ?? 0) || 0

/** A score was given on this device; counted as long as somebody may still need telling. */
export function noteScore(): void {
  const count = scoredHere()
  if (count < UNTIL.at(-1)!) deviceStorage.set(KEY, String(count + 1))
}

/** What somebody who looks a dog over with this for the first time is told now; null once it has been said. */
export function firstHint(): string | null {
  const count = scoredHere()
  const at = UNTIL.findIndex((until) => count < until)
  return at < 0 ? null : HINTS[at]!
}
