import { DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize'
import { required, table } from './columns.ts'

const { TEXT, JSONB } = DataTypes

export class SettingRow extends Model<InferAttributes<SettingRow>, InferCreationAttributes<SettingRow>> {
  declare key: string
  declare value: unknown
}

export const defineSetting = (sequelize: Sequelize): void => {
  SettingRow.init(
    { key: { type: TEXT, primaryKey: true }, value: { type: JSONB, ...required } },
    table(sequelize, 'settings'),
  )
}
