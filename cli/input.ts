import { readFileSync } from 'node:fs'
import { type BadInput, issueText } from '../contract/formats/problem.ts'

/** Refused with one line: what, where, what stood there, what was expected. */
export class Refused extends Error {
  override readonly name = 'Refused'
}

/** Said beside an answer, not in it. */
export const note = (line: string): void => void process.stderr.write(`etude: ${line}\n`)

export interface Text {
  /** What an error calls it. */
  readonly label: string
  readonly text: string
}

/** A file, or standard input for `-`. */
export function readInput(name: string, what: string): Text {
  if (name === '-') return { label: 'standard input', text: readFileSync(0, 'utf8') }
  try {
    return { label: name, text: readFileSync(name, 'utf8') }
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code
    const why = code === 'ENOENT' ? 'no such file' : code === 'EISDIR' ? 'a folder' : String(code)
    throw new Refused(`${name}: got ${why}, expected ${what} that can be read`)
  }
}

export function parseJson({ label, text }: Text): unknown {
  try {
    return JSON.parse(text)
  } catch (error) {
    throw new Refused(`${label}: the whole: got ${(error as Error).message}, expected JSON`)
  }
}

/** Everything wrong with an input in one line, the first issue in full. */
export function refusal(label: string, { issues }: BadInput): Refused {
  const [first, ...others] = issues
  const more = others.length > 0 ? ` (and ${others.length} more: ${others.map(({ path }) => path).join(', ')})` : ''
  return new Refused(`${label}: ${issueText(first!)}${more}`)
}
