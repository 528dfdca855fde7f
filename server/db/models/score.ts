import { DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from 'sequelize'
import type { SideRow } from '../../../contract/api/scores.ts'
import type { RegionId, Score } from '../../../core/index.ts'
import { required, table } from './columns.ts'

const { UUID, TEXT, SMALLINT, JSONB, DOUBLE } = DataTypes

export class ScoreRow extends Model<InferAttributes<ScoreRow>, InferCreationAttributes<ScoreRow>> {
  declare assessmentId: string
  declare region: RegionId
  declare side: '' | 'left' | 'right'
  declare mat: Score | null
  declare extent: number | null
  declare standoffMm: number | null
  declare undercoat: Score | null
  declare condition: Score | null
  declare skin: Score | null
  declare tags: NonNullable<SideRow['tags']>
  declare findings: NonNullable<SideRow['findings']>
  declare leaveReason: string | null
}

export const defineScore = (sequelize: Sequelize): void => {
  ScoreRow.init(
    {
      assessmentId: { type: UUID, primaryKey: true },
      region: { type: TEXT, primaryKey: true },
      side: { type: TEXT, primaryKey: true },
      mat: SMALLINT,
      extent: DOUBLE,
      standoffMm: DOUBLE,
      undercoat: SMALLINT,
      condition: SMALLINT,
      skin: SMALLINT,
      tags: { type: JSONB, ...required },
      findings: { type: JSONB, ...required },
      leaveReason: TEXT,
    },
    table(sequelize, 'scores'),
  )
}
