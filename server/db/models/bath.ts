import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import { required, table } from './columns.ts'

const { UUID, DATE, JSONB } = DataTypes

export class BathRow extends Model<InferAttributes<BathRow>, InferCreationAttributes<BathRow>> {
  declare visitId: string
  declare swaps: Record<string, string>
  declare bookedAt: CreationOptional<Date | null>
  declare bookedBy: CreationOptional<string | null>
}

export const defineBath = (sequelize: Sequelize): void => {
  BathRow.init(
    {
      visitId: { type: UUID, primaryKey: true },
      swaps: { type: JSONB, ...required },
      bookedAt: DATE,
      bookedBy: UUID,
    },
    table(sequelize, 'baths'),
  )
}
