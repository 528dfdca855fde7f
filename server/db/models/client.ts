import type { CreationOptional, Sequelize } from 'sequelize'
import { id, Row, table, text } from './columns.ts'

export class ClientRow extends Row<ClientRow> {
  declare name: string
  declare phone: string
  declare email: string
  declare note: string
  declare secondPhone: CreationOptional<string>
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
    },
    table(sequelize, 'clients'),
  )
}
