import { type CreationOptional, DataTypes, type Sequelize } from 'sequelize'
import type { ConsentPage } from '../../../contract/words/consent-page.ts'
import type { Style } from '../../../core/index.ts'
import { id, Row, required, table, text } from './columns.ts'

const { UUID, TEXT, DATE, JSONB } = DataTypes

export class ConsentRow extends Row<ConsentRow> {
  declare visitId: string
  declare planId: string
  declare channel: 'page' | 'spoken'
  declare tokenHash: string | null
  declare page: ConsentPage
  declare createdAt: Date
  declare expiresAt: Date | null
  declare answer: CreationOptional<'yes' | 'other' | 'call' | null>
  declare answerStyle: CreationOptional<Style | null>
  declare answeredAt: CreationOptional<Date | null>
  declare saidBy: CreationOptional<string | null>
  declare recordedBy: CreationOptional<string | null>
  declare note: CreationOptional<string>
}

export const defineConsent = (sequelize: Sequelize): void => {
  ConsentRow.init(
    {
      id: id(),
      visitId: { type: UUID, ...required },
      planId: { type: UUID, ...required },
      channel: text(),
      tokenHash: TEXT,
      page: { type: JSONB, ...required },
      createdAt: { type: DATE, ...required },
      expiresAt: DATE,
      answer: TEXT,
      answerStyle: TEXT,
      answeredAt: DATE,
      saidBy: TEXT,
      recordedBy: UUID,
      note: { ...text(), defaultValue: '' },
    },
    table(sequelize, 'consents'),
  )
}
