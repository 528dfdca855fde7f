import { type CreationOptional, DataTypes, type Sequelize } from 'sequelize'
import type { SentEvent } from '../../../contract/api/bench.ts'
import { id, Row, required, table, text } from './columns.ts'

const { UUID, DATE, JSONB } = DataTypes

export class BenchEventRow extends Row<BenchEventRow> {
  declare visitId: string
  declare at: Date
  declare receivedAt: CreationOptional<Date>
  declare actorId: string | null
  declare kind: SentEvent['kind']
  declare data: object
}

export const defineBenchEvent = (sequelize: Sequelize): void => {
  BenchEventRow.init(
    {
      id: id(),
      visitId: { type: UUID, ...required },
      at: { type: DATE, ...required },
      receivedAt: { type: DATE, ...required, defaultValue: DataTypes.NOW },
      actorId: UUID,
      kind: text(),
      data: { type: JSONB, ...required },
    },
    table(sequelize, 'bench_events'),
  )
}
