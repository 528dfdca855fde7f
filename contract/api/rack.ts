import * as z from 'zod'
import { RACK_KIND_IDS, type RackTool, TOOL_STATE_IDS } from '../../core/index.ts'
import { fileToolSchema } from '../formats/assessment-file.ts'
import { whole } from '../formats/numbers.ts'
import { idSchema, instant, post, put, read, subject } from './endpoint.ts'

/** A tool of the salon as it is written down. */
export const toolSchema = fileToolSchema.safeExtend({
  kind: z.enum(RACK_KIND_IDS),
  form: z.enum(['full', 'skip']).nullable(),
  state: z.enum(TOOL_STATE_IDS),
  /** What stands on it, where there are several alike. */
  label: z.string().trim().max(60),
  ownerId: idSchema.nullable(),
  note: z.string().trim().max(400),
})

export type ToolFields = z.infer<typeof toolSchema>

/** Clipper blades hold an edge for so many dogs; nobody counts beyond. */
const dogs = whole(0, 100_000)

const moment = instant.nullable()

/** `id` of the tool's own kind is `toolId` here, because the row has an id of its own. */
export const rackToolSchema = z.object({
  id: idSchema,
  revision: z.int(),
  tool: toolSchema,
  dogsSinceSharpened: dogs,
  usedAt: moment,
  oiledAt: moment,
  disinfectedAt: moment,
  sharpenedAt: moment,
  retired: z.boolean(),
})

export type RackToolDoc = z.infer<typeof rackToolSchema>

export const newToolSchema = z.object({
  /** Given where it is made: what is sent again because no answer came hangs there once. */
  id: idSchema.optional(),
  tool: toolSchema,
})

export const toolChangeSchema = z.object({ baseRevision: z.int().min(0), tool: toolSchema })

export const TOOL_CARES = ['sharpen', 'oil', 'disinfect'] as const

export const toolCareSchema = z.object({ care: z.enum(TOOL_CARES) })

export const toolRetireSchema = z.object({ retired: z.boolean() })

const MINUTE = 60_000

/** As the core judges it, at a moment. */
export function coreTool(
  { tool, dogsSinceSharpened, usedAt, oiledAt, disinfectedAt }: RackToolDoc,
  now: Date,
): RackTool {
  const since = (at: string | null): number | null => (at === null ? null : (now.getTime() - Date.parse(at)) / MINUTE)
  const { kind, id, form, state } = tool
  return {
    kind,
    id,
    form,
    state,
    dogsSinceSharpened,
    minutesSinceUse: since(usedAt),
    minutesSinceOil: since(oiledAt),
    minutesSinceDisinfection: since(disinfectedAt),
  }
}

/** Every tool and how it stands. */
export const rackApi = subject('rack', {
  all: read('/rack', { summary: 'Every tool and how it stands', gives: z.array(rackToolSchema), kept: true }),
  add: post('/rack', {
    summary: 'Hang a tool on the rack',
    takes: newToolSchema,
    gives: rackToolSchema,
    touches: ['rack', 'visits'],
  }),
  change: put('/rack/:id', {
    summary: 'Change a tool',
    takes: toolChangeSchema,
    gives: rackToolSchema,
    touches: ['rack', 'visits'],
  }),
  care: post('/rack/:id/care', {
    summary: 'Sharpened, oiled or disinfected now',
    takes: toolCareSchema,
    gives: rackToolSchema,
    touches: ['rack', 'visits'],
  }),
  retire: put('/rack/:id/retired', {
    summary: 'Take a tool off the rack, or hang it back',
    takes: toolRetireSchema,
    gives: rackToolSchema,
    touches: ['rack', 'visits'],
  }),
})
