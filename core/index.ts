export { brushedAtHome, careTable, type ForecastPoint, forecastOf } from './aftercare/forecast.ts'
export { type HomeCare, type HomeNote, type HomeTool, homeCareOf } from './aftercare/home-care.ts'
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
export { type Mix, mixForProduct, mixForTotal, parseDilution } from './bath/mix.ts'
export { type Product, SOIL_IDS, USUAL_SHELF } from './bath/products.ts'
export {
  BATH_NOTES,
  type Bath,
  type BathNote,
  type BathStep,
  type BathWarning,
  type JobId,
  type Swaps,
} from './bath/shape.ts'
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

export { LEGS, TRUNK } from './body/places.ts'
export {
  indexAt,
  keyOf,
  mirrorIndex,
  REGION_IDS,
  REGION_SIDES,
  REGIONS,
  type RegionId,
  type RegionSide,
  regionSide,
  type Side,
} from './body/regions.ts'
export { bodySurfaceM2 } from './body/surface.ts'
export { BREEDS, type Build, crossId, findBreed, OPEN_BREED_IDS } from './coat/breeds.ts'
export {
  COAT_PARTS,
  COAT_TYPE_IDS,
  type CoatModifier,
  type CoatPart,
  type CoatType,
  DENSITY_IDS,
  type LengthsMm,
  MODIFIER_IDS,
} from './coat/coat-types.ts'
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
export {
  CONSENT_NEEDS,
  type ConsentNeed,
  type ConsentRisk,
  consentNeeds,
  consentRisks,
  stillNeeded,
} from './consent/needs.ts'
export { cutOf, shapesOf } from './cut/cut.ts'
export {
  type BentShape,
  type BlendTool,
  CUT_NOTES,
  CUT_PARTS,
  type Cut,
  type CutLine,
  type CutNote,
  type CutPart,
  type CutReason,
  type NotCut,
  type ShapedPlace,
  type ShapeName,
  type Support,
} from './cut/shape.ts'
export { type IronStop, ironGuard, type ShowStep, showFinishOf } from './cut/show.ts'
export { type HandStrip, type JacketStage, type StripNote, stripOf } from './cut/strip.ts'
export { type Bounds, boundsOf } from './day/bound.ts'
export { BREACH_IDS, type Breach, type BreachId, checkDay } from './day/check.ts'
export { compileDay } from './day/compile.ts'
export {
  type Day,
  type DayCost,
  type DayJob,
  type DayStep,
  JOB_FLAGS,
  type PlannedStep,
  type Worker,
} from './day/day.ts'
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
export {
  type Assessment,
  type Dog,
  type DoneWork,
  EXPERIENCE_IDS,
  type Experience,
  HEALTH_IDS,
  type HealthFlag,
  JACKET_IDS,
  type OwnRate,
  type Prescribed,
  type Progress,
  SKULL_IDS,
  STYLE_WISH_IDS,
  type StyleWish,
  TEMPERAMENT_IDS,
  type Temperament,
  TOLERANCE_IDS,
  type Tolerance,
  type Wishes,
} from './dog/dog.ts'
export { EXTRA_IDS, type ExtraId, OPPOSITE_EXTRAS, withoutOpposites } from './dog/extras.ts'
export { hasShortSkull } from './dog/facts.ts'
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
export { afterOf, type CheckMark } from './goodbye/after.ts'
export { benchOf, waitsOn } from './groom/bench/bench.ts'
export {
  type Bench,
  type BenchEvent,
  type BenchHappening,
  type BenchIncident,
  type DwellTimer,
  INCIDENT_IDS,
  type IncidentId,
  SKIP_REASONS,
  type SkipReason,
  type StepStatus,
} from './groom/bench/shape.ts'
export { isThrough, minutesTaken } from './groom/bench/status.ts'
export { type GoesHome, goesHome, mostOf } from './groom/goes-home.ts'
export {
  type AroundAt,
  GROOM_PHASES,
  GROOM_STEP_KINDS,
  type GroomPhase,
  type GroomStep,
  HEED_IDS,
  type HeedId,
} from './groom/step.ts'
export { groomMinutes, groomSteps, restEveryOf, wholeGroom } from './groom/steps.ts'
export { planned, plannedPart, todaysPart, treatmentOf, vetDecides } from './groom/today.ts'
export { partOf, planWhole, totalOf, withReserves } from './groom/whole.ts'
export { BESIDE_COAT, minutesByRegion, type WorkKey, workedOf, workLines } from './groom/work.ts'
export { type HowRight, howPromised, howRight, type PromisedAndCame, type SaidAndCame } from './learning/calibration.ts'
export { type ChosenFrom, choiceOf, type WayChosen } from './learning/choices.ts'
export { type AllLearnt, learnEverything, type PlannedToday } from './learning/everything.ts'
export type { GiveLog } from './learning/give.ts'
export { bladeSays, growthSays, type MatsSeen, type MatterLog, matsSay, productSays } from './learning/matter.ts'
export { type Care, careSaid, type MattingLog } from './learning/matting.ts'
export type { MinutesLog } from './learning/minutes.ts'
export type { PlacesLog } from './learning/places.ts'
export { isTime, written } from './learning/proposals.ts'
export { minutesBy, type RatePart, ratesOfStep, type Slow, timingsOf } from './learning/timing.ts'
export {
  BLOWERS,
  DRYER_KIND_IDS,
  type Dryer,
  type DryerKind,
  dryerFor,
  type Equipment,
  FINISHERS,
  PROTECTOR_IDS,
  type Protector,
  RATING_IDS,
  type RatingId,
  type RoomAir,
  type Span,
  STARTING_EQUIPMENT,
  STARTING_PLACES,
  STARTING_WEEK,
  type Week,
} from './numbers/equipment.ts'
export {
  DEFAULT_HOUSE,
  ESTIMATE_IDS,
  ESTIMATES,
  type EstimateId,
  type House,
  houseWith,
  MODEL_VERSION,
} from './numbers/estimates.ts'
export { FIXED, FIXED_IDS, type FixedId } from './numbers/fixed.ts'
export type { Estimate, Mark } from './numbers/marks.ts'
export {
  DEFAULT_SCHOOLS,
  PERSONAL_SCHOOLS,
  SCHOOL_IDS,
  SCHOOLS,
  type SchoolId,
  type Schools,
  schoolsWith,
} from './numbers/schools.ts'
export { roundedVolume, UNIT_SYSTEMS, type UnitSystem, volumeFromMl, volumeToMl } from './numbers/units.ts'
export { heldBack, type PaceSample, pacesOf, paceTable } from './pace/pace.ts'
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
export { CAUTIONS, type Caution, LEAVE_REASONS, type LeaveReason, REFUSALS, type Refusal } from './plan/codes.ts'
export type { Cost, CostPart } from './plan/cost.ts'
export { STYLE_IDS, type Style, VERDICT_IDS, type VerdictName } from './plan/names.ts'
export type { Option } from './plan/options.ts'
export { planGroom } from './plan/plan.ts'
export {
  type Alternative,
  type GroomTotal,
  LEFT_OUT_IDS,
  type LeftOutId,
  type Plan,
  type RegionPlan,
  SECOND_IDS,
  type SecondId,
} from './plan/plan-shape.ts'
export { type ClosedSaid, isSaid, type Reason, type ReasonCode, type ReasonOf } from './plan/reasons.ts'
export { CARED_FOR, type CaredFor, type Stop, type StopAction, type StopCode, type StopOf } from './plan/stops.ts'
export { CLOSED_STYLES, type StyleClosed } from './plan/styles.ts'
export {
  BLOCK_IDS,
  type BlockId,
  type PlannedVisit,
  type SplitPlan,
} from './plan/visits.ts'
export { verdictOf } from './plan/weigh.ts'
export {
  COAT_PRICE_IDS,
  type CoatPriceId,
  type PriceList,
  type Quote,
  quoteOf,
  quoteOfPlan,
  SIZE_IDS,
  type SizeId,
  STARTING_PRICES,
} from './price/quote.ts'
export { type Changed, differenceOf } from './questions/difference.ts'
export { changed, type Flip, type FlipScore, flipFinder, flipsOf, flipTrials, ordered } from './questions/flips.ts'
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
export { lastOdds, type NextLook, type Odds, oddsOf } from './questions/odds.ts'
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
export type { Around } from './scores/around.ts'
export { canBeAt, FINDING_IDS, type Finding, type FindingId, findingKind } from './scores/findings.ts'
export { type Index, type Indices, indicesOf, matWeight, plausibleWorst } from './scores/indices.ts'
export { EXTENTS, SCALE_IDS, SCORES, type Scale, type Score, TAG_IDS, type Tag } from './scores/scales.ts'
export {
  emptySheet,
  extentOf,
  type Sheet,
  type SideScores,
  skinScore,
  standoffMmOf,
  UNSCORED,
} from './scores/sheet.ts'
export { BLADES, bladeUnderComb, bladeUnderMat, COMB_MM, FULL_RACK, SKIP_FORMS } from './tools/blades.ts'
export { PRODUCT_KIND_IDS, type ProductKind, WASHES } from './tools/product-kinds.ts'
export {
  dueOf,
  isOffered,
  RACK_KIND_IDS,
  type RackDue,
  type RackKind,
  type RackTool,
  rackOf,
  TOOL_STATE_IDS,
  type ToolState,
} from './tools/rack.ts'
export { CUTS, type Tool, TREATMENT_IDS, type Treatment, type When } from './tools/treatments.ts'
