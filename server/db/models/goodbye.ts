import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import type { GoodbyePage, Mark, VisitSummary } from '../../../contract/api/goodbye.ts'
import type { ExtraId } from '../../../core/index.ts'
import { required, table, text } from './columns.ts'

const { UUID, TEXT, DATE, INTEGER, JSONB, BOOLEAN } = DataTypes

export class GoodbyeRow extends Model<InferAttributes<GoodbyeRow>, InferCreationAttributes<GoodbyeRow>> {
  declare visitId: string
  declare revision: CreationOptional<number>
  declare marks: CreationOptional<Mark[]>
  declare askedKept: CreationOptional<ExtraId[]>
  declare note: CreationOptional<string>
  declare price: CreationOptional<number | null>
  declare nextOn: CreationOptional<string | null>
  declare nextAt: CreationOptional<string | null>
  declare nextVisitId: CreationOptional<string | null>
  declare checkedAt: CreationOptional<Date | null>
  declare checkedBy: CreationOptional<string | null>
  declare finishedAt: CreationOptional<Date | null>
  declare page: CreationOptional<GoodbyePage | null>
  declare summary: CreationOptional<VisitSummary | null>
  /** Tools that were counted as used by it. */
  declare counted: CreationOptional<string[]>
  /** Its steps are among those that are learnt from. */
  declare timed: CreationOptional<boolean>
}

export const defineGoodbye = (sequelize: Sequelize): void => {
  GoodbyeRow.init(
    {
      visitId: { type: UUID, primaryKey: true },
      revision: { type: INTEGER, ...required, defaultValue: 0 },
      marks: { type: JSONB, ...required, defaultValue: [] },
      askedKept: { type: JSONB, ...required, defaultValue: [] },
      note: { ...text(), defaultValue: '' },
      price: INTEGER,
      nextOn: DataTypes.DATEONLY,
      nextAt: TEXT,
      nextVisitId: UUID,
      checkedAt: DATE,
      checkedBy: UUID,
      finishedAt: DATE,
      page: JSONB,
      summary: JSONB,
      counted: { type: JSONB, ...required, defaultValue: [] },
      timed: { type: BOOLEAN, ...required, defaultValue: false },
    },
    table(sequelize, 'goodbyes'),
  )
}
