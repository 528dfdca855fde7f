import type { Transaction } from 'sequelize'
import type { LogEntity } from '../../contract/api/log.ts'
import { deviceHere } from './here.ts'
import { LogRow, PersonRow } from './models/index.ts'

export interface LogEntry {
  readonly actorId: string | null
  readonly entity: LogEntity
  readonly entityId: string
  readonly action: string
  readonly change: object
  readonly batchId?: string | undefined
}

/** Adds a line to the log of changes, in the transaction of the change itself. */
export async function logChange(entry: LogEntry, transaction: Transaction): Promise<void> {
  await LogRow.create({ ...entry, batchId: entry.batchId ?? null, deviceId: deviceHere() }, { transaction })
}

export const isLogged = async (batchId: string, transaction: Transaction): Promise<boolean> =>
  (await LogRow.count({ where: { batchId }, transaction })) > 0

/** Name of the person who last changed something; null where nobody was named. */
export async function lastChangedBy(
  entity: LogEntry['entity'],
  entityId: string,
  transaction: Transaction,
): Promise<string | null> {
  const line = await LogRow.findOne({ where: { entity, entityId }, order: [['id', 'DESC']], transaction })
  const person = line?.actorId ? await PersonRow.findByPk(line.actorId, { transaction }) : null
  return person?.name ?? null
}
