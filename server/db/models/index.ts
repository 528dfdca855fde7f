import type { Sequelize } from 'sequelize'
import { AssessmentRow, defineAssessment } from './assessment.ts'
import { BathRow, defineBath } from './bath.ts'
import { AskedBeforeRow, defineBefore, ReminderRow } from './before.ts'
import { BenchEventRow, defineBenchEvent } from './bench-event.ts'
import { defineLog, LogRow } from './change.ts'
import { ClientRow, defineClient } from './client.ts'
import { withinSalon } from './columns.ts'
import { ConsentRow, defineConsent } from './consent.ts'
import { DayOffRow, DayPlanRow, defineDay, FeedRow, WaitingRow } from './day.ts'
import { DogRow, defineDog } from './dog.ts'
import { DoneWorkRow, defineDoneWork } from './done-work.ts'
import { DryingRow, defineDrying } from './drying.ts'
import { defineGoodbye, GoodbyeRow } from './goodbye.ts'
import { defineLearning, LearntRow, MatterRow, TakenNumberRow, TimingRow } from './learning.ts'
import { defineMessage, MessageRow } from './message.ts'
import { definePattern, PatternRow } from './pattern.ts'
import { definePerson, PersonRow } from './person.ts'
import { definePhoto, PhotoRow } from './photo.ts'
import { definePlan, PlanRow } from './plan.ts'
import { defineProduct, ProductRow } from './product.ts'
import { defineReading, ReadingRow } from './reading.ts'
import { defineScore, ScoreRow } from './score.ts'
import { defineSetting, SettingRow } from './setting.ts'
import { defineStockMove, StockMoveRow } from './stock-move.ts'
import { defineTool, ToolRow } from './tool.ts'
import { defineVisit, VisitRow } from './visit.ts'
import { defineWorked, WorkedRow } from './worked.ts'

export {
  AskedBeforeRow,
  AssessmentRow,
  BathRow,
  BenchEventRow,
  ClientRow,
  ConsentRow,
  DayOffRow,
  DayPlanRow,
  DogRow,
  DoneWorkRow,
  DryingRow,
  FeedRow,
  GoodbyeRow,
  LearntRow,
  LogRow,
  MatterRow,
  MessageRow,
  PatternRow,
  PersonRow,
  PhotoRow,
  PlanRow,
  ProductRow,
  ReadingRow,
  ReminderRow,
  ScoreRow,
  SettingRow,
  StockMoveRow,
  TakenNumberRow,
  TimingRow,
  ToolRow,
  VisitRow,
  WaitingRow,
  WorkedRow,
  withinSalon,
}

/** Binds every model to a database. The models are global to the process: the last one bound answers. */
export function defineModels(sequelize: Sequelize): void {
  const all = [
    definePerson,
    defineClient,
    defineDog,
    defineVisit,
    defineAssessment,
    defineScore,
    definePlan,
    defineDoneWork,
    defineConsent,
    defineMessage,
    defineProduct,
    defineStockMove,
    defineBath,
    defineDrying,
    defineReading,
    defineTool,
    definePattern,
    defineBenchEvent,
    defineGoodbye,
    defineWorked,
    definePhoto,
    defineSetting,
    defineDay,
    defineBefore,
    defineLearning,
    defineLog,
  ]
  for (const define of all) define(sequelize)
}
