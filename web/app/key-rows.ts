import type { KeySet } from './keys.ts'

/** Keys of a screen, for its sheet: what is pressed, and what it does. */
export type KeyRow = readonly [keys: readonly string[], does: string]

export const EVERYWHERE: readonly KeyRow[] = [
  [['?'], 'this sheet'],
  [['Esc'], 'close what is open'],
  [['Tab'], 'to the next control'],
  [['↑', '↓', 'Enter'], 'in the search above: along what was found, and take it'],
]

const DOG: readonly KeyRow[] = [
  [['T'], 'turn the dog'],
  [['H', 'P'], 'close look at head, paws'],
]
const ON_THE_DOG: readonly KeyRow[] = [
  [['←', '→'], 'along the places'],
  [['Enter'], 'open what is under the focus'],
]

const LOOK_KEYS: readonly KeyRow[] = [
  [['0', '1', '2', '3', '4'], 'score this place, go to the next'],
  [['Shift', '0–4'], 'score both sides at once'],
  [['='], 'the other side is the same'],
  [['R'], 'all the rest is clean'],
  [['N'], 'the rest of these is clean, on to what comes next'],
  [['Space'], 'go on, leave it unknown'],
  [['Backspace'], 'go back one place'],
  [['Delete'], 'not looked at after all'],
  [[',', '.'], 'the mat covers less, more'],
  [['[', ']'], 'less, more free hair under the mat'],
  [['F'], 'what was found on the skin'],
  [['L'], 'leave this place alone'],
  [['M', 'U', 'C', 'S'], 'mats, undercoat, condition, skin'],
  ...DOG,
  [['Z'], 'undo'],
  [['V'], 'to the verdict'],
  [['←', '→'], 'along the sweep'],
  [['PgDn'], 'the comb goes through: free, on to the next'],
  [['PgUp'], 'the place scored last is one worse'],
]

/** A pedal or a clicker sends these. */
const BENCH_KEYS: readonly KeyRow[] = [
  [['Space', 'PgDn'], 'start what is at hand; when it runs, done and on to the next'],
  [['PgUp'], 'pause, and go on'],
]

const VERDICT_KEYS: readonly KeyRow[] = [
  ...DOG,
  ...ON_THE_DOG,
  [['1', '2', '3', '4'], 'verdict, what if, ways, owner'],
  [['←', '→'], 'on the curve: less, more of the budget'],
  [['PgUp', 'PgDn'], 'on the curve: to the next turn of the verdict'],
  [['B'], 'back to the look'],
]

const STAGE_KEYS: readonly KeyRow[] = [...ON_THE_DOG]
const DRAG_KEYS: readonly KeyRow[] = [
  ...ON_THE_DOG,
  [['←', '→'], 'on a handle or a slider: a step less, more'],
  [['PgUp', 'PgDn'], 'on a handle or a slider: a large step'],
]

export const KEY_ROWS: Readonly<Record<KeySet, readonly KeyRow[]>> = {
  look: LOOK_KEYS,
  bench: BENCH_KEYS,
  verdict: VERDICT_KEYS,
  stage: STAGE_KEYS,
  drag: DRAG_KEYS,
}
