import { createHash, type Hash } from 'node:crypto'
import { JSONParser, TokenType } from '@streamparser/json'
import { BadInput } from '../../contract/formats/problem.ts'

/*
 * etude.backup/2: one JSON document, {"format", "schema", "model", "at", "tables": {"name": [row, …]}, "sha256"}, with a line
 * break before every table, every row and every end, and none elsewhere. So a file of any length is written and read a line at
 * a time, as the database gives its rows and takes them. The checksum is of all lines of the tables, as they stand.
 *
 * etude.backup/1, as earlier versions wrote it: the same in one line, its checksum of the tables as JSON without white space.
 */
export const FORMAT = 'etude.backup/2'
const BEFORE = 'etude.backup/1'
/** Longer than the first line of any of ours. */
const LONGEST_HEAD = 65_536
const NEW_LINE = 10

export type Head = Readonly<Record<string, unknown>>

/** What a file says, as it comes: a row as JSON, or that its table is over. */
export type Heard = { readonly table: string; readonly row: string | null }

export interface BackupFile {
  readonly head: Head
  /** @throws {BadInput} at the end where the file was changed or cut */
  readonly rows: AsyncGenerator<Heard>
}

const notWhole = (): BadInput => new BadInput([{ path: '', value: null, expected: 'a whole JSON file' }])
export const changed = (said: unknown): BadInput =>
  new BadInput([
    {
      path: 'sha256',
      value: said ?? null,
      expected: 'the checksum of its tables: the file was changed or cut',
    },
  ])

/** The text of a backup from beginning to end. */
export class BackupText {
  readonly #hash = createHash('sha256')
  #tables = 0
  #rows = 0
  head = (head: Head): string => `${JSON.stringify({ format: FORMAT, ...head }).slice(0, -1)},"tables":{\n`
  table(name: string): string {
    const text = `${this.#tables === 0 ? '' : ',\n'}${JSON.stringify(name)}:[\n`
    this.#tables += 1
    this.#rows = 0
    return this.#add(text)
  }
  /** @param rows as JSON without line breaks */
  rows(rows: readonly string[]): string {
    if (rows.length === 0) return ''
    const text = `${this.#rows === 0 ? '' : ',\n'}${rows.join(',\n')}`
    this.#rows += rows.length
    return this.#add(text)
  }
  closeTable = (): string => this.#add(`${this.#rows === 0 ? '' : '\n'}]`)
  close = (): string => `${this.#add('\n')}},"sha256":"${this.#hash.digest('hex')}"}\n`
  #add(text: string): string {
    this.#hash.update(text)
    return text
  }
}

/** Reads a file as it arrives, of this version or an earlier one. @throws {BadInput} where it is no backup */
export async function readBackup(chunks: AsyncIterable<Uint8Array | string>): Promise<BackupFile> {
  const source = chunks[Symbol.asyncIterator]()
  const begun: Buffer[] = []
  let length = 0
  let end = -1
  while (end < 0 && length < LONGEST_HEAD) {
    const { value, done } = await source.next()
    if (done) break
    const chunk = Buffer.from(value)
    const at = chunk.indexOf(NEW_LINE)
    if (at >= 0) end = length + at
    begun.push(chunk)
    length += chunk.length
  }
  const start = Buffer.concat(begun)
  const rest = (async function* () {
    for (;;) {
      const { value, done } = await source.next()
      if (done) return
      yield Buffer.from(value)
    }
  })()
  const head = end < 0 ? null : headOf(start.subarray(0, end).toString())
  if (head?.format === FORMAT) return { head, rows: rowsByLine(start.subarray(end + 1), rest) }
  return readDocument(start, rest)
}

function headOf(line: string): Head | null {
  try {
    return JSON.parse(`${line}}}`) as Head
  } catch {
    return null
  }
}

/** Each line, without its break; what stands after the last break is one too. */
async function* linesOf(first: Buffer, rest: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
  // A row may be megabytes: what has come of it is put together once.
  let parts: Buffer[] = []
  const cut = function* (chunk: Buffer): Generator<Buffer> {
    let from = 0
    for (let at = chunk.indexOf(NEW_LINE); at >= 0; at = chunk.indexOf(NEW_LINE, from)) {
      yield Buffer.concat([...parts, chunk.subarray(from, at)])
      parts = []
      from = at + 1
    }
    if (from < chunk.length) parts.push(chunk.subarray(from))
  }
  yield* cut(first)
  for await (const chunk of rest) yield* cut(chunk)
  if (parts.length > 0) yield Buffer.concat(parts)
}

const TABLE = /^"(\w+)":\[$/
const LAST = /^\},"sha256":"([^"]*)"\}$/
const BREAK = Buffer.from('\n')

