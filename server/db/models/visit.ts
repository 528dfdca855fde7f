import { type CreationOptional, DataTypes, type Sequelize } from 'sequelize'
import type { Arrival, Station } from '../../../contract/api/visits.ts'
import { id, Row, required, table, text } from './columns.ts'

const { UUID, DATE, INTEGER, JSONB } = DataTypes

export class VisitRow extends Row<VisitRow> {
  declare dogId: string
  declare startsAt: Date
  declare slotMinutes: number
  declare station: CreationOptional<Station>
  declare personId: string | null
  declare arrival: Arrival
  declare arrivalRevision: CreationOptional<number>
  declare quoted: CreationOptional<number | null>
}

export const defineVisit = (sequelize: Sequelize): void => {
  VisitRow.init(
    {
      id: id(),
      dogId: { type: UUID, ...required },
      startsAt: { type: DATE, ...required },
      slotMinutes: { type: INTEGER, ...required },
      station: { ...text(), defaultValue: 'expected' },
      personId: UUID,
      arrival: { type: JSONB, ...required },
      arrivalRevision: { type: INTEGER, ...required, defaultValue: 0 },
      quoted: INTEGER,
    },
    table(sequelize, 'visits'),
  )
}
