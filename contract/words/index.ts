export { aroundLines } from './around.ts'
export { assumedText } from './assumed.ts'
export {
  BATH_NOTE_TEXT,
  BATH_REASON_TEXT,
  BATH_STEP_LABEL,
  bathWarningText,
  DESHED_NOTE_TEXT,
  DESHED_TOOL_LABEL,
  dilutionText,
  JOB_LABEL,
  mixText,
  NO_BATH_TEXT,
  noteTexts,
  PRODUCT_KIND_LABEL,
  PRODUCT_REFUSAL_TEXT,
  volumeText,
} from './bath.ts'
export {
  amountText,
  FIRST_AID,
  HEED_TEXT,
  INCIDENT_LABEL,
  NO_PLACE,
  PHASE_LABEL,
  placesText,
  SKIP_LABEL,
  stepPlaces,
  stepTitle,
  WORK_LABEL,
} from './bench.ts'
export {
  AFTER_VET_WEEKS,
  basePriceText,
  CONSENT_CAUTIONS,
  feelLines,
  KAPPA_TEXT,
  meanwhileLines,
  moneyText,
  NEED_FOR_OWNER,
  NEED_TEXT,
  NEXT_TEXT,
  nextSaid,
  overVisits,
  RISK_TEXT,
  seenLines,
  weeksText,
} from './consent.ts'
export {
  BLEND_TOOL_LABEL,
  CUT_HINTS,
  CUT_NOTE_TEXT,
  CUT_PART_LABEL,
  CUT_REASON_TEXT,
  IRON_STOP_TEXT,
  JACKET_STAGE_LABEL,
  NOT_CUT_TEXT,
  RACK_CARE_LABEL,
  RACK_KIND_LABEL,
  SHOW_STEP_TEXT,
  STRIP_NOTE_TEXT,
  SUPPORT_TEXT,
  TOOL_STATE_LABEL,
} from './cut.ts'
export {
  dateOf,
  dateText,
  dayAndTimeText,
  dayOfYearText,
  daysAfter,
  dayText,
  fullDateText,
  instantAt,
  isDate,
  monthText,
  timeOf,
  timeText,
} from './dates.ts'
export {
  KNOWN_LABEL,
  laterWords,
  PLACE_KIND_LABEL,
  promiseWords,
  SKILL_LABEL,
  STAGE_LABEL,
  WEIGHED_BY,
  whyText,
} from './day-plan.ts'
export { DRY_METHOD_LABEL, DRYING_CAUTION_TEXT, dryingHowText, ROOM_WAY_LABEL } from './drying.ts'
export {
  DRYER_KIND_LABEL,
  EU_ACTION_TEXT,
  GUARD_TEXT,
  PROTECTOR_LABEL,
  RATING_LABEL,
  UNIT_SYSTEM_LABEL,
} from './equipment.ts'
export { EXTRA_LABEL } from './extras.ts'
export { minutesText, mmText, pullText, rangeText, wholeParts } from './figures.ts'
export { hintsOf } from './hints.ts'
export { homeLines } from './home.ts'
export {
  ACCESS_ROLE_LABEL,
  CALLED_OFF_LABEL,
  COLOUR_LABEL,
  EARS_LABEL,
  EXPERIENCE_LABEL,
  FINDING_LABEL,
  GROOM_PART_LABEL,
  HANDS_LABEL,
  HEALTH_LABEL,
  KEEP_LABEL,
  LEFT_OUT_LABEL,
  MODIFIER_LABEL,
  MUZZLE_LABEL,
  PART_NAMES,
  placeName,
  REGION_LABEL,
  RESTS_LABEL,
  ROLE_LABEL,
  SCALE_LABEL,
  SCORE_WORD,
  SECOND_LABEL,
  STYLE_LABEL,
  STYLE_WISH_LABEL,
  TAG_LABEL,
  TAIL_LABEL,
  TEMPERAMENT_LABEL,
  TOLERANCE_LABEL,
  TREATMENT_LABEL,
  TREATMENT_MEANS,
  toolName,
  VERDICT_SHORT,
  WHEN_LABEL,
} from './labels.ts'
export { COAT_LABEL, capital, choiceText, VERDICT_LABEL } from './named.ts'
export { bentText, patternName, patternText, SHAPE_PART_LABEL, shapeLabel, shapeText, upkeepText } from './patterns.ts'
export { changedText, flipText, inTen, nextLookText } from './questions.ts'
export { SCHOOL_GROUPS, SCHOOL_WORDS } from './schools.ts'
export {
  atPlaces,
  CLOSED_TEXT,
  cautionText,
  groupedStops,
  groupText,
  leaveText,
  listed,
  REFUSAL_TEXT,
  reasonForOwner,
  reasonText,
  type StopLine,
  stopLines,
} from './sentences.ts'
export { verdictLabel, verdictSentence } from './verdict-sentence.ts'
