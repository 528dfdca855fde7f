import { randomUUID } from 'node:crypto'
import { QueryTypes, type Sequelize, type Transaction } from 'sequelize'
import type { ImportResult } from '../../contract/api/exchange.ts'
import type { FileDog } from '../../contract/formats/assessment-file.ts'
import { type CsvProblem, writeCsv } from '../../contract/formats/csv.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import type { RecordTable } from '../../contract/formats/record-tables.ts'
import {
  CLIENT_COLUMNS,
  type ClientLine,
  DOG_COLUMNS,
  type DogLine,
  type Read,
  readClientsCsv,
  readDogsCsv,
  readScoresCsv,
  readVisitsCsv,
  SCORE_COLUMNS,
  type ScoreLine,
  USUAL_SLOT,
  VISIT_COLUMNS,
  type VisitLine,
} from '../../contract/formats/records-csv.ts'
import { iso } from '../db/documents.ts'
import { takeTurn } from '../db/locks.ts'
import { logChange } from '../db/log.ts'
import { AssessmentRow, ClientRow, DogRow, PersonRow, PlanRow, VisitRow } from '../db/models/index.ts'
import { IN_FORCE_ORDER } from '../plan/in-force.ts'
import type { AssessmentRepo } from '../scores/assessments.ts'
import type { VisitRepo } from '../visits/visits.ts'

/** What a line came to. */
type Fate = { readonly what: 'added' | 'changed'; readonly name: string } | 'unchanged'
const NEW_CLIENT = { phone: '', email: '', note: '' }
/** Ends a dry run: everything was tried, nothing stays. */
class DryRun extends Error {}

class Wrong extends Error {
  readonly problem: CsvProblem
  constructor(line: number, path: string, value: unknown, expected: string) {
    super(expected)
    this.problem = { line, path, value, expected }
  }
}

const SQL: Readonly<Record<RecordTable, string>> = {
  clients: 'SELECT id, name, phone, second_phone, email, note FROM clients WHERE erased_at IS NULL ORDER BY name, id',
  dogs: `SELECT d.id, d.client_id, c.name AS owner, d.name, d.breed, d.coat_type, COALESCE(last.dog, d.profile, '{}') AS details
    FROM dogs d JOIN clients c ON c.id = d.client_id AND c.erased_at IS NULL
    LEFT JOIN LATERAL (SELECT v.arrival -> 'dog' AS dog FROM visits v WHERE v.dog_id = d.id ORDER BY v.starts_at DESC LIMIT 1) last ON true
    ORDER BY d.name, d.id`,
  visits: `SELECT v.id, v.dog_id, d.name AS dog, v.starts_at, v.slot_minutes, p.name AS groomer, v.station, v.called_off,
      plan.choice AS verdict, g.summary #>> '{minutes,planned}' AS minutes_planned, g.summary #>> '{minutes,taken}' AS minutes_taken,
      g.summary #>> '{before,mat}' AS mats_before, g.summary #>> '{after,mat}' AS mats_after,
      g.summary ->> 'price' AS price, g.summary ->> 'nextWeeks' AS next_weeks
    FROM visits v JOIN dogs d ON d.id = v.dog_id LEFT JOIN people p ON p.id = v.person_id LEFT JOIN goodbyes g ON g.visit_id = v.id
    LEFT JOIN LATERAL (SELECT p.plan -> 'verdict' ->> 'choice' AS choice FROM plans p JOIN assessments a ON a.id = p.assessment_id
      WHERE a.visit_id = v.id AND a.role = 'first' ORDER BY ${IN_FORCE_ORDER} LIMIT 1) plan ON true
    ORDER BY v.starts_at, v.id`,
  scores: `SELECT v.id AS visit_id, d.name AS dog, v.starts_at, s.region, s.side, s.mat, s.extent, s.standoff_mm, s.undercoat, s.condition, s.skin
    FROM scores s JOIN assessments a ON a.id = s.assessment_id JOIN visits v ON v.id = a.visit_id JOIN dogs d ON d.id = v.dog_id
    WHERE a.role = 'first' ORDER BY v.starts_at, v.id, s.region, s.side`,
}

