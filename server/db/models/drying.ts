import { type CreationOptional, DataTypes, type Sequelize } from 'sequelize'
import { id, Row, required, table } from './columns.ts'

const { UUID, DATE } = DataTypes

export class DryingRow extends Row<DryingRow> {
  declare visitId: string
  declare startedAt: Date
  declare changedAt: CreationOptional<Date | null>
  declare finishedAt: CreationOptional<Date | null>
  declare actorId: string | null
}

export const defineDrying = (sequelize: Sequelize): void => {
  DryingRow.init(
    {
      id: id(),
      visitId: { type: UUID, ...required },
      startedAt: { type: DATE, ...required },
      changedAt: DATE,
      finishedAt: DATE,
      actorId: UUID,
    },
    table(sequelize, 'dryings'),
  )
}
