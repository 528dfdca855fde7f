import { randomUUID } from 'node:crypto'
import { isDeepStrictEqual } from 'node:util'
import type { Sequelize, Transaction } from 'sequelize'
import type { ImportResult } from '../../contract/api/exchange.ts'
import type { SalonPattern } from '../../contract/api/patterns.ts'
import {
  type OwnPattern,
  ownPatternIssues,
  ownPatternOf,
  readPatternsFile,
  sameName,
} from '../../contract/formats/patterns-file.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import { ChangedElsewhere, NotFound, named } from '../db/errors.ts'
import { lastChangedBy, logChange } from '../db/log.ts'
import { PatternRow } from '../db/models/index.ts'

const patternDoc = (row: PatternRow): SalonPattern => ({
  ...ownPatternOf(row),
  id: row.id,
  revision: row.revision,
  retired: row.retiredAt !== null && row.retiredAt !== undefined,
})

/** The salon's own patterns of cut. What a dog was cut by stays with its visits, whatever becomes of the pattern. */
export class PatternRepo {
  readonly #sequelize: Sequelize
  constructor(sequelize: Sequelize) {
    this.#sequelize = sequelize
  }

  async all(): Promise<SalonPattern[]> {
    return (await PatternRow.findAll({ order: [['name', 'ASC']] })).map(patternDoc)
  }

  /** @throws {BadInput} for shapes that are none or that its coats cannot carry @throws {NameTaken} */
  async add(own: OwnPattern, actorId: string | null): Promise<SalonPattern> {
    assertCuttable(own)
    return named('pattern', own.name, () =>
      this.#sequelize.transaction(async (t) => patternDoc(await this.#create(own, actorId, t))),
    )
  }

  async #create(own: OwnPattern, actorId: string | null, t: Transaction): Promise<PatternRow> {
    const row = await PatternRow.create({ id: randomUUID(), ...own }, { transaction: t })
    await logChange({ actorId, entity: 'pattern', entityId: row.id, action: 'added', change: own }, t)
    return row
  }

  async change(id: string, baseRevision: number, own: OwnPattern, actorId: string | null): Promise<SalonPattern> {
    assertCuttable(own)
    return named('pattern', own.name, () =>
      this.#sequelize.transaction(async (t) => {
        const row = await lockPattern(id, t)
        if (row.revision !== baseRevision)
          throw new ChangedElsewhere(patternDoc(row), await lastChangedBy('pattern', id, t))
        return patternDoc(await this.#rewrite(row, own, actorId, t))
      }),
    )
  }

  async #rewrite(row: PatternRow, own: OwnPattern, actorId: string | null, t: Transaction): Promise<PatternRow> {
    await row.update({ ...own, revision: row.revision + 1 }, { transaction: t })
    await logChange({ actorId, entity: 'pattern', entityId: row.id, action: 'changed', change: own }, t)
    return row
  }

  /** Takes a pattern out, or puts it back. */
  async retire(id: string, retired: boolean, now: Date, actorId: string | null): Promise<SalonPattern> {
    const before = await PatternRow.findByPk(id)
    if (!before) throw new NotFound('pattern', id)
    return named('pattern', before.name, () =>
      this.#sequelize.transaction(async (t) => {
        const row = await lockPattern(id, t)
        await row.update({ retiredAt: retired ? now : null, revision: row.revision + 1 }, { transaction: t })
        const action = retired ? 'retired' : 'back'
        await logChange({ actorId, entity: 'pattern', entityId: id, action, change: {} }, t)
        return patternDoc(row)
      }),
    )
  }

  /** Reads a file of patterns, says everything wrong with it, and writes all of it or nothing; a dry run writes nothing. */
  async import(text: string, dryRun: boolean, actorId: string | null): Promise<ImportResult> {
    const { patterns, problems } = readOrTell(text)
    return this.#sequelize.transaction(async (t) => {
      const write = !dryRun && problems.length === 0
      const rows = await PatternRow.findAll({ where: { retiredAt: null }, transaction: t, lock: write })
      const result: ImportResult = { added: [], changed: [], unchanged: 0, problems, written: write }
      for (const own of patterns) {
        const row = rows.find(({ name }) => sameName(name, own.name))
        if (!row) {
          result.added.push(own.name)
          if (write) await this.#create(own, actorId, t)
        } else if (isDeepStrictEqual(ownPatternOf(row), own)) result.unchanged++
        else {
          result.changed.push(own.name)
          if (write) await this.#rewrite(row, own, actorId, t)
        }
      }
      return result
    })
  }
}

function assertCuttable(own: OwnPattern): void {
  const issues = ownPatternIssues(own, 'pattern')
  if (issues.length > 0) throw new BadInput(issues)
}

function readOrTell(text: string): { patterns: OwnPattern[]; problems: ImportResult['problems'] } {
  try {
    return { patterns: readPatternsFile(text), problems: [] }
  } catch (error) {
    if (!(error instanceof BadInput)) throw error
    // A file of this kind has no lines to count: where a thing stands its path says.
    const problems = error.issues.map(({ path, value, expected }) => ({
      line: 1,
      path,
      value: value ?? null,
      expected,
    }))
    return { patterns: [], problems }
  }
}

async function lockPattern(id: string, transaction: Transaction): Promise<PatternRow> {
  const row = await PatternRow.findByPk(id, { transaction, lock: true })
  if (!row) throw new NotFound('pattern', id)
  return row
}
