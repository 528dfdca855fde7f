import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { z } from 'zod'
import { assessmentFileSchema } from '../contract/formats/assessment-file.ts'
import { ROOT } from './build.ts'

/** JSON Schema of the open formats, from the schemas that read them: npm run formats */
export const FORMAT_FILES: Readonly<Record<string, () => string>> = {
  'etude.assessment-1.schema.json': () =>
    `${JSON.stringify(z.toJSONSchema(assessmentFileSchema, { io: 'input', unrepresentable: 'any' }), null, 2)}\n`,
}

export const FORMATS = join(ROOT, 'docs', 'formats')

if (process.argv[1]?.endsWith('formats.ts')) {
  mkdirSync(FORMATS, { recursive: true })
  for (const [name, text] of Object.entries(FORMAT_FILES)) writeFileSync(join(FORMATS, name), text())
}
