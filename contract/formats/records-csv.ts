import {
  COAT_TYPE_IDS,
  HEALTH_IDS,
  REGION_IDS,
  REGIONS,
  type RegionId,
  type Score,
  type Side,
} from '../../core/index.ts'
import type { ScoreChange } from '../api/scores.ts'
import { BREED_IDS, dogSchema, type FileDog } from './assessment-file.ts'
import { type CsvProblem, type CsvRow, readCsv } from './csv.ts'
import { issuesOf } from './zod-issues.ts'

export const CLIENT_COLUMNS = ['id', 'name', 'phone', 'second_phone', 'email', 'note'] as const
export const DOG_COLUMNS = [
  'id',
  'client_id',
  'owner',
  'name',
  'breed',
  'coat_type',
  'weight_kg',
  'age_months',
  'sex',
  'neutered',
  'health',
  'allergies',
] as const
export const VISIT_COLUMNS = [
  'id',
  'dog_id',
  'dog',
  'starts_at',
  'slot_minutes',
  'groomer',
  'station',
  'called_off',
  'verdict',
  'minutes_planned',
  'minutes_taken',
  'mats_before',
  'mats_after',
  'price',
  'next_weeks',
] as const
export const SCORE_COLUMNS = [
  'visit_id',
  'dog',
  'starts_at',
  'region',
  'side',
  'mat',
  'extent',
  'standoff_mm',
  'undercoat',
  'condition',
  'skin',
] as const

interface Line {
  readonly line: number
  /** Of a row the salon may have already; null for a new one. */
  readonly id: string | null
}
/** Beside the name only what the file has a column for. */
export interface ClientLine extends Line {
  readonly name: string
  readonly phone?: string
  readonly secondPhone?: string
  readonly email?: string
  readonly note?: string
}
export interface DogLine extends Line {
  readonly clientId: string | null
  readonly owner: string
  readonly dog: FileDog & { name: string }
  /** Whether the file has a column for it: a known dog keeps its own otherwise. */
  readonly saysBreed: boolean
}
export interface VisitLine extends Line {
  readonly dogId: string
  readonly startsAt: Date
  /** Both only where the file has a column for them; a groomer is empty for nobody. */
  readonly slotMinutes?: number
  readonly groomer?: string
}
export interface ScoreLine {
  readonly line: number
  readonly visitId: string
  readonly change: ScoreChange
}

