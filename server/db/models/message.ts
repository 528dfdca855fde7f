import { DataTypes, type Sequelize } from 'sequelize'
import { id, Row, required, table, text } from './columns.ts'

const { UUID, DATE } = DataTypes

export class MessageRow extends Row<MessageRow> {
  declare at: Date
  declare toName: string
  declare toPhone: string
  declare body: string
  declare link: string
  declare consentId: string | null
}

export const defineMessage = (sequelize: Sequelize): void => {
  MessageRow.init(
    {
      id: id(),
      at: { type: DATE, ...required },
      toName: text(),
      toPhone: text(),
      body: text(),
      link: text(),
      consentId: UUID,
    },
    table(sequelize, 'outbox'),
  )
}
