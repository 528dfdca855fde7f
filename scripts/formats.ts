import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import * as z from 'zod'
import { assessmentFileSchema } from '../contract/formats/assessment-file.ts'
import { dayFileSchema } from '../contract/formats/day-file.ts'
import { patternsFileSchema } from '../contract/formats/patterns-file.ts'
import { planFileSchema } from '../contract/formats/plan-file-schema.ts'
import { ESTIMATE_IDS, ESTIMATES, type Estimate, FIXED, FIXED_IDS, MODEL_VERSION } from '../core/index.ts'
import { ROOT } from './build.ts'

const schemaText = (schema: z.ZodType, io: 'input' | 'output' = 'input'): string =>
  `${JSON.stringify(z.toJSONSchema(schema, { io, unrepresentable: 'any' }), null, 2)}\n`

/** JSON Schema of the open formats, from the schemas that read them: npm run formats */
export const FORMAT_FILES: Readonly<Record<string, () => string>> = {
  'etude.assessment-1.schema.json': () => schemaText(assessmentFileSchema),
  'etude.day-1.schema.json': () => schemaText(dayFileSchema),
  'etude.plan-1.schema.json': () => schemaText(planFileSchema, 'output'),
  'etude.patterns-1.schema.json': () => schemaText(patternsFileSchema),
}

export const FORMATS = join(ROOT, 'docs', 'formats')

const SAME = '## The same in every house (core/numbers/fixed.ts)'
const HEAD = '| id | value | unit | mark | what |\n|---|---|---|---|---|\n'

/** The notes on the model with every number as it stands in the core, at their end, and the model's version. */
export function modelNotes(notes: string): string {
  const row = (id: string, { value, unit, mark, what }: Estimate): string =>
    `| \`${id}\` | ${Math.round(value * 1000) / 1000} | ${unit} | ${mark} | ${what} |\n`
  const ours = ESTIMATE_IDS.map((id) => row(id, ESTIMATES[id])).join('')
  const fixed = FIXED_IDS.map((id) => row(id, FIXED[id])).join('')
  const before = notes.slice(0, notes.indexOf(HEAD))
  return `${before}${HEAD}${ours}\n${SAME}\n\n${HEAD}${fixed}`.replace(
    /Model version [\d.]+/,
    `Model version ${MODEL_VERSION}`,
  )
}

if (process.argv[1]?.endsWith('formats.ts')) {
  mkdirSync(FORMATS, { recursive: true })
  for (const [name, text] of Object.entries(FORMAT_FILES)) writeFileSync(join(FORMATS, name), text())
  const model = join(ROOT, 'docs', 'model.md')
  writeFileSync(model, modelNotes(readFileSync(model, 'utf8')))
}
