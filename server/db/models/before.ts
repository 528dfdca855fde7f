import { DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize'
import type { Before, BeforeAnswers, Wants } from '../../../contract/api/before.ts'
import { id, Row, required, table, text } from './columns.ts'

const { UUID, DATE, JSONB } = DataTypes

export class AskedBeforeRow extends Row<AskedBeforeRow> {
  declare visitId: string
  declare tokenHash: string
  declare askedAt: Date
  declare answers: BeforeAnswers | null
  declare answeredAt: Date | null
  declare foretold: Before['foretold']
  declare wants: Wants
}

export class ReminderRow extends Model<InferAttributes<ReminderRow>, InferCreationAttributes<ReminderRow>> {
  declare visitId: string
  declare startsAt: Date
  declare sentAt: Date
}

export const defineBefore = (sequelize: Sequelize): void => {
  AskedBeforeRow.init(
    {
      id: id(),
      visitId: { type: UUID, ...required },
      tokenHash: text(),
      askedAt: { type: DATE, ...required },
      answers: JSONB,
      answeredAt: DATE,
      foretold: JSONB,
      wants: { ...text(), defaultValue: '' },
    },
    table(sequelize, 'asked_before'),
  )
  ReminderRow.init(
    {
      visitId: { type: UUID, primaryKey: true },
      startsAt: { type: DATE, primaryKey: true },
      sentAt: { type: DATE, ...required },
    },
    table(sequelize, 'reminders'),
  )
}
