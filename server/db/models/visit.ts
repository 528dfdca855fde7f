import { type CreationOptional, DataTypes, type Sequelize } from 'sequelize'
import type { Station } from '../../../contract/api/stations.ts'
import type { Arrival, CalledOff } from '../../../contract/api/visit-card.ts'
import { id, Row, required, table, text } from './columns.ts'

const { UUID, DATE, INTEGER, JSONB, TEXT } = DataTypes

export class VisitRow extends Row<VisitRow> {
  declare dogId: string
  declare startsAt: Date
  declare slotMinutes: number
  declare station: CreationOptional<Station>
  declare personId: string | null
  declare arrival: Arrival
  declare arrivalRevision: CreationOptional<number>
  declare quoted: CreationOptional<number | null>
  declare calledOff: CreationOptional<CalledOff | null>
  declare calledOffWhy: CreationOptional<string>
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
      calledOff: TEXT,
      calledOffWhy: { ...text(), defaultValue: '' },
    },
    table(sequelize, 'visits'),
  )
}
