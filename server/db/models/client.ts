import { type CreationOptional, DataTypes, type Sequelize } from 'sequelize'
import { id, Row, table, text } from './columns.ts'

export class ClientRow extends Row<ClientRow> {
  declare name: string
  declare phone: string
  declare email: string
  declare note: string
  declare secondPhone: CreationOptional<string>
  /** When they were forgotten, as they asked; null for all others. */
  declare erasedAt: CreationOptional<Date | null>
}

export const defineClient = (sequelize: Sequelize): void => {
  ClientRow.init(
    {
      id: id(),
      name: text(),
      phone: text(),
      email: text(),
      note: text(),
      secondPhone: { ...text(), defaultValue: '' },
      erasedAt: DataTypes.DATE,
    },
    table(sequelize, 'clients'),
  )
}
