import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type Sequelize,
} from 'sequelize'
import type { SentEvent } from '../../contract/api/bench.ts'
import type { GoodbyePage, Mark, VisitSummary } from '../../contract/api/goodbye.ts'
import type { SideRow } from '../../contract/api/scores.ts'
import type { Arrival, Station } from '../../contract/api/visits.ts'
import type { FileDog } from '../../contract/formats/assessment-file.ts'
import type { Label } from '../../contract/formats/products.ts'
import { storedPlan } from '../../contract/formats/stored-plan.ts'
import type { ConsentPage } from '../../contract/words/consent-page.ts'
import type {
  CoatType,
  Experience,
  Plan,
  ProductKind,
  RackKind,
  RegionId,
  Schools,
  Score,
  Style,
  ToolState,
  Treatment,
} from '../../core/index.ts'

/*
 * Thin models: the tables, their checks and keys are the migrations'. Columns are snake_case in the database and
 * camelCase here.
 */
abstract class Row<M extends Model> extends Model<InferAttributes<M>, InferCreationAttributes<M>> {
  declare id: string
}

export class PersonRow extends Row<PersonRow> {
  declare name: string
  declare role: 'groomer' | 'bather' | 'front'
  declare experience: Experience
  declare schools: CreationOptional<Partial<Schools>>
  declare pace: CreationOptional<{ off?: boolean; since?: string }>
}

export class ClientRow extends Row<ClientRow> {
  declare name: string
  declare phone: string
  declare email: string
  declare note: string
}

export class DogRow extends Row<DogRow> {
  declare clientId: string
  declare name: string
  declare breed: string
  declare coatType: CoatType
  /** Of a dog from a file, until its first arrival. */
  declare profile: CreationOptional<FileDog | null>
}

export class VisitRow extends Row<VisitRow> {
  declare dogId: string
  declare startsAt: Date
  declare slotMinutes: number
  declare station: CreationOptional<Station>
  declare personId: string | null
  declare arrival: Arrival
  declare arrivalRevision: CreationOptional<number>
  declare quoted: CreationOptional<number | null>
}

export class AssessmentRow extends Row<AssessmentRow> {
  declare visitId: string
  declare role: CreationOptional<'first' | 'second'>
  declare scorerId: string | null
  declare stage: CreationOptional<'arrival' | 'after-air'>
  declare revision: CreationOptional<number>
  declare updatedAt: CreationOptional<Date>
}

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

export class PlanRow extends Row<PlanRow> {
  declare assessmentId: string
  declare assessmentRevision: number
  declare model: string
  declare input: { file: unknown; estimates: Record<string, number> }
  declare plan: Plan
  declare style: Style | null
  declare reason: string | null
  declare price: number
  declare createdAt: CreationOptional<Date>
  declare acceptedAt: CreationOptional<Date | null>
  declare acceptedBy: CreationOptional<string | null>
}

export class DoneWorkRow extends Row<DoneWorkRow> {
  declare visitId: string
  declare region: RegionId
  declare side: '' | 'left' | 'right'
  declare treatment: Treatment
  declare leavesMm: number | null
  declare minutes: number
  declare pull: number
  declare at: CreationOptional<Date>
  declare actorId: string | null
  declare reopenedAt: CreationOptional<Date | null>
}

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

export class MessageRow extends Row<MessageRow> {
  declare at: Date
  declare toName: string
  declare toPhone: string
  declare body: string
  declare link: string
  declare consentId: string | null
}

export class ProductRow extends Row<ProductRow> {
  declare name: string
  declare kind: ProductKind
  declare label: Omit<Label, 'name' | 'kind'>
  declare stockMl: CreationOptional<number>
  declare revision: CreationOptional<number>
  declare retiredAt: CreationOptional<Date | null>
}

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

export class BathRow extends Model<InferAttributes<BathRow>, InferCreationAttributes<BathRow>> {
  declare visitId: string
  declare swaps: Record<string, string>
  declare bookedAt: CreationOptional<Date | null>
  declare bookedBy: CreationOptional<string | null>
}

export class DryingRow extends Row<DryingRow> {
  declare visitId: string
  declare startedAt: Date
  declare changedAt: CreationOptional<Date | null>
  declare finishedAt: CreationOptional<Date | null>
  declare actorId: string | null
}

export class ReadingRow extends Row<ReadingRow> {
  declare dryingId: string
  declare at: Date
  declare kind: 'probe' | 'towel'
  declare region: RegionId | null
  declare side: '' | 'left' | 'right' | null
  declare value: number
  declare actorId: string | null
}

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