const COLUMNS: Readonly<Record<RecordTable, readonly string[]>> = {
  clients: CLIENT_COLUMNS,
  dogs: DOG_COLUMNS,
  visits: VISIT_COLUMNS,
  scores: SCORE_COLUMNS,
}

const cell = (value: unknown): string | number =>
  value === null || value === undefined
    ? ''
    : value instanceof Date
      ? iso(value)
      : typeof value === 'number'
        ? value
        : typeof value === 'boolean'
          ? value
            ? 'yes'
            : 'no'
          : String(value)

const dogCells = ({ weightKg, ageMonths, sex, neutered, health, allergies }: Partial<FileDog>): object => ({
  weight_kg: weightKg,
  age_months: ageMonths,
  sex,
  neutered,
  health: health?.join(' '),
  allergies: allergies?.join('; '),
})

/** Owners, dogs, visits and scores as CSV, out and in. */
export class ExchangeRepo {
  readonly #sequelize: Sequelize
  readonly #visits: VisitRepo
  readonly #assessments: AssessmentRepo
  constructor(sequelize: Sequelize, visits: VisitRepo, assessments: AssessmentRepo) {
    this.#sequelize = sequelize
    this.#visits = visits
    this.#assessments = assessments
  }

  async csv(table: RecordTable): Promise<string> {
    const rows = await this.#sequelize.query<Record<string, unknown> & { details?: Partial<FileDog> }>(SQL[table], {
      type: QueryTypes.SELECT,
    })
    return writeCsv(
      COLUMNS[table],
      rows.map((row) => {
        const known = { ...row, ...(row.details ? dogCells(row.details) : {}) }
        return Object.fromEntries(COLUMNS[table].map((name) => [name, cell(known[name as keyof typeof known])]))
      }),
    )
  }

  /** All of a file or nothing. A dry run does the same and takes it back, so that it finds whatever the real one would. */
  async import(table: RecordTable, csv: string, dryRun: boolean, actorId: string | null): Promise<ImportResult> {
    const result = { added: [] as string[], changed: [] as string[], unchanged: 0, problems: [] as CsvProblem[] }
    const each = async <T extends { line: number }>(
      { lines, problems }: Read<T>,
      take: (line: T) => Promise<Fate>,
    ): Promise<void> => {
      result.problems.push(...problems)
      for (const line of lines) {
        try {
          const fate = await take(line)
          if (fate === 'unchanged') result.unchanged++
          else result[fate.what].push(fate.name)
        } catch (error) {
          if (error instanceof Wrong) result.problems.push(error.problem)
          else if (error instanceof BadInput)
            result.problems.push(
              ...error.issues.map((issue) => ({ ...issue, path: columnOf(issue.path), line: line.line })),
            )
          else throw error
        }
      }
    }
    try {
      await this.#sequelize.transaction(async (t) => {
        // One file twice at once: the second finds every owner, who are told apart by names alone.
        await takeTurn(this.#sequelize, 'bringing in', t)
        if (table === 'clients') {
          const clients = new Lookup(await ClientRow.findAll({ transaction: t }), ({ name }) => [name])
          await each(readClientsCsv(csv), (line) => this.#client(line, clients, actorId, t))
        } else if (table === 'dogs') {
          const clients = new Lookup(await ClientRow.findAll({ transaction: t }), ({ name }) => [name])
          const dogs = new Lookup(await DogRow.findAll({ transaction: t }), ({ clientId, name }) => [clientId, name])
          await each(readDogsCsv(csv), (line) => this.#dog(line, clients, dogs, actorId, t))
        } else if (table === 'visits') await each(readVisitsCsv(csv), (line) => this.#visit(line, actorId, t))
        else {
          const { lines, problems } = readScoresCsv(csv)
          await each({ lines: byVisit(lines), problems }, (lot) => this.#scores(lot, actorId, t))
        }
        if (dryRun || result.problems.length > 0) throw new DryRun()
      })
    } catch (error) {
      if (!(error instanceof DryRun)) throw error
    }
    return {
      ...result,
      problems: result.problems.map((problem) => ({ ...problem, value: problem.value ?? null })),
      written: !dryRun && result.problems.length === 0,
    }
  }

  async #client(
    { line, id, ...fields }: ClientLine,
    clients: Lookup<ClientRow>,
    actorId: string | null,
    t: Transaction,
  ): Promise<Fate> {
    const { name, phone } = fields
    const alike = clients.by(name).filter((one) => phone === undefined || one.phone === phone)
    if (!id && phone === undefined && alike.length > 1)
      throw new Wrong(line, 'phone', '', `one of the ${alike.length} owners of that name, by phone or id`)
    const row = id ? clients.byId(id) : alike[0]
    if (row) {
      const said = Object.entries(fields) as [keyof typeof fields, string][]
      if (said.every(([field, value]) => row[field] === value)) return 'unchanged'
      await row.update(fields, { transaction: t })
      await logChange({ actorId, entity: 'client', entityId: row.id, action: 'changed', change: fields }, t)
      return { what: 'changed', name }
    }
    const made = await ClientRow.create({ id: id ?? randomUUID(), ...NEW_CLIENT, ...fields }, { transaction: t })
    clients.add(made)
    await logChange({ actorId, entity: 'client', entityId: made.id, action: 'added', change: fields }, t)
    return { what: 'added', name }
  }

  async #dog(
    { line, id, clientId, owner, dog, saysBreed }: DogLine,
    clients: Lookup<ClientRow>,
    dogs: Lookup<DogRow>,
    actorId: string | null,
    t: Transaction,
  ): Promise<Fate> {
    const [client, ...others] = clientId ? [clients.byId(clientId)] : clients.by(owner)
    if (!client)
      throw clientId
        ? new Wrong(line, 'client_id', clientId, 'an owner of this salon; bring the owners in first')
        : new Wrong(line, 'owner', owner, 'an owner of this salon; bring the owners in first')
    if (others.length > 0)
      throw new Wrong(line, 'client_id', '', `one of the ${others.length + 1} owners of that name, by id`)
    const fields = {
      clientId: client.id,
      name: dog.name,
      breed: dog.breed ?? 'unknown',
      coatType: dog.coatType,
    }
    const row = id ? dogs.byId(id) : dogs.by(client.id, dog.name)[0]
    if (row) {
      if (!saysBreed) fields.breed = row.breed
      const same =
        row.clientId === fields.clientId &&
        row.name === fields.name &&
        row.breed === fields.breed &&
        row.coatType === fields.coatType
      if (same) return 'unchanged'
      await row.update(fields, { transaction: t })
      await logChange({ actorId, entity: 'dog', entityId: row.id, action: 'changed', change: fields }, t)
      return { what: 'changed', name: dog.name }
    }
    const made = await DogRow.create({ id: id ?? randomUUID(), ...fields, profile: dog }, { transaction: t })
    dogs.add(made)
    await logChange({ actorId, entity: 'dog', entityId: made.id, action: 'added', change: dog }, t)
    return { what: 'added', name: dog.name }
  }

  async #visit(
    { line, id, dogId, startsAt, slotMinutes, groomer }: VisitLine,
    actorId: string | null,
    t: Transaction,
  ): Promise<Fate> {
    const dog = await DogRow.findByPk(dogId, { transaction: t })
    if (!dog) throw new Wrong(line, 'dog_id', dogId, 'a dog of this salon; bring the dogs in first')
    const person = groomer ? await PersonRow.findOne({ where: { name: groomer }, transaction: t }) : null
    if (groomer && !person) throw new Wrong(line, 'groomer', groomer, 'somebody who works here, or nothing')
    const name = `${dog.name}, ${iso(startsAt)}`
    const row = id ? await VisitRow.findByPk(id, { transaction: t }) : null
    const input = {
      dogId,
      startsAt: iso(startsAt),
      slotMinutes: slotMinutes ?? row?.slotMinutes ?? USUAL_SLOT,
      personId: groomer === undefined ? (row?.personId ?? null) : (person?.id ?? null),
    }
    if (!row) {
      await this.#visits.book(input, actorId, t, id ?? randomUUID())
      return { what: 'added', name }
    }
    const same =
      row.dogId === dogId &&
      row.startsAt.getTime() === startsAt.getTime() &&
      row.slotMinutes === input.slotMinutes &&
      row.personId === input.personId
    if (same) return 'unchanged'
    if (row.station !== 'expected' || row.dogId !== dogId)
      throw new Wrong(line, 'id', id, 'a visit that has not begun yet, of the same dog, or a row as it was taken out')
    await row.update({ startsAt, slotMinutes: input.slotMinutes, personId: input.personId }, { transaction: t })
    await logChange({ actorId, entity: 'visit', entityId: row.id, action: 'moved', change: input }, t)
    return { what: 'changed', name }
  }

  async #scores({ line, visitId, lines }: Lot, actorId: string | null, t: Transaction): Promise<Fate> {
    const row = await AssessmentRow.findOne({ where: { visitId, role: 'first' }, transaction: t })
    if (!row) throw new Wrong(line, 'visit_id', visitId, 'a visit of this salon; bring the visits in first')
    if (await PlanRow.findOne({ where: { assessmentId: row.id }, attributes: ['id'], transaction: t }))
      throw new Wrong(
        line,
        'visit_id',
        visitId,
        'a visit that is not planned yet; what was planned from stays as it was',
      )
    const batch = { batchId: randomUUID(), baseRevision: row.revision, changes: lines.map(({ change }) => change) }
    const { rows } = await this.#assessments.lay(row.id, batch, actorId, t).catch((error: unknown) => {
      throw error instanceof BadInput
        ? new Wrong(line, columnOf(error.issues[0]!.path), error.issues[0]!.value, error.issues[0]!.expected)
        : error
    })
    return { what: 'changed', name: `${rows.length} places of ${visitId.slice(0, 8)}` }
  }
}