export interface Read<T> {
  readonly lines: readonly T[]
  readonly problems: readonly CsvProblem[]
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i
const LONGEST: Readonly<Record<string, number>> = {
  name: 120,
  phone: 40,
  second_phone: 40,
  email: 200,
  note: 1000,
  owner: 120,
}

function idOf<C extends string>(row: CsvRow<C>, column: C): string | null {
  const text = row.text(column).toLowerCase()
  if (text === '') return null
  if (!UUID.test(text)) row.wrong(column, 'an id as it was taken out, or nothing for a new one')
  return text
}

function textOf<C extends string>(row: CsvRow<C>, column: C, needed = false): string {
  const text = row.text(column)
  const most = LONGEST[column] ?? 200
  if (text.length > most) row.wrong(column, `at most ${most} characters`)
  if (needed && text === '') row.wrong(column, 'something written there')
  return text
}

function readTable<C extends string, T>(
  text: string,
  columns: readonly C[],
  needed: readonly C[],
  lineOf: (row: CsvRow<C>) => T | null,
): Read<T> {
  const { rows, problems } = readCsv(text, columns, needed)
  const lines: T[] = []
  for (const row of rows) {
    const line = lineOf(row)
    problems.push(...row.problems)
    if (line !== null && row.problems.length === 0) lines.push(line)
  }
  return { lines, problems }
}

/** Owners of a CSV and everything wrong with it; nothing is written. */
export const readClientsCsv = (text: string): Read<ClientLine> =>
  readTable(text, CLIENT_COLUMNS, ['name'], (row) => ({
    line: row.line,
    id: idOf(row, 'id'),
    name: textOf(row, 'name', true),
    ...(row.has('phone') ? { phone: textOf(row, 'phone') } : {}),
    ...(row.has('second_phone') ? { secondPhone: textOf(row, 'second_phone') } : {}),
    ...(row.has('email') ? { email: textOf(row, 'email') } : {}),
    ...(row.has('note') ? { note: textOf(row, 'note') } : {}),
  }))

const DOG_COLUMN_OF: Readonly<Record<string, (typeof DOG_COLUMNS)[number]>> = {
  coatType: 'coat_type',
  weightKg: 'weight_kg',
  ageMonths: 'age_months',
}

/** Dogs of a CSV; the owner goes by id, else by name. */
export const readDogsCsv = (text: string): Read<DogLine> =>
  readTable(text, DOG_COLUMNS, ['name', 'coat_type', 'weight_kg'], (row) => {
    const clientId = idOf(row, 'client_id')
    const owner = textOf(row, 'owner')
    if (clientId === null && owner === '') row.wrong('owner', 'the owner’s name, or a client_id')
    const sex = row.text('sex')
    const dog = {
      name: textOf(row, 'name', true),
      breed: row.text('breed') || 'unknown',
      coatType: row.text('coat_type'),
      weightKg: row.number('weight_kg', Number.NaN),
      ageMonths: row.number('age_months', null),
      ...(sex ? { sex } : {}),
      ...(row.text('neutered') ? { neutered: row.flag('neutered') } : {}),
      health: row.list('health', HEALTH_IDS),
      allergies: row
        .text('allergies')
        .split(';')
        .map((part) => part.trim())
        .filter(Boolean),
    }
    if (row.problems.length > 0) return null
    const parsed = dogSchema.safeParse(dog)
    if (parsed.success)
      return {
        line: row.line,
        id: idOf(row, 'id'),
        clientId,
        owner,
        dog: { ...parsed.data, name: dog.name },
        saysBreed: row.has('breed'),
      }
    for (const { path, expected } of issuesOf(parsed.error, dog)) {
      const field = path.replace(/\[.*$/, '')
      row.wrong(
        DOG_COLUMN_OF[field] ?? DOG_COLUMNS.find((name) => name === field) ?? 'name',
        expectedOf(field, expected),
      )
    }
    return null
  })

const expectedOf = (field: string, expected: string): string =>
  field === 'coatType'
    ? `one of ${COAT_TYPE_IDS.join(', ')}`
    : field === 'breed'
      ? `a breed id as ${BREED_IDS.slice(0, 3).join(', ')}`
      : expected

/** Nobody's book reaches beyond these. */
const EARLIEST = new Date('1990-01-01')
const LATEST = new Date('2100-01-01')

/** A visit of which nothing else is said, minutes. */
export const USUAL_SLOT = 120

/** Visits of a CSV: of a dog by its id, at a time with its zone or the salon's own. */
export const readVisitsCsv = (text: string): Read<VisitLine> =>
  readTable(text, VISIT_COLUMNS, ['dog_id', 'starts_at'], (row) => {
    const dogId = idOf(row, 'dog_id')
    if (dogId === null) row.wrong('dog_id', 'the id of a dog')
    const startsAt = new Date(row.text('starts_at'))
    if (!(startsAt > EARLIEST && startsAt < LATEST))
      row.wrong('starts_at', 'a time as 2026-03-01T09:30 or 2026-03-01T08:30:00Z')
    const slotMinutes = row.number('slot_minutes', USUAL_SLOT)
    if (!(Number.isInteger(slotMinutes) && slotMinutes >= 15 && slotMinutes <= 1440))
      row.wrong('slot_minutes', 'whole minutes from 15 to 1440')
    return {
      line: row.line,
      id: idOf(row, 'id'),
      dogId: dogId ?? '',
      startsAt,
      ...(row.has('slot_minutes') ? { slotMinutes } : {}),
      ...(row.has('groomer') ? { groomer: textOf(row, 'groomer') } : {}),
    }
  })

function scoreOf(
  row: CsvRow<(typeof SCORE_COLUMNS)[number]>,
  column: 'mat' | 'undercoat' | 'condition' | 'skin',
): Score | null {
  const value = row.number(column, null)
  if (value !== null && !(Number.isInteger(value) && value >= 0 && value <= 4))
    row.wrong(column, 'a whole number from 0 to 4')
  return value as Score | null
}

function sideOf(row: CsvRow<(typeof SCORE_COLUMNS)[number]>, region: RegionId): Side | null {
  const side = row.text('side')
  const { paired } = REGIONS[region]
  if (paired ? side !== 'left' && side !== 'right' : side !== '')
    row.wrong('side', paired ? 'left or right' : 'nothing: a single region')
  return side === '' ? null : (side as Side)
}

const MOST_MM = 600

/** Scores of a CSV: a line for each place of a visit; an empty cell leaves that score as it is. */
export const readScoresCsv = (text: string): Read<ScoreLine> =>
  readTable(text, SCORE_COLUMNS, ['visit_id', 'region'], (row) => {
    const visitId = idOf(row, 'visit_id')
    if (visitId === null) row.wrong('visit_id', 'the id of a visit')
    const region = row.text('region') as RegionId
    if (!REGION_IDS.includes(region)) {
      row.wrong('region', `one of ${REGION_IDS.join(', ')}`)
      return null
    }
    const share = row.number('extent', null)
    if (share !== null && !(share > 0 && share <= 1)) row.wrong('extent', 'a share above 0, at most 1')
    const standoffMm = row.number('standoff_mm', null)
    if (standoffMm !== null && !(standoffMm >= 0 && standoffMm <= MOST_MM))
      row.wrong('standoff_mm', `millimetres from 0 to ${MOST_MM}`)
    const given = {
      mat: scoreOf(row, 'mat'),
      extent: share,
      standoffMm,
      undercoat: scoreOf(row, 'undercoat'),
      condition: scoreOf(row, 'condition'),
      skin: scoreOf(row, 'skin'),
    }
    const set = Object.fromEntries(Object.entries(given).filter(([, value]) => value !== null)) as ScoreChange['set']
    return { line: row.line, visitId: visitId ?? '', change: { region, side: sideOf(row, region), set } }
  })
