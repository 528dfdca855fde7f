import { DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize'

/*
 * Thin models, a table a file: the tables, their checks and keys are the migrations'. Columns are snake_case in the
 * database and camelCase here.
 */
export abstract class Row<M extends Model> extends Model<InferAttributes<M>, InferCreationAttributes<M>> {
  declare id: string
}

export const required = { allowNull: false } as const
// Made anew for each column: Sequelize writes the column's name into the object it is given.
export const id = () => ({ type: DataTypes.UUID, primaryKey: true })
export const text = () => ({ type: DataTypes.TEXT, ...required })
export const json = () => ({ type: DataTypes.JSONB, ...required, defaultValue: {} })

/** What a row is put in place of: the one with this key in the same salon. The database says by itself which salon that is. */
export const withinSalon = (key: string) => ({ conflictFields: [key, 'salon'] as never[] })

export const table = (sequelize: Sequelize, tableName: string) => ({
  sequelize,
  tableName,
  timestamps: false,
  underscored: true,
})
