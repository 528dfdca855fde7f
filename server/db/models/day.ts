import { DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize'
import type { KeptPlan } from '../../../contract/api/planning.ts'
import type { WishedTimes } from '../../../contract/formats/wished-times.ts'
import { id, Row, required, table, text } from './columns.ts'

const { DATEONLY, DATE, INTEGER, JSONB, UUID } = DataTypes

export class DayPlanRow extends Model<InferAttributes<DayPlanRow>, InferCreationAttributes<DayPlanRow>> {
  declare date: string
  /** Minutes count from when the day opened as it was kept; plans of earlier versions do not say. */
  declare plan: Pick<KeptPlan, 'steps' | 'told'> & { readonly opensAt?: string }
  declare keptAt: Date
  declare keptBy: string | null
}

export class DayOffRow extends Row<DayOffRow> {
  declare day: string
  declare personId: string | null
  declare fromAt: Date
  declare toAt: Date
  declare why: string
}

export class FeedRow extends Row<FeedRow> {
  declare tokenHash: string
  declare personId: string | null
  declare madeAt: Date
}

export class WaitingRow extends Row<WaitingRow> {
  declare dogId: string
  declare minutes: number
  declare note: string
  declare wishes: WishedTimes
  declare addedAt: Date
  declare addedBy: string | null
}

export const defineDay = (sequelize: Sequelize): void => {
  DayPlanRow.init(
    {
      date: { type: DATEONLY, primaryKey: true },
      plan: { type: JSONB, ...required },
      keptAt: { type: DATE, ...required },
      keptBy: UUID,
    },
    table(sequelize, 'day_plans'),
  )
  DayOffRow.init(
    {
      id: id(),
      day: { type: DATEONLY, ...required },
      personId: UUID,
      fromAt: { type: DATE, ...required },
      toAt: { type: DATE, ...required },
      why: text(),
    },
    table(sequelize, 'days_off'),
  )
  WaitingRow.init(
    {
      id: id(),
      dogId: { type: UUID, ...required },
      minutes: { type: INTEGER, ...required },
      note: { ...text(), defaultValue: '' },
      wishes: { type: JSONB, ...required },
      addedAt: { type: DATE, ...required },
      addedBy: UUID,
    },
    table(sequelize, 'waiting'),
  )
  FeedRow.init(
    { id: id(), tokenHash: text(), personId: UUID, madeAt: { type: DATE, ...required } },
    table(sequelize, 'feeds'),
  )
}
