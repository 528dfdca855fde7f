import { type CreationOptional, DataTypes, type Sequelize } from 'sequelize'
import type { RegionId, Treatment } from '../../../core/index.ts'
import { id, Row, required, table, text } from './columns.ts'

const { UUID, DATE, DOUBLE } = DataTypes

export class DoneWorkRow extends Row<DoneWorkRow> {
  declare visitId: string
  declare region: RegionId
  declare side: '' | 'left' | 'right'
  declare treatment: Treatment
  declare leavesMm: number | null
  declare minutes: number
  declare pull: number
  declare at: CreationOptional<Date>
  declare actorId: string | null
  declare reopenedAt: CreationOptional<Date | null>
}

export const defineDoneWork = (sequelize: Sequelize): void => {
  DoneWorkRow.init(
    {
      id: id(),
      visitId: { type: UUID, ...required },
      region: text(),
      side: text(),
      treatment: text(),
      leavesMm: DOUBLE,
      minutes: { type: DOUBLE, ...required },
      pull: { type: DOUBLE, ...required },
      at: { type: DATE, ...required, defaultValue: DataTypes.NOW },
      actorId: UUID,
      reopenedAt: DATE,
    },
    table(sequelize, 'done_work'),
  )
}
