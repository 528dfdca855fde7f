import { type CreationOptional, DataTypes, type Sequelize } from 'sequelize'
import { storedPlan } from '../../../contract/formats/stored-plan.ts'
import type { Plan, Style } from '../../../core/index.ts'
import { id, Row, required, table, text } from './columns.ts'

const { UUID, TEXT, DATE, INTEGER, JSONB } = DataTypes

export class PlanRow extends Row<PlanRow> {
  declare assessmentId: string
  declare assessmentRevision: number
  declare model: string
  declare input: { file: unknown; estimates: Record<string, number> }
  declare plan: Plan
  declare style: Style | null
  declare reason: string | null
  declare price: number
  declare createdAt: CreationOptional<Date>
  declare acceptedAt: CreationOptional<Date | null>
  declare acceptedBy: CreationOptional<string | null>
}

export const definePlan = (sequelize: Sequelize): void => {
  PlanRow.init(
    {
      id: id(),
      assessmentId: { type: UUID, ...required },
      assessmentRevision: { type: INTEGER, ...required },
      model: text(),
      input: { type: JSONB, ...required },
      plan: {
        type: JSONB,
        ...required,
        // One that an earlier model made is brought up as it is read.
        get(): Plan {
          return storedPlan(this.getDataValue('plan'))
        },
      },
      style: TEXT,
      reason: TEXT,
      price: { type: INTEGER, ...required },
      createdAt: { type: DATE, ...required, defaultValue: DataTypes.NOW },
      acceptedAt: DATE,
      acceptedBy: UUID,
    },
    table(sequelize, 'plans'),
  )
}
