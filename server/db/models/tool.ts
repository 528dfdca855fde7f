import { type CreationOptional, DataTypes, type Sequelize } from 'sequelize'
import type { RackKind, ToolState } from '../../../core/index.ts'
import { id, Row, required, table, text } from './columns.ts'

const { UUID, TEXT, DATE, INTEGER } = DataTypes

export class ToolRow extends Row<ToolRow> {
  declare kind: RackKind
  declare toolId: string
  declare form: 'full' | 'skip' | null
  declare state: ToolState
  declare label: string
  declare ownerId: string | null
  declare note: string
  declare dogsSince: CreationOptional<number>
  declare usedAt: CreationOptional<Date | null>
  declare oiledAt: CreationOptional<Date | null>
  declare disinfectedAt: CreationOptional<Date | null>
  declare sharpenedAt: CreationOptional<Date | null>
  declare revision: CreationOptional<number>
  declare retiredAt: CreationOptional<Date | null>
}

export const defineTool = (sequelize: Sequelize): void => {
  ToolRow.init(
    {
      id: id(),
      kind: text(),
      toolId: text(),
      form: TEXT,
      state: text(),
      label: text(),
      ownerId: UUID,
      note: text(),
      dogsSince: { type: INTEGER, ...required, defaultValue: 0 },
      usedAt: DATE,
      oiledAt: DATE,
      disinfectedAt: DATE,
      sharpenedAt: DATE,
      revision: { type: INTEGER, ...required, defaultValue: 0 },
      retiredAt: DATE,
    },
    table(sequelize, 'tools'),
  )
}
