import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import { required, table, text } from './columns.ts'

const { UUID, DATE, JSONB, BIGINT } = DataTypes

export class LogRow extends Model<InferAttributes<LogRow>, InferCreationAttributes<LogRow>> {
  declare id: CreationOptional<string>
  declare at: CreationOptional<Date>
  declare actorId: string | null
  declare entity: string
  declare entityId: string
  declare action: string
  declare change: object
  declare batchId: string | null
  declare deviceId: CreationOptional<string | null>
}

export const defineLog = (sequelize: Sequelize): void => {
  LogRow.init(
    {
      id: { type: BIGINT, primaryKey: true, autoIncrement: true },
      at: { type: DATE, ...required, defaultValue: DataTypes.NOW },
      actorId: UUID,
      entity: text(),
      entityId: text(),
      action: text(),
      change: { type: JSONB, ...required },
      batchId: UUID,
      deviceId: UUID,
    },
    table(sequelize, 'change_log'),
  )
}
