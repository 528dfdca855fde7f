import type { House } from '../numbers/estimates.ts'

/** What hangs on the rack. Blades and comb attachments are known by id and length; the rest by name. */
export const RACK_KIND_IDS = ['blade', 'comb', 'shears', 'brush', 'clipper', 'other'] as const
export type RackKind = (typeof RACK_KIND_IDS)[number]

export const TOOL_STATE_IDS = ['ready', 'away', 'dull'] as const
export type ToolState = (typeof TOOL_STATE_IDS)[number]

/** One tool of the salon and how it stands. Times in minutes before now, null where it never was. */
export interface RackTool {
  readonly kind: RackKind
  /** As the vocabulary has it: "10", "16", "ball-tip", "slicker-soft". */
  readonly id: string
  readonly form: 'full' | 'skip' | null
  readonly state: ToolState
  readonly dogsSinceSharpened: number
  readonly minutesSinceUse: number | null
  readonly minutesSinceOil: number | null
  readonly minutesSinceDisinfection: number | null
}

export const RACK_DUES = ['sharpen', 'oil', 'disinfect'] as const
export type RackDue = (typeof RACK_DUES)[number]

const HAS_EDGE: ReadonlySet<RackKind> = new Set(['blade', 'shears'])

/** Whether something was done since the tool was last on a dog. */
const sinceUse = ({ minutesSinceUse }: RackTool, done: number | null): boolean =>
  minutesSinceUse === null || (done !== null && done <= minutesSinceUse)

/** What a tool wants before it goes on the next dog. */
export function dueOf(tool: RackTool, house: House): RackDue[] {
  const due: RackDue[] = []
  if (HAS_EDGE.has(tool.kind) && (tool.state === 'dull' || tool.dogsSinceSharpened >= house['rack.sharpen-dogs']))
    due.push('sharpen')
  if (tool.kind === 'blade' && !sinceUse(tool, tool.minutesSinceOil)) due.push('oil')
  if (!sinceUse(tool, tool.minutesSinceDisinfection)) due.push('disinfect')
  return due
}

/** Sharp and there; oil and disinfectant take a minute and keep nothing off the plan. */
export const isOffered = (tool: RackTool, house: House): boolean =>
  tool.state === 'ready' && !dueOf(tool, house).includes('sharpen')

/** What a plan may choose from. */
export interface Rack {
  /** Blades by id and form. */
  readonly blades: readonly { readonly id: string; readonly form: 'full' | 'skip' }[]
  /** Comb attachments by the length they leave, mm. */
  readonly combs: readonly number[]
}

/** A rack for plans from the tools of the salon; tools of one kind that are there twice count once. */
export function rackOf(tools: readonly RackTool[], house: House): Rack {
  const there = tools.filter((tool) => isOffered(tool, house))
  return {
    blades: there.flatMap(({ kind, id, form }) => (kind === 'blade' ? [{ id, form: form ?? ('full' as const) }] : [])),
    combs: there.flatMap(({ kind, id }) => (kind === 'comb' ? [Number(id)] : [])).sort((a, b) => a - b),
  }
}
