import { DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize'
import type { Treatment } from '../../../core/index.ts'
import { required, table } from './columns.ts'

const { UUID, TEXT, DATE, DOUBLE } = DataTypes

export class WorkedRow extends Model<InferAttributes<WorkedRow>, InferCreationAttributes<WorkedRow>> {
  declare visitId: string
  declare personId: string
  declare treatment: Treatment
  declare plannedMin: number
  declare takenMin: number
  declare at: Date
}

export const defineWorked = (sequelize: Sequelize): void => {
  WorkedRow.init(
    {
      visitId: { type: UUID, primaryKey: true },
      personId: { type: UUID, primaryKey: true },
      treatment: { type: TEXT, primaryKey: true },
      plannedMin: { type: DOUBLE, ...required },
      takenMin: { type: DOUBLE, ...required },
      at: { type: DATE, ...required },
    },
    table(sequelize, 'worked'),
  )
}
