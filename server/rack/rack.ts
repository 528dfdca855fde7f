import { randomUUID } from 'node:crypto'
import { Op, type Sequelize, type Transaction } from 'sequelize'
import type { RackToolDoc, TOOL_CARES, ToolFields } from '../../contract/api/rack.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import type { Bench, Tool } from '../../core/index.ts'
import { iso } from '../db/documents.ts'
import { ChangedElsewhere, NotFound } from '../db/errors.ts'
import { lastChangedBy, logChange } from '../db/log.ts'
import { PersonRow, ToolRow } from '../db/models/index.ts'

const maybe = (date: Date | null | undefined): string | null => (date ? iso(date) : null)

export const toolDoc = (row: ToolRow): RackToolDoc => ({
  id: row.id,
  revision: row.revision,
  tool: {
    kind: row.kind,
    id: row.toolId,
    form: row.form,
    state: row.state,
    label: row.label,
    ownerId: row.ownerId,
    note: row.note,
  },
  dogsSinceSharpened: row.dogsSince,
  usedAt: maybe(row.usedAt),
  oiledAt: maybe(row.oiledAt),
  disinfectedAt: maybe(row.disinfectedAt),
  sharpenedAt: maybe(row.sharpenedAt),
  retired: row.retiredAt !== null && row.retiredAt !== undefined,
})

const columns = ({ id, ...tool }: ToolFields) => ({ ...tool, toolId: id })

/** A tool with how it stands, as a rack that exists already is written down. */
export interface StandingTool extends ToolFields {
  readonly dogsSinceSharpened: number
  readonly usedHoursAgo: number | null
  /** When it was last oiled and disinfected. */
  readonly caredHoursAgo: number | null
}

const HOUR = 3_600_000

/** The tools of the salon, how they stand and what was done to them. */
export class RackRepo {
  readonly #sequelize: Sequelize
  constructor(sequelize: Sequelize) {
    this.#sequelize = sequelize
  }

  async all(): Promise<RackToolDoc[]> {
    const rows = await ToolRow.findAll({
      order: [
        ['kind', 'ASC'],
        ['toolId', 'ASC'],
        ['label', 'ASC'],
        ['id', 'ASC'],
      ],
    })
    return rows.map(toolDoc)
  }

  /** Writes down a rack that is in use already, all or nothing. */
  async stock(tools: readonly StandingTool[], now: Date): Promise<void> {
    await this.#sequelize.transaction(async (t) => {
      await ToolRow.bulkCreate(
        tools.map(({ dogsSinceSharpened, usedHoursAgo, caredHoursAgo, ...tool }) => {
          const ago = (hours: number | null): Date | null =>
            hours === null ? null : new Date(now.getTime() - hours * HOUR)
          return {
            id: randomUUID(),
            ...columns(tool),
            dogsSince: dogsSinceSharpened,
            usedAt: ago(usedHoursAgo),
            oiledAt: tool.kind === 'blade' ? ago(caredHoursAgo) : null,
            disinfectedAt: ago(caredHoursAgo),
          }
        }),
        { transaction: t },
      )
      await logChange(
        { actorId: null, entity: 'tool', entityId: 'rack', action: 'stocked', change: { tools: tools.length } },
        t,
      )
    })
  }

  /** @param id given where it was made: one that came before is there once */
  add(tool: ToolFields, actorId: string | null, id: string = randomUUID()): Promise<RackToolDoc> {
    return this.#sequelize.transaction(async (t) => {
      const before = await ToolRow.findByPk(id, { transaction: t })
      if (before) return toolDoc(before)
      await assertOwner(tool, t)
      const row = await ToolRow.create({ id, ...columns(tool) }, { transaction: t })
      await logChange({ actorId, entity: 'tool', entityId: row.id, action: 'added', change: tool }, t)
      return toolDoc(row)
    })
  }

  change(id: string, baseRevision: number, tool: ToolFields, actorId: string | null): Promise<RackToolDoc> {
    return this.#sequelize.transaction(async (t) => {
      const row = await lockTool(id, t)
      if (row.revision !== baseRevision) throw new ChangedElsewhere(toolDoc(row), await lastChangedBy('tool', id, t))
      await assertOwner(tool, t)
      await row.update({ ...columns(tool), revision: row.revision + 1 }, { transaction: t })
      await logChange({ actorId, entity: 'tool', entityId: id, action: 'changed', change: tool }, t)
      return toolDoc(row)
    })
  }

  /** Sharpened, oiled, disinfected: done now. Sharpening makes a dull tool ready again. */
  care(id: string, care: (typeof TOOL_CARES)[number], now: Date, actorId: string | null): Promise<RackToolDoc> {
    return this.#sequelize.transaction(async (t) => {
      const row = await lockTool(id, t)
      const state = row.state === 'dull' ? 'ready' : row.state
      const done = {
        sharpen: { sharpenedAt: now, dogsSince: 0, state },
        oil: { oiledAt: now },
        disinfect: { disinfectedAt: now },
      }[care]
      await row.update({ ...done, revision: row.revision + 1 }, { transaction: t })
      await logChange({ actorId, entity: 'tool', entityId: id, action: care, change: {} }, t)
      return toolDoc(row)
    })
  }

  retire(id: string, retired: boolean, now: Date, actorId: string | null): Promise<RackToolDoc> {
    return this.#sequelize.transaction(async (t) => {
      const row = await lockTool(id, t)
      await row.update({ retiredAt: retired ? now : null, revision: row.revision + 1 }, { transaction: t })
      await logChange({ actorId, entity: 'tool', entityId: id, action: retired ? 'retired' : 'back', change: {} }, t)
      return toolDoc(row)
    })
  }
}

