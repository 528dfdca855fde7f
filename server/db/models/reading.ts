import { DataTypes, type Sequelize } from 'sequelize'
import type { RegionId } from '../../../core/index.ts'
import { id, Row, required, table, text } from './columns.ts'

const { UUID, TEXT, DATE, DOUBLE } = DataTypes

export class ReadingRow extends Row<ReadingRow> {
  declare dryingId: string
  declare at: Date
  declare kind: 'probe' | 'towel'
  declare region: RegionId | null
  declare side: '' | 'left' | 'right' | null
  declare value: number
  declare actorId: string | null
}

export const defineReading = (sequelize: Sequelize): void => {
  ReadingRow.init(
    {
      id: id(),
      dryingId: { type: UUID, ...required },
      at: { type: DATE, ...required },
      kind: text(),
      region: TEXT,
      side: TEXT,
      value: { type: DOUBLE, ...required },
      actorId: UUID,
    },
    table(sequelize, 'drying_readings'),
  )
}
