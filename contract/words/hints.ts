import type { GroomStep } from '../../core/index.ts'

const BY_TREATMENT: Partial<Record<string, readonly string[]>> = {
  brush: [
    'Towards the handle, the way the pins lie; long strokes, no flick of the wrist.',
    'Brush first, comb second. Two fingers’ worth of pressure.',
  ],
  demat: ['Hold the hair between the mat and the skin.', 'Split along the hair, then the comb from the tips.'],
  'blow-out': ['Decide nothing on dense packing before product and air.', 'Slowly, from the skin outwards.'],
  card: ['Stop when it comes no more by itself.'],
  splice: ['Lift the cover hair and clip it away first.'],
  strip: ['From the elbow, a few hairs at a time.'],
}
const BY_KIND: Partial<Record<string, readonly string[]>> = {
  cut: [
    'Read the number on the blade.',
    'Let the tool rest on the coat; light passes, combing up between.',
    'Growth turns: down at the ribs, round on the skull, cowlicks on the chest.',
  ],
  blend: ['Look from above, from the front, from the side, and from the floor.'],
  nails: ['Black nails a little at a time, until the dark spot shows.', 'Find the dewclaws; they get combed as mats.'],
  ears: ['What you cannot see you do not clean.'],
  check: ['The comb decides, not the brush.', 'Comb clippings out: what stays in mats again.'],
}
const BY_WHAT: Partial<Record<string, readonly string[]>> = {
  pads: ['Open the toes by pressing the web from beneath.'],
  opening: ['Wipe and disinfect the blade afterwards.'],
  'brush-dry': ['Brush where the air meets the coat.'],
}

/** Small rules worth carrying, for those who want them. Common practice; what guards against injury is a caution and stays. */
export const hintsOf = ({ treatment, kind, what }: GroomStep): readonly string[] => [
  ...(kind === 'coat' ? (BY_TREATMENT[treatment ?? ''] ?? []) : (BY_KIND[kind] ?? [])),
  ...(BY_WHAT[what ?? ''] ?? []),
]