async function lockTool(id: string, transaction: Transaction): Promise<ToolRow> {
  const row = await ToolRow.findByPk(id, { transaction, lock: true })
  if (!row) throw new NotFound('tool', id)
  return row
}

async function assertOwner({ ownerId }: ToolFields, transaction: Transaction): Promise<void> {
  if (ownerId !== null && !(await PersonRow.findByPk(ownerId, { transaction })))
    throw new BadInput([{ path: 'tool.ownerId', value: ownerId, expected: 'a person of the salon, or null' }])
}

/** Counts a dog on every tool it was done with; where there are several alike, on the worker's own, else the salon's. */
export async function countUse({ steps }: Bench, now: Date, transaction: Transaction): Promise<string[]> {
  const counted: string[] = []
  const used = new Map<string, { tool: Tool; by: string | null }>()
  // What a comb attachment leaves, the blade under it cuts.
  for (const { step, status, doneBy } of steps)
    for (const tool of status === 'done' ? [step.tool, step.carrier] : [])
      if (tool) used.set(`${tool.kind} ${tool.id} ${tool.form ?? ''}`, { tool, by: doneBy })
  for (const { tool, by } of used.values()) {
    if (tool.kind === 'dryer') continue
    const alike = await ToolRow.findAll({
      where: { kind: tool.kind, toolId: tool.id, state: 'ready', retiredAt: { [Op.is]: null } },
      // Of several alike the sharpest was in the hand: plans leave out what is past its count.
      order: [
        ['dogsSince', 'ASC'],
        ['id', 'ASC'],
      ],
      transaction,
      lock: true,
    })
    const fits = alike.filter(({ form }) => tool.kind !== 'blade' || (form ?? 'full') === (tool.form ?? 'full'))
    const row =
      fits.find(({ ownerId }) => ownerId !== null && ownerId === by) ?? fits.find(({ ownerId }) => ownerId === null)
    if (!row) continue
    await row.update({ dogsSince: row.dogsSince + 1, usedAt: now }, { transaction })
    counted.push(row.id)
  }
  return counted
}

/** Takes back what a goodbye counted; a tool that was sharpened since stands at nothing and stays there. */
export async function uncountUse(ids: readonly string[], transaction: Transaction): Promise<void> {
  const rows = await ToolRow.findAll({ where: { id: [...ids], dogsSince: { [Op.gt]: 0 } }, transaction, lock: true })
  for (const row of rows) await row.update({ dogsSince: row.dogsSince - 1 }, { transaction })
}
