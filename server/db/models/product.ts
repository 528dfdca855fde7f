import { type CreationOptional, DataTypes, type Sequelize } from 'sequelize'
import type { Label } from '../../../contract/formats/products.ts'
import type { ProductKind } from '../../../core/index.ts'
import { id, Row, required, table, text } from './columns.ts'

const { DATE, INTEGER, JSONB } = DataTypes

export class ProductRow extends Row<ProductRow> {
  declare name: string
  declare kind: ProductKind
  declare label: Omit<Label, 'name' | 'kind'>
  declare stockMl: CreationOptional<number>
  declare revision: CreationOptional<number>
  declare retiredAt: CreationOptional<Date | null>
}

export const defineProduct = (sequelize: Sequelize): void => {
  ProductRow.init(
    {
      id: id(),
      name: text(),
      kind: text(),
      label: { type: JSONB, ...required },
      stockMl: { type: INTEGER, ...required, defaultValue: 0 },
      revision: { type: INTEGER, ...required, defaultValue: 0 },
      retiredAt: DATE,
    },
    table(sequelize, 'products'),
  )
}
