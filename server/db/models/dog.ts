import { type CreationOptional, DataTypes, type Sequelize } from 'sequelize'
import type { Rests } from '../../../contract/api/dogs.ts'
import type { Paper } from '../../../contract/api/papers.ts'
import type { FileDog } from '../../../contract/formats/assessment-file.ts'
import type { CoatType } from '../../../core/index.ts'
import { id, Row, required, table, text } from './columns.ts'

const { UUID, JSONB, TEXT } = DataTypes

export class DogRow extends Row<DogRow> {
  declare clientId: string
  declare name: string
  declare breed: string
  declare coatType: CoatType
  /** Of a dog from a file, until its first arrival. */
  declare profile: CreationOptional<FileDog | null>
  declare rests: CreationOptional<Rests | null>
  declare papers: CreationOptional<Paper[]>
}

export const defineDog = (sequelize: Sequelize): void => {
  DogRow.init(
    {
      id: id(),
      clientId: { type: UUID, ...required },
      name: text(),
      breed: text(),
      coatType: text(),
      profile: JSONB,
      rests: TEXT,
      papers: { type: JSONB, ...required, defaultValue: [] },
    },
    table(sequelize, 'dogs'),
  )
}
