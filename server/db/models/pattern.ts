import { type CreationOptional, DataTypes, type Sequelize } from 'sequelize'
import type { CoatType, Pattern } from '../../../core/index.ts'
import { id, json, Row, required, table, text } from './columns.ts'

const { DATE, INTEGER, BOOLEAN } = DataTypes

export class PatternRow extends Row<PatternRow> {
  declare name: string
  declare coats: CoatType[]
  declare puppy: boolean
  declare perWeek: number
  declare weeks: number
  declare pattern: Pattern
  declare revision: CreationOptional<number>
  declare retiredAt: CreationOptional<Date | null>
}

export const definePattern = (sequelize: Sequelize): void => {
  PatternRow.init(
    {
      id: id(),
      name: text(),
      coats: json(),
      puppy: { type: BOOLEAN, ...required },
      perWeek: { type: INTEGER, ...required },
      weeks: { type: INTEGER, ...required },
      pattern: json(),
      revision: { type: INTEGER, ...required, defaultValue: 0 },
      retiredAt: DATE,
    },
    table(sequelize, 'patterns'),
  )
}
