import { DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize'
import type { Learning } from '../../../contract/api/learning.ts'
import type { EstimateId, RatePart, Slow, WorkKey } from '../../../core/index.ts'
import { id, Row, required, table, text } from './columns.ts'

const { UUID, DATE, JSONB, DOUBLE, INTEGER, BOOLEAN, TEXT } = DataTypes

export class TimingRow extends Model<InferAttributes<TimingRow>, InferCreationAttributes<TimingRow>> {
  declare visitId: string
  declare step: string
  declare personId: string | null
  declare treatment: WorkKey
  declare at: Date
  declare parts: readonly RatePart[]
  declare factors: readonly Slow[]
  declare fixedMin: number
  declare plannedMin: number
  declare takenMin: number
}

/** What one visit says of a number of what things are like. */
export class MatterRow extends Model<InferAttributes<MatterRow>, InferCreationAttributes<MatterRow>> {
  declare visitId: string
  declare estimate: EstimateId
  declare off: number
  declare sd: number
}

/** What was learnt last, one row. */
export class LearntRow extends Model<InferAttributes<LearntRow>, InferCreationAttributes<LearntRow>> {
  declare id: number
  declare at: Date | null
  declare doc: Pick<Learning, 'steps' | 'spread' | 'learnt' | 'proposals' | 'today'> | null
  declare follows: boolean
}

export class TakenNumberRow extends Row<TakenNumberRow> {
  declare estimate: EstimateId
  declare fromValue: number | null
  declare toValue: number
  declare logs: number
  declare takenAt: Date
  declare takenBy: string | null
  declare backAt: Date | null
}

export const defineLearning = (sequelize: Sequelize): void => {
  TimingRow.init(
    {
      visitId: { type: UUID, primaryKey: true },
      step: { type: TEXT, primaryKey: true },
      personId: UUID,
      treatment: text(),
      at: { type: DATE, ...required },
      parts: { type: JSONB, ...required },
      factors: { type: JSONB, ...required },
      fixedMin: { type: DOUBLE, ...required },
      plannedMin: { type: DOUBLE, ...required },
      takenMin: { type: DOUBLE, ...required },
    },
    table(sequelize, 'timings'),
  )
  MatterRow.init(
    {
      visitId: { type: UUID, primaryKey: true },
      estimate: { type: TEXT, primaryKey: true },
      off: { type: DOUBLE, ...required },
      sd: { type: DOUBLE, ...required },
    },
    table(sequelize, 'matter_logs'),
  )
  LearntRow.init(
    {
      id: { type: INTEGER, primaryKey: true, defaultValue: 1 },
      at: DATE,
      doc: JSONB,
      follows: { type: BOOLEAN, ...required, defaultValue: false },
    },
    table(sequelize, 'learnt'),
  )
  TakenNumberRow.init(
    {
      id: id(),
      estimate: text(),
      fromValue: DOUBLE,
      toValue: { type: DOUBLE, ...required },
      logs: { type: INTEGER, ...required },
      takenAt: { type: DATE, ...required },
      takenBy: UUID,
      backAt: DATE,
    },
    table(sequelize, 'taken_numbers'),
  )
}