export class BenchEventRow extends Row<BenchEventRow> {
  declare visitId: string
  declare at: Date
  declare receivedAt: CreationOptional<Date>
  declare actorId: string | null
  declare kind: SentEvent['kind']
  declare data: object
}

export class GoodbyeRow extends Model<InferAttributes<GoodbyeRow>, InferCreationAttributes<GoodbyeRow>> {
  declare visitId: string
  declare revision: CreationOptional<number>
  declare marks: CreationOptional<Mark[]>
  declare note: CreationOptional<string>
  declare price: CreationOptional<number | null>
  declare nextOn: CreationOptional<string | null>
  declare nextAt: CreationOptional<string | null>
  declare nextVisitId: CreationOptional<string | null>
  declare checkedAt: CreationOptional<Date | null>
  declare checkedBy: CreationOptional<string | null>
  declare finishedAt: CreationOptional<Date | null>
  declare page: CreationOptional<GoodbyePage | null>
  declare summary: CreationOptional<VisitSummary | null>
}

export class WorkedRow extends Model<InferAttributes<WorkedRow>, InferCreationAttributes<WorkedRow>> {
  declare visitId: string
  declare personId: string
  declare treatment: Treatment
  declare plannedMin: number
  declare takenMin: number
  declare at: Date
}

export class PhotoRow extends Row<PhotoRow> {
  declare visitId: string
  declare kind: 'before' | 'after' | 'incident'
  declare incidentId: string | null
  declare type: string
  declare bytes: Buffer
  declare takenAt: Date
  declare actorId: string | null
  declare removedAt: CreationOptional<Date | null>
}

export class SettingRow extends Model<InferAttributes<SettingRow>, InferCreationAttributes<SettingRow>> {
  declare key: string
  declare value: unknown
}

export class LogRow extends Model<InferAttributes<LogRow>, InferCreationAttributes<LogRow>> {
  declare id: CreationOptional<string>
  declare at: CreationOptional<Date>
  declare actorId: string | null
  declare entity: string
  declare entityId: string
  declare action: string
  declare change: object
  declare batchId: string | null
}

const { UUID, TEXT, DATE, INTEGER, SMALLINT, JSONB, DOUBLE, BIGINT } = DataTypes
const required = { allowNull: false } as const
// Made anew for each column: Sequelize writes the column's name into the object it is given.
const id = () => ({ type: UUID, primaryKey: true })
const text = () => ({ type: TEXT, ...required })

