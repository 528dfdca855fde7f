import type { RackToolDoc } from '../../../contract/api/rack.ts'
import { capital, toolName } from '../../../contract/words/index.ts'
import { BLADES } from '../../../core/index.ts'

/** Millimetres that a blade or a comb attachment leaves; 0 for what leaves none. */
export const lengthOf = ({ tool }: RackToolDoc): number =>
  tool.kind === 'blade' ? (BLADES.find(({ id }) => id === tool.id)?.leavesMm ?? 0) : Number(tool.id) || 0
/** Longest first. */
export const byLength = (a: RackToolDoc, b: RackToolDoc): number =>
  lengthOf(b) - lengthOf(a) || a.tool.id.localeCompare(b.tool.id)

export const nameOf = ({ tool }: RackToolDoc): string =>
  tool.kind === 'clipper' || tool.kind === 'other'
    ? capital(tool.id)
    : capital(toolName({ kind: tool.kind, id: tool.id, ...(tool.form ? { form: tool.form } : {}) }))
