import type { Sequelize, Transaction } from 'sequelize'
import type { DryingChange, DryingReading, DryingRun } from '../../contract/api/drying.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import { dryingModel, REGIONS } from '../../core/index.ts'
import { iso } from '../db/documents.ts'
import { TooEarly } from '../db/errors.ts'
import { lockVisit } from '../db/locks.ts'
import { logChange } from '../db/log.ts'
import { DryingRow, ReadingRow } from '../db/models/index.ts'
import { planInForce } from '../plan/in-force.ts'
import { madeFrom } from '../plan/needs.ts'

/** Without strong air a coat halves its water in about so long. */
const STILL_MIN = 25

/** Drying as it happens: when it began, when brushing began, what was measured. */
export class DryingRepo {
  readonly #sequelize: Sequelize
  constructor(sequelize: Sequelize) {
    this.#sequelize = sequelize
  }

  read(visitId: string): Promise<DryingRun | null> {
    return dryingOfVisit(visitId)
  }

  /** Starts, changes over or ends; what was sent twice is done once, and the first time stands. */
  change(visitId: string, { id, what, at }: DryingChange, actorId: string | null): Promise<DryingRun> {
    return this.#sequelize.transaction(async (t) => {
      await lockVisit(visitId, t)
      const row = await DryingRow.findByPk(id, { transaction: t, lock: true })
      if (row && row.visitId !== visitId)
        throw new BadInput([{ path: 'id', value: id, expected: 'a drying of this visit' }])
      if (what === 'start') {
        if (row) return runDoc(row, t)
        const open = await DryingRow.findOne({ where: { visitId, finishedAt: null }, transaction: t })
        // Somebody else started it a moment ago: it runs once.
        if (open) return runDoc(open, t)
        const made = await DryingRow.create({ id, visitId, startedAt: new Date(at), actorId }, { transaction: t })
        await logChange({ actorId, entity: 'drying', entityId: id, action: 'started', change: { visitId, at } }, t)
        return runDoc(made, t)
      }
      if (!row) throw new TooEarly('this drying has not begun')
      const time = new Date(at)
      if (time < row.startedAt)
        throw new BadInput([{ path: 'at', value: at, expected: `not before it began at ${iso(row.startedAt)}` }])
      if (what === 'change' && !row.changedAt) await row.update({ changedAt: time }, { transaction: t })
      if (what === 'finish' && !row.finishedAt) await row.update({ finishedAt: time }, { transaction: t })
      await logChange({ actorId, entity: 'drying', entityId: id, action: what, change: { at } }, t)
      return runDoc(row, t)
    })
  }

  /** How wet the coat should be after the towel, g/g, and how soon strong air halves that; null without a plan. */
  async coatOf(visitId: string): Promise<{ ratio: number; halvingMin: number } | null> {
    const plan = await planInForce(visitId)
    if (!plan) return null
    const { assessment, house } = madeFrom(plan)
    const model = dryingModel(assessment, plan.plan, house)
    if (model.coatMassG <= 0) return null
    return {
      ratio: (model.afterTowel * model.inCoat) / model.coatMassG,
      halvingMin: model.air ? Math.LN2 / model.air.k : STILL_MIN,
    }
  }

  /** Keeps a reading; one that comes twice is kept once. */
  measure(visitId: string, reading: DryingReading, actorId: string | null): Promise<DryingRun> {
    const { id, at, kind, region, side, value } = reading
    return this.#sequelize.transaction(async (t) => {
      await lockVisit(visitId, t)
      const row = await DryingRow.findOne({ where: { visitId }, order: [['startedAt', 'DESC']], transaction: t })
      if (!row) throw new TooEarly('start the drying first; a reading belongs to a time after the towel')
      if (region && REGIONS[region].paired !== (side !== null))
        throw new BadInput([
          { path: 'side', value: side, expected: REGIONS[region].paired ? 'left or right' : 'null, a single region' },
        ])
      const known = await ReadingRow.findByPk(id, { transaction: t })
      if (!known)
        await ReadingRow.create(
          {
            id,
            dryingId: row.id,
            at: new Date(at),
            kind,
            region,
            side: region ? (side ?? '') : null,
            value,
            actorId,
          },
          { transaction: t },
        )
      return runDoc(row, t)
    })
  }
}

/** The last drying of a visit; null where it was not dried by the clock. */
export async function dryingOfVisit(visitId: string, transaction?: Transaction): Promise<DryingRun | null> {
  const row = await DryingRow.findOne({
    where: { visitId },
    order: [['startedAt', 'DESC']],
    transaction: transaction ?? null,
  })
  return row ? runDoc(row, transaction) : null
}

async function runDoc(row: DryingRow, transaction?: Transaction): Promise<DryingRun> {
  const readings = await ReadingRow.findAll({
    where: { dryingId: row.id },
    order: [
      ['at', 'ASC'],
      ['id', 'ASC'],
    ],
    transaction: transaction ?? null,
  })
  return {
    id: row.id,
    startedAt: iso(row.startedAt),
    changedAt: row.changedAt ? iso(row.changedAt) : null,
    finishedAt: row.finishedAt ? iso(row.finishedAt) : null,
    readings: readings.map(({ id, at, kind, region, side, value }) => ({
      id,
      at: iso(at),
      kind,
      region,
      side: side === '' ? null : side,
      value,
    })),
  }
}
