import { type CreationOptional, DataTypes, type Sequelize } from 'sequelize'
import { id, Row, required, table, text } from './columns.ts'

const { UUID, DATE, INTEGER } = DataTypes

export class AssessmentRow extends Row<AssessmentRow> {
  declare visitId: string
  declare role: CreationOptional<'first' | 'second'>
  declare scorerId: string | null
  declare stage: CreationOptional<'arrival' | 'after-air'>
  declare revision: CreationOptional<number>
  declare updatedAt: CreationOptional<Date>
}

export const defineAssessment = (sequelize: Sequelize): void => {
  AssessmentRow.init(
    {
      id: id(),
      visitId: { type: UUID, ...required },
      role: { ...text(), defaultValue: 'first' },
      scorerId: UUID,
      stage: { ...text(), defaultValue: 'arrival' },
      revision: { type: INTEGER, ...required, defaultValue: 0 },
      updatedAt: { type: DATE, ...required, defaultValue: DataTypes.NOW },
    },
    table(sequelize, 'assessments'),
  )
}
