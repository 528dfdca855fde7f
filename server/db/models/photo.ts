import { type CreationOptional, DataTypes, type Sequelize } from 'sequelize'
import { id, Row, required, table, text } from './columns.ts'

const { UUID, DATE } = DataTypes

export class PhotoRow extends Row<PhotoRow> {
  declare visitId: string
  declare kind: 'before' | 'after' | 'incident'
  declare incidentId: string | null
  declare type: string
  declare bytes: Buffer
  declare takenAt: Date
  declare actorId: string | null
  declare removedAt: CreationOptional<Date | null>
}

export const definePhoto = (sequelize: Sequelize): void => {
  PhotoRow.init(
    {
      id: id(),
      visitId: { type: UUID, ...required },
      kind: text(),
      incidentId: UUID,
      type: text(),
      bytes: { type: DataTypes.BLOB, ...required },
      takenAt: { type: DATE, ...required },
      actorId: UUID,
      removedAt: DATE,
    },
    table(sequelize, 'photos'),
  )
}
