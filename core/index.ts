export * from './aftercare/forecast.ts'
export * from './aftercare/home-care.ts'
export { type Interval, indexAfter, matsOf, ownRate } from './aftercare/own-rate.ts'
export {
  LATER_WEEKS,
  mattingOf,
  type Rebook,
  rateOf,
  rebookOf,
  timesAsFast,
} from './aftercare/rebook.ts'
export { whereMats } from './aftercare/where-mats.ts'
export { krippendorffAlpha, LEVEL_IDS, type Level } from './agreement/alpha.ts'
export { ICC_FORMS, type IccForm, icc } from './agreement/icc.ts'
export {
  type Agreement,
  fleissKappa,
  type KappaWord,
  kappa,
  kappaWord,
  WEIGHT_IDS,
  type Weights,
} from './agreement/kappa.ts'
export {
  MILD,
  PRODUCT_REFUSALS,
  type ProductRefusal,
  refusalsOf,
  type Zone,
} from './bath/allowed.ts'
export { planBath } from './bath/bath.ts'
export type { Choice, Weighed } from './bath/choose.ts'
export { DESHED_NOTES, type Deshed, type DeshedNote, type DeshedTool, deshedOf } from './bath/deshed.ts'
export * from './bath/mix.ts'
export * from './bath/products.ts'
export * from './bath/shape.ts'
export { BATH_REASONS, type BathReason, NO_BATH, type NoBath } from './bath/wanted.ts'
export {
  COMB_PLACES,
  COMB_REGIONS,
  COMB_RESULTS,
  type CombPlace,
  type CombResult,
  combPlaceOf,
  comparedWith,
  type OwnersWord,
  ownersWord,
} from './before/comb-test.ts'
export { type Foretold, foretelling } from './before/foretell.ts'
export * from './body/neighbours.ts'
export * from './body/places.ts'
export * from './body/regions.ts'
export { bodySurfaceM2 } from './body/surface.ts'
export * from './coat/breeds.ts'
export * from './coat/coat-types.ts'
export { DEFAULT_LENGTHS } from './coat/default-lengths.ts'
export {
  COAT_COLOURS,
  type CoatColour,
  EAR_CARRIAGES,
  type EarCarriage,
  type Figure,
  type FigureSeen,
  figureOf,
  MUZZLE_KINDS,
  type MuzzleKind,
  PLAIN_FIGURE,
  TAIL_CARRIAGES,
  type TailCarriage,
} from './coat/figure.ts'
export { lengthAfter, regrowthOf, weeksToLength, weeksToRegrow } from './coat/growth.ts'
export { coatPartOf } from './coat/region-length.ts'
export * from './consent/needs.ts'
export { cutOf, shapesOf } from './cut/cut.ts'
export * from './cut/shape.ts'
export * from './cut/show.ts'
export * from './cut/strip.ts'
export { type Bounds, boundsOf } from './day/bound.ts'
export { BREACH_IDS, type Breach, type BreachId, checkDay } from './day/check.ts'
export { compileDay } from './day/compile.ts'
export * from './day/day.ts'
export { type Offer, offerOf, type Tried, timesIn } from './day/find-time.ts'
export { type Bottle, type MixLine, mixForDay, mixLines } from './day/mix-for-day.ts'
export { type DayPlan, type Planning, planDay } from './day/plan-day.ts'
export { LivedDay, type Promised, promisesOf } from './day/promises.ts'
export {
  begunOf,
  type DogOfDay,
  DRYER,
  jobOf,
  PLACE_KINDS,
  type PlaceKind,
  SKILL_IDS,
  type SkillId,
  STAGE_IDS,
  type StageId,
  type StageMinutes,
  stageMinutes,
  stagesOfParts,
  usualStages,
} from './day/stages.ts'
export { asIfDay, type WhatIf } from './day/what-if.ts'
export { type WhyStep, whyStep } from './day/why.ts'
export { type ScaleReading, type ScaleState, scaleState } from './devices/scale.ts'
export * from './dog/dog.ts'
export * from './dog/extras.ts'
export * from './dog/facts.ts'
export { coatMmOf, isTidy, wishedMm } from './dog/lengths.ts'
export { coatAtTub, type WetCoat } from './drying/coat.ts'
export {
  DRY_METHOD_IDS,
  DRYING_CAUTIONS,
  type Drying,
  type DryingCaution,
  type DryingHow,
  type DryingModel,
  type DryingStage,
  type DryMethod,
  dryerKwh,
  dryingModel,
  dryingOf,
  leastChangeover,
  minutesToDone,
  naturalHours,
  totalMinutes,
  usualChangeover,
  waterAt,
} from './drying/drying.ts'
export { type Estimated, estimate, type Reading, type Said, saidBy, scaled } from './drying/filter.ts'
export { type PlaceDry, type Places, placesInOrder, placesOf } from './drying/places.ts'
export { dryInRoom, ROOM_WAYS, type RoomRun, type RoomWay } from './drying/room.ts'
export { type DrySettings, usualSettings } from './drying/settings.ts'
export * from './goodbye/after.ts'
export * from './groom/bench/bench.ts'
export * from './groom/bench/shape.ts'
export * from './groom/bench/status.ts'
export * from './groom/goes-home.ts'
export * from './groom/step.ts'
export { HEED_IDS, type HeedId } from './groom/step.ts'
export { groomMinutes, groomSteps, restEveryOf, wholeGroom } from './groom/steps.ts'
export { partOf, planWhole, totalOf, withReserves } from './groom/whole.ts'
export * from './groom/work.ts'
export { type HowRight, howPromised, howRight, type PromisedAndCame, type SaidAndCame } from './learning/calibration.ts'
export { type ChosenFrom, choiceOf, learnPrices, type WayChosen } from './learning/choices.ts'
export { type GiveLog, learnGive } from './learning/give.ts'
export { growthSays, learnMatter, type MatterLog, productSays } from './learning/matter.ts'
export { type Care, careSaid, learnMatting, type MattingLog } from './learning/matting.ts'
export { learnWork, type MinutesLog } from './learning/minutes.ts'
export { learnPlaces, type PlacesLog } from './learning/places.ts'
export { isTime, proposalsOf, written } from './learning/proposals.ts'
export { minutesBy, type RatePart, ratesOfStep, timingsOf } from './learning/timing.ts'
export * from './numbers/equipment.ts'
export * from './numbers/estimates.ts'
export { FIXED, FIXED_IDS, type FixedId } from './numbers/fixed.ts'
export type { Estimate, Mark } from './numbers/marks.ts'
export * from './numbers/schools.ts'
export * from './numbers/units.ts'
export * from './pace/pace.ts'
export {
  bodyIs,
  type CutWishes,
  SHAPES_UNDER_EXTRA,
  TARGET_OF_PART,
  withExtras,
  withLength,
  withPart,
  withPattern,
  withShape,
  withStyle,
} from './pattern/change.ts'
export { LIBRARY, type LibraryPattern, patternsFor } from './pattern/library.ts'
export {
  notFor,
  type PartChoice,
  type Pattern,
  partOfRegion,
  partTouched,
  samePattern,
  shapeAt,
  wayOf,
} from './pattern/pattern.ts'
export {
  hasOwnLength,
  PART_IDS,
  PART_REGIONS,
  PART_SHAPES,
  type PartId,
  type ShapeId,
  shapeOf,
  shapesFor,
} from './pattern/shapes.ts'
export { minutesBudget, pullBudget, standingCap } from './plan/budgets.ts'
export * from './plan/codes.ts'
export type { Cost, CostPart } from './plan/cost.ts'
export * from './plan/names.ts'
export type { Option } from './plan/options.ts'
export * from './plan/plan.ts'
export * from './plan/plan-shape.ts'
export { type ClosedSaid, isSaid, type Reason, type ReasonCode, type ReasonOf } from './plan/reasons.ts'
export { CARED_FOR, type CaredFor, type Stop, type StopAction, type StopCode, type StopOf } from './plan/stops.ts'
export { CLOSED_STYLES, type StyleClosed } from './plan/styles.ts'
export { BLOCK_IDS, type BlockId, type PlannedVisit, type SplitPlan } from './plan/visits.ts'
export { verdictOf } from './plan/weigh.ts'
export * from './price/quote.ts'
export * from './questions/difference.ts'
export * from './questions/flips.ts'
export {
  AXIS_IDS,
  type Axis,
  type Curve,
  type Drawn,
  type Envelope,
  type Frontier,
  frontierOf,
  pointWithin,
} from './questions/frontier.ts'
export * from './questions/odds.ts'
export { secondsToInjury } from './safety/burn.ts'
export { bladeTemperature, type GuardSays, guardSays } from './safety/guard.ts'
export {
  dailyExposure,
  EU_ACTIONS,
  type EuAction,
  type Exposure,
  euNoise,
  noiseDose,
  protection,
} from './safety/noise.ts'
export * from './scores/around.ts'
export * from './scores/findings.ts'
export { type Index, type Indices, indicesOf, matWeight, plausibleWorst } from './scores/indices.ts'
export * from './scores/scales.ts'
export * from './scores/sheet.ts'
export { BLADES, bladeUnderComb, bladeUnderMat, COMB_MM, FULL_RACK, SKIP_FORMS } from './tools/blades.ts'
export * from './tools/product-kinds.ts'
export * from './tools/rack.ts'
export * from './tools/treatments.ts'