export function defineModels(sequelize: Sequelize): void {
  const options = { sequelize, timestamps: false, underscored: true }
  const json = () => ({ type: JSONB, ...required, defaultValue: {} })
  PersonRow.init(
    { id: id(), name: text(), role: text(), experience: text(), schools: json(), pace: json() },
    { ...options, tableName: 'people' },
  )
  ClientRow.init(
    { id: id(), name: text(), phone: text(), email: text(), note: text() },
    { ...options, tableName: 'clients' },
  )
  DogRow.init(
    {
      id: id(),
      clientId: { type: UUID, ...required },
      name: text(),
      breed: text(),
      coatType: text(),
      profile: JSONB,
    },
    { ...options, tableName: 'dogs' },
  )
  VisitRow.init(
    {
      id: id(),
      dogId: { type: UUID, ...required },
      startsAt: { type: DATE, ...required },
      slotMinutes: { type: INTEGER, ...required },
      station: { ...text(), defaultValue: 'expected' },
      personId: UUID,
      arrival: { type: JSONB, ...required },
      arrivalRevision: { type: INTEGER, ...required, defaultValue: 0 },
      quoted: INTEGER,
    },
    { ...options, tableName: 'visits' },
  )
  AssessmentRow.init(
    {
      id: id(),
      visitId: { type: UUID, ...required },
      role: { ...text(), defaultValue: 'first' },
      scorerId: UUID,
      stage: { ...text(), defaultValue: 'arrival' },
      revision: { type: INTEGER, ...required, defaultValue: 0 },
      updatedAt: { type: DATE, ...required, defaultValue: DataTypes.NOW },
    },
    { ...options, tableName: 'assessments' },
  )
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
    { ...options, tableName: 'scores' },
  )
  PlanRow.init(
    {
      id: id(),
      assessmentId: { type: UUID, ...required },
      assessmentRevision: { type: INTEGER, ...required },
      model: text(),
      input: { type: JSONB, ...required },
      plan: {
        type: JSONB,
        ...required,
        // One that an earlier model made is brought up as it is read.
        get(): Plan {
          return storedPlan(this.getDataValue('plan'))
        },
      },
      style: TEXT,
      reason: TEXT,
      price: { type: INTEGER, ...required },
      createdAt: { type: DATE, ...required, defaultValue: DataTypes.NOW },
      acceptedAt: DATE,
      acceptedBy: UUID,
    },
    { ...options, tableName: 'plans' },
  )
  DoneWorkRow.init(
    {
      id: id(),
      visitId: { type: UUID, ...required },
      region: text(),
      side: text(),
      treatment: text(),
      leavesMm: DOUBLE,
      minutes: { type: DOUBLE, ...required },
      pull: { type: DOUBLE, ...required },
      at: { type: DATE, ...required, defaultValue: DataTypes.NOW },
      actorId: UUID,
      reopenedAt: DATE,
    },
    { ...options, tableName: 'done_work' },
  )
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
    { ...options, tableName: 'consents' },
  )
  MessageRow.init(
    {
      id: id(),
      at: { type: DATE, ...required },
      toName: text(),
      toPhone: text(),
      body: text(),
      link: text(),
      consentId: UUID,
    },
    { ...options, tableName: 'outbox' },
  )
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
    { ...options, tableName: 'products' },
  )
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
    { ...options, tableName: 'stock_moves' },
  )
  BathRow.init(
    {
      visitId: { type: UUID, primaryKey: true },
      swaps: { type: JSONB, ...required },
      bookedAt: DATE,
      bookedBy: UUID,
    },
    { ...options, tableName: 'baths' },
  )
  DryingRow.init(
    {
      id: id(),
      visitId: { type: UUID, ...required },
      startedAt: { type: DATE, ...required },
      changedAt: DATE,
      finishedAt: DATE,
      actorId: UUID,
    },
    { ...options, tableName: 'dryings' },
  )
  ReadingRow.init(
    {
      id: id(),
      dryingId: { type: UUID, ...required },
      at: { type: DATE, ...required },
      kind: text(),
      region: TEXT,
      side: TEXT,
      value: { type: DOUBLE, ...required },
      actorId: UUID,
    },
    { ...options, tableName: 'drying_readings' },
  )
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
    { ...options, tableName: 'tools' },
  )
  BenchEventRow.init(
    {
      id: id(),
      visitId: { type: UUID, ...required },
      at: { type: DATE, ...required },
      receivedAt: { type: DATE, ...required, defaultValue: DataTypes.NOW },
      actorId: UUID,
      kind: text(),
      data: { type: JSONB, ...required },
    },
    { ...options, tableName: 'bench_events' },
  )
  GoodbyeRow.init(
    {
      visitId: { type: UUID, primaryKey: true },
      revision: { type: INTEGER, ...required, defaultValue: 0 },
      marks: { type: JSONB, ...required, defaultValue: [] },
      note: { ...text(), defaultValue: '' },
      price: INTEGER,
      nextOn: DataTypes.DATEONLY,
      nextAt: TEXT,
      nextVisitId: UUID,
      checkedAt: DATE,
      checkedBy: UUID,
      finishedAt: DATE,
      page: JSONB,
      summary: JSONB,
    },
    { ...options, tableName: 'goodbyes' },
  )
  WorkedRow.init(
    {
      visitId: { type: UUID, primaryKey: true },
      personId: { type: UUID, primaryKey: true },
      treatment: { type: TEXT, primaryKey: true },
      plannedMin: { type: DOUBLE, ...required },
      takenMin: { type: DOUBLE, ...required },
      at: { type: DATE, ...required },
    },
    { ...options, tableName: 'worked' },
  )
  PhotoRow.init(
    {
      id: id(),
      visitId: { type: UUID, ...required },
      kind: text(),
      incidentId: UUID,
      type: text(),
      bytes: { type: DataTypes.BLOB, ...required },
      takenAt: { type: DATE, ...required },
      actorId: UUID,
      removedAt: DATE,
    },
    { ...options, tableName: 'photos' },
  )
  SettingRow.init(
    { key: { type: TEXT, primaryKey: true }, value: { type: JSONB, ...required } },
    { ...options, tableName: 'settings' },
  )
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
    },
    { ...options, tableName: 'change_log' },
  )
}