/** Rows by id and by what else tells them apart, read once for a whole file. */
class Lookup<Row extends { id: string }> {
  readonly #ids = new Map<string, Row>()
  readonly #keys = new Map<string, Row[]>()
  readonly #keyOf: (row: Row) => readonly string[]
  constructor(rows: readonly Row[], keyOf: (row: Row) => readonly string[]) {
    this.#keyOf = keyOf
    for (const row of rows) this.add(row)
  }
  byId = (id: string): Row | undefined => this.#ids.get(id)
  by = (...key: readonly string[]): readonly Row[] => this.#keys.get(key.join('\n')) ?? []
  add(row: Row): void {
    this.#ids.set(row.id, row)
    const key = this.#keyOf(row).join('\n')
    const alike = this.#keys.get(key)
    if (alike) alike.push(row)
    else this.#keys.set(key, [row])
  }
}

/** The scores of one visit, applied together. */
interface Lot {
  readonly line: number
  readonly visitId: string
  readonly lines: readonly ScoreLine[]
}
function byVisit(lines: readonly ScoreLine[]): Lot[] {
  const lots = new Map<string, ScoreLine[]>()
  for (const line of lines) lots.set(line.visitId, [...(lots.get(line.visitId) ?? []), line])
  return [...lots].map(([visitId, list]) => ({ visitId, line: list[0]!.line, lines: list }))
}

/** A field path of a document as a column says it: `scores[3].standoffMm` is `standoff_mm`. */
const columnOf = (path: string): string =>
  (path.split('.').at(-1) ?? path).replace(/\[.*$/, '').replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`)
