import { type CreationOptional, DataTypes, type Sequelize } from 'sequelize'
import type { Experience, Schools } from '../../../core/index.ts'
import { id, json, Row, table, text } from './columns.ts'

export class PersonRow extends Row<PersonRow> {
  declare name: string
  declare role: 'groomer' | 'bather' | 'front'
  declare experience: Experience
  declare schools: CreationOptional<Partial<Schools>>
  declare pace: CreationOptional<{ off?: boolean; since?: string }>
  declare leftAt: CreationOptional<Date | null>
}

export const definePerson = (sequelize: Sequelize): void => {
  PersonRow.init(
    { id: id(), name: text(), role: text(), experience: text(), schools: json(), pace: json(), leftAt: DataTypes.DATE },
    table(sequelize, 'people'),
  )
}
