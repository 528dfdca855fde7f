import { type CreationOptional, DataTypes, type Sequelize } from 'sequelize'
import type { Work } from '../../../contract/formats/places.ts'
import type { Experience, Schools } from '../../../core/index.ts'
import { id, json, Row, table, text } from './columns.ts'

export class PersonRow extends Row<PersonRow> {
  declare name: string
  declare role: 'groomer' | 'bather' | 'front'
  declare experience: Experience
  declare schools: CreationOptional<Partial<Schools>>
  declare pace: CreationOptional<{ off?: boolean; since?: string }>
  declare work: CreationOptional<Work | null>
  declare leftAt: CreationOptional<Date | null>
}

export const definePerson = (sequelize: Sequelize): void => {
  PersonRow.init(
    {
      id: id(),
      name: text(),
      role: text(),
      experience: text(),
      schools: json(),
      pace: json(),
      work: DataTypes.JSONB,
      leftAt: DataTypes.DATE,
    },
    table(sequelize, 'people'),
  )
}
