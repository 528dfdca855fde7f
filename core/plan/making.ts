import type { PlaceIndex } from '../body/regions.ts'
import type { Assessment } from '../dog/dog.ts'
import type { House } from '../numbers/estimates.ts'
import type { SideScores } from '../scores/sheet.ts'
import { budgetsOf, type GroomBudgets } from './budgets.ts'
import { type Context, contextOf, underSheet } from './context.ts'
import type { Style } from './names.ts'
import { clipOffer, type Offer, type PlaceOffers, placeOffers } from './offers.ts'
import type { StyleLength } from './options.ts'
import { type End, type SideState, sideStates } from './side-state.ts'

/**
 * What makes the parts that an assessment is weighed by. Many assessments of one dog may share one that remembers, see
 * `rememberingMaker`.
 */
export interface Maker {
  readonly contextOf: typeof contextOf
  readonly sideStates: (assessment: Assessment, bsaM2: number, end: End, house: House) => SideState[]
  readonly budgetsOf: typeof budgetsOf
  readonly placeOffers: typeof placeOffers
  readonly clipOffer: typeof clipOffer
  /** What is made of a place and its other side, where there is one. */
  readonly ofPair: <T>(left: PlaceOffers, right: PlaceOffers | null, make: () => T) => T
  /** The way that was best last, to be tried first: it decides how soon the others are given up, never which is best. */
  readonly likely: { style: Style | null }
}

/** Makes everything anew. */
export const PLAIN: Maker = {
  get likely() {
    return { style: null }
  },
  contextOf,
  sideStates: (assessment, bsaM2, end, house) => sideStates(assessment, bsaM2, end, house),
  budgetsOf,
  placeOffers,
  clipOffer,
  ofPair: (_left, _right, make) => make(),
}

/** What is in a table at a key, made where it is not there yet. */
function recall<K, T>(table: Map<K, T>, key: K, make: () => T): T {
  const known = table.get(key)
  if (known !== undefined || table.has(key)) return known as T
  const made = make()
  table.set(key, made)
  return made
}

/**
 * Remembers what was made of a region-side, for many sheets of one dog on one day: only what the sheet changes, and the
 * slot, may differ between the assessments it is used for. Things are told apart by being the same thing first, then by
 * what they say: what is shared between sheets is found at once.
 */
export function rememberingMaker(): Maker {
  let first: Context | null = null
  const states = new Map<End, Map<SideScores, SideState>[]>()
  const budgets = new Map<string, GroomBudgets>()
  const byScores = new Map<string, unknown>()
  const pairs = new Map<PlaceOffers, Map<PlaceOffers | null, unknown>>()
  /** What was made of states under a name: found by the state itself, or by one that says the same. */
  const tables = new Map<string, Map<SideState, unknown>>()
  const tableOf = <T>(name: string): Map<SideState, T> =>
    recall(tables as Map<string, Map<SideState, T>>, name, () => new Map())
  const ofState = <T>(name: string, table: Map<SideState, T>, state: SideState, make: () => T): T =>
    recall(table, state, () => {
      const { index, mat, extent, standoffMm, undercoat, skin, sore, local, scores, done } = state
      const found = JSON.stringify([scores.findings, scores.leave, done])
      const key = [name, index, mat, extent, standoffMm, undercoat, skin, sore, local, found].join(' ')
      return recall(byScores as Map<string, T>, key, make)
    })
  const places = { free: tableOf<PlaceOffers>('place'), double: tableOf<PlaceOffers>('place, double') }
  /** Clips come one after the other at one length. */
  let clips: { length: StyleLength; may: boolean; name: string; table: Map<SideState, Offer | null> } | null = null
  const clipsAt = (length: StyleLength, may: boolean): NonNullable<typeof clips> => {
    if (clips?.length === length && clips.may === may) return clips
    const name = `clip ${length.mm} ${length.blade?.id ?? ''} ${may}`
    clips = { length, may, name, table: tableOf(name) }
    return clips
  }
  const known = (scores: SideScores, index: PlaceIndex, end: End, make: () => SideState): SideState => {
    const places = recall(states, end, () => [])
    places[index] ??= new Map()
    return recall(places[index], scores, make)
  }
  return {
    likely: { style: null },
    contextOf: (assessment, feltShare, house) => {
      first ??= contextOf(assessment, feltShare, house)
      return underSheet(first, assessment, feltShare)
    },
    sideStates: (assessment, bsaM2, end, house) => sideStates(assessment, bsaM2, end, house, known),
    budgetsOf: (assessment: Assessment, style: Style, house: House) =>
      recall(budgets, `${style} ${assessment.slotMinutes}`, () => budgetsOf(assessment, style, house)),
    placeOffers: (state, ctx) =>
      ctx.mayClipDouble
        ? ofState('place, double', places.double, state, () => placeOffers(state, ctx))
        : ofState('place', places.free, state, () => placeOffers(state, ctx)),
    clipOffer: (state, ctx, length) => {
      const { name, table } = clipsAt(length, ctx.mayClipDouble)
      return ofState(name, table, state, () => clipOffer(state, ctx, length))
    },
    ofPair: <T>(left: PlaceOffers, right: PlaceOffers | null, make: () => T): T =>
      recall(recall(pairs, left, () => new Map()) as Map<PlaceOffers | null, T>, right, make),
  }
}