async function* rowsByLine(first: Buffer, rest: AsyncIterable<Buffer>): AsyncGenerator<Heard> {
  const hash: Hash = createHash('sha256')
  let table: string | null = null
  let over = false
  for await (const line of linesOf(first, rest)) {
    if (over) throw notWhole()
    const text = line.toString()
    const last = table === null ? LAST.exec(text) : null
    if (last) {
      if (hash.digest('hex') !== last[1]) throw changed(last[1])
      over = true
      continue
    }
    hash.update(line)
    hash.update(BREAK)
    if (table === null) {
      table = TABLE.exec(text)?.[1] ?? null
      if (table === null) throw notWhole()
    } else if (text === ']' || text === '],') {
      yield { table, row: null }
      table = null
    } else yield { table, row: text.endsWith(',') ? text.slice(0, -1) : text }
  }
  if (!over) throw notWhole()
}

/** What adds up to the checksum of a file of the earlier format. */
class TablesSum {
  readonly #hash = createHash('sha256').update('{')
  #tables = 0
  #rows = 0
  table(name: string): void {
    this.#hash.update(`${this.#tables === 0 ? '' : ','}${JSON.stringify(name)}:[`)
    this.#tables += 1
    this.#rows = 0
  }
  row(row: string): void {
    this.#hash.update(`${this.#rows === 0 ? '' : ','}${row}`)
    this.#rows += 1
  }
  closeTable = (): unknown => this.#hash.update(']')
  sum = (): string => this.#hash.update('}').digest('hex')
}

type Told = { readonly field: string; readonly value: unknown } | { readonly table: string; readonly row: unknown }

async function* toldIn(chunks: AsyncIterable<Buffer>): AsyncGenerator<Told> {
  const heard: Told[] = []
  let failed: Error | null = null
  // Not '$.tables.*': what is to be told of whole is kept whole until then, row by row of a table of millions.
  const parser = new JSONParser({
    paths: ['$.format', '$.schema', '$.model', '$.at', '$.sha256', '$.tables.*.*'],
    keepStack: false,
  })
  parser.onValue = ({ value, key, stack }) => {
    // A row: root, tables, its table.
    if (stack.length === 3) heard.push({ table: String(stack[2]!.key ?? ''), row: value })
    else heard.push({ field: String(key), value })
  }
  let depth = 0
  let word = ''
  let inTables = false
  let table: string | null = null
  // A table without rows is told of by its end alone.
  parser.onToken = ({ token, value }) => {
    if (token === TokenType.STRING) word = String(value)
    else if (token === TokenType.LEFT_BRACE || token === TokenType.LEFT_BRACKET) depth += 1
    else if (token === TokenType.COLON) {
      if (depth === 1) inTables = word === 'tables'
      if (depth === 2 && inTables) table = word
    } else if (token === TokenType.RIGHT_BRACE || token === TokenType.RIGHT_BRACKET) {
      depth -= 1
      if (depth !== 2 || table === null) return
      heard.push({ table, row: null })
      table = null
    }
  }
  parser.onError = (error) => {
    failed = error
  }
  for await (const chunk of chunks) {
    parser.write(chunk)
    if (failed) break
    yield* heard.splice(0)
  }
  if (failed || !parser.isEnded) throw notWhole()
  yield* heard.splice(0)
}

/** A file of the earlier format. */
async function readDocument(start: Buffer, rest: AsyncIterable<Buffer>): Promise<BackupFile> {
  const told = toldIn(
    (async function* () {
      yield start
      yield* rest
    })(),
  )
  const head: Record<string, unknown> = {}
  let first: Told | null = null
  for (;;) {
    const { value, done } = await told.next()
    if (done) break
    if ('table' in value) {
      first = value
      break
    }
    head[value.field] = value.value
  }
  if (head.format !== BEFORE)
    throw new BadInput([{ path: 'format', value: head.format ?? null, expected: `${FORMAT}, or ${BEFORE}` }])
  return { head, rows: rowsOfDocument(first, told, head) }
}

async function* rowsOfDocument(
  first: Told | null,
  told: AsyncGenerator<Told>,
  head: Record<string, unknown>,
): AsyncGenerator<Heard> {
  const sum = new TablesSum()
  let open: string | null = null
  for (let one: Told | null = first; one; one = ((await told.next()).value as Told | undefined) ?? null) {
    if ('field' in one) {
      head[one.field] = one.value
      continue
    }
    if (open !== one.table) sum.table(one.table)
    open = one.table
    const row = one.row === null ? null : JSON.stringify(one.row)
    if (row === null) {
      sum.closeTable()
      open = null
    } else sum.row(row)
    yield { table: one.table, row }
  }
  if (sum.sum() !== head.sha256) throw changed(head.sha256)
}
