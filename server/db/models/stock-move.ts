import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import { required, table, text } from './columns.ts'

const { UUID, DATE, INTEGER, BIGINT } = DataTypes

export class StockMoveRow extends Model<InferAttributes<StockMoveRow>, InferCreationAttributes<StockMoveRow>> {
  declare id: CreationOptional<string>
  declare productId: string
  declare at: CreationOptional<Date>
  declare kind: 'receive' | 'use' | 'return' | 'count' | 'correct'
  declare ml: number
  /** Set by the database. */
  declare stockAfter: CreationOptional<number>
  declare visitId: string | null
  declare actorId: string | null
  declare note: CreationOptional<string>
  declare batchId: string | null
}

export const defineStockMove = (sequelize: Sequelize): void => {
  StockMoveRow.init(
    {
      id: { type: BIGINT, primaryKey: true, autoIncrement: true },
      productId: { type: UUID, ...required },
      at: { type: DATE, ...required, defaultValue: DataTypes.NOW },
      kind: text(),
      ml: { type: INTEGER, ...required },
      stockAfter: { type: INTEGER, ...required, defaultValue: 0 },
      visitId: UUID,
      actorId: UUID,
      note: { ...text(), defaultValue: '' },
      batchId: UUID,
    },
    table(sequelize, 'stock_moves'),
  )
}
