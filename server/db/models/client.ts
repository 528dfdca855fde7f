import type { Sequelize } from 'sequelize'
import { id, Row, table, text } from './columns.ts'

export class ClientRow extends Row<ClientRow> {
  declare name: string
  declare phone: string
  declare email: string
  declare note: string
}

export const defineClient = (sequelize: Sequelize): void => {
  ClientRow.init({ id: id(), name: text(), phone: text(), email: text(), note: text() }, table(sequelize, 'clients'))
}
