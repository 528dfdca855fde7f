import type { UnitSystem } from './units.ts'

export const DRYER_KIND_IDS = ['high-velocity', 'small-high-velocity', 'stand', 'hand'] as const
export type DryerKind = (typeof DRYER_KIND_IDS)[number]

/** What blows the water off, and what finishes with warm air; the strongest kind first. */
export const BLOWERS: readonly DryerKind[] = ['high-velocity', 'small-high-velocity']
export const FINISHERS: readonly DryerKind[] = ['stand', 'hand']

/** Hearing protectors as NIOSH 1998 tells them apart. */
export const PROTECTOR_IDS = ['muff', 'formable-plug', 'plug'] as const
export type ProtectorKind = (typeof PROTECTOR_IDS)[number]

/** How its label rates it: the American way (NRR), or the European (SNR). */
export const RATING_IDS = ['nrr', 'snr'] as const
export type RatingId = (typeof RATING_IDS)[number]

export interface Protector {
  readonly kind: ProtectorKind
  /** NRR where nothing is said. */
  readonly rating?: RatingId | undefined
  /** Label rating, dB. */
  readonly ratingDb: number
}

/** A dryer of the salon, as its plate or a measurement has it. */
export interface Dryer {
  readonly id: string
  readonly name: string
  readonly kind: DryerKind
  readonly flowLs: number
  /** High-velocity: how much warmer than the room its air comes out, C. */
  readonly riseC: number
  /** Hand and stand: at the outlet, never at the skin, C. */
  readonly outletC: number
  readonly watts: number
  readonly dBA: number
  /** Lent, broken, at the repair. */
  readonly away: boolean
}

/** The room the dryers stand in. */
export interface RoomAir {
  readonly tempC: number
  /** 0 to 1. */
  readonly rh: number
  readonly volumeM3: number
  /** Air that comes in from outside an hour, in volumes of the room: windows shut, and open. */
  readonly changesPerHour: number
  readonly windowChangesPerHour: number
  readonly outsideC: number
  readonly outsideRh: number
  /** What a dehumidifier takes at 60 % and 22 C, g an hour; 0 where there is none. */
  readonly dehumidifierGPerHour: number
}

/** What the salon dries and washes with. */
export interface Equipment {
  readonly dryers: readonly Dryer[]
  readonly room: RoomAir
  readonly protector: Protector | null
  readonly units: UnitSystem
}

/** A usual small salon; the figures are ours to be replaced by the salon's own [est]. */
export const STARTING_EQUIPMENT: Equipment = {
  dryers: [],
  room: {
    tempC: 22,
    rh: 0.5,
    volumeM3: 45,
    changesPerHour: 0.7,
    windowChangesPerHour: 6,
    outsideC: 10,
    outsideRh: 0.75,
    dehumidifierGPerHour: 700,
  },
  protector: { kind: 'muff', ratingDb: 27 },
  units: 'metric',
}

/** The salon's dryer of a kind that is at hand, the strongest first; null where it has none. */
export const dryerFor = ({ dryers }: Equipment, kinds: readonly DryerKind[]): Dryer | null =>
  [...dryers]
    .filter(({ kind, away }) => kinds.includes(kind) && !away)
    .sort((a, b) => kinds.indexOf(a.kind) - kinds.indexOf(b.kind) || b.flowLs - a.flowLs)[0] ?? null

/** Where dogs are worked on and wait. */
export interface SalonPlace {
  readonly id: string
  readonly name: string
  readonly kind: 'tub' | 'table' | 'pen'
  /** Heaviest dog it takes, kg; null for any. */
  readonly maxKg: number | null
}

/** A time of day where the salon is, as 08:30. */
export type ClockTime = string
export type Span = readonly [from: ClockTime, to: ClockTime]
/** Monday first; null where it is closed, or somebody does not work. */
export type Week = readonly (Span | null)[]

/** A usual small salon, until it says its own [est]. */
export const STARTING_PLACES: readonly SalonPlace[] = [
  { id: 'tub-1', name: 'Tub', kind: 'tub', maxKg: null },
  { id: 'table-1', name: 'Table 1', kind: 'table', maxKg: null },
  { id: 'table-2', name: 'Table 2', kind: 'table', maxKg: null },
  { id: 'pen-1', name: 'Pen 1', kind: 'pen', maxKg: null },
  { id: 'pen-2', name: 'Pen 2', kind: 'pen', maxKg: null },
  { id: 'pen-3', name: 'Pen 3', kind: 'pen', maxKg: null },
]
const USUAL_DAY: Span = ['08:30', '17:30']
export const STARTING_WEEK: Week = [USUAL_DAY, USUAL_DAY, USUAL_DAY, USUAL_DAY, USUAL_DAY, ['09:00', '13:00'], null]
