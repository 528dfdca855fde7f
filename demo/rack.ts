import type { RackToolDoc, ToolFields } from '../contract/api/rack.ts'
import { BLADES, COMB_MM, SKIP_FORMS } from '../core/index.ts'

/** A tool of the demo salon: what it is, and how it stands. */
export type DemoTool = ToolFields &
  Pick<RackToolDoc, 'dogsSinceSharpened'> & {
    readonly usedHoursAgo: number | null
    readonly caredHoursAgo: number | null
  }

const tool = (kind: ToolFields['kind'], id: string, more: Partial<DemoTool> = {}): DemoTool => ({
  kind,
  id,
  form: kind === 'blade' ? 'full' : null,
  state: 'ready',
  label: '',
  ownerId: null,
  note: '',
  dogsSinceSharpened: 0,
  usedHoursAgo: null,
  caredHoursAgo: 44,
  ...more,
})

/** A full rack with a few things due, so that each state is in sight. */
export function demoRack(owner: string): DemoTool[] {
  const shorts = ['7', '10', '15', '30']
  return [
    ...BLADES.filter(({ id }) => id !== '40').map(({ id }, i) =>
      tool('blade', id, { dogsSinceSharpened: (i * 7) % 26, usedHoursAgo: shorts.includes(id) ? 20 : null }),
    ),
    ...[...SKIP_FORMS].map((id) => tool('blade', id, { form: 'skip', dogsSinceSharpened: 9 })),
    tool('blade', '10', { label: 'second', dogsSinceSharpened: 31, usedHoursAgo: 26 }),
    tool('blade', '40', { state: 'away', note: 'at the sharpener until Friday' }),
    ...COMB_MM.map((mm) => tool('comb', String(mm))),
    tool('shears', 'straight', { label: 'eight inch', dogsSinceSharpened: 12, usedHoursAgo: 22 }),
    tool('shears', 'curved', { dogsSinceSharpened: 12 }),
    tool('shears', 'ball-tip', { dogsSinceSharpened: 20, usedHoursAgo: 22 }),
    tool('shears', 'thinning', { ownerId: owner, label: 'own', dogsSinceSharpened: 8 }),
    tool('shears', 'chunking', { state: 'dull', note: 'drags at the tips', dogsSinceSharpened: 44 }),
    ...['slicker-soft', 'slicker-firm', 'slicker-long-pin', 'pin', 'rake', 'metal-comb-medium', 'mat-splitter'].map(
      (id) => tool('brush', id, { usedHoursAgo: 22 }),
    ),
    tool('clipper', 'table one', { usedHoursAgo: 22 }),
    tool('clipper', 'table two'),
  ]
}
