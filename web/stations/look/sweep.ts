import { useCallback, useEffect, useMemo, useReducer } from 'react'
import { flushSync } from 'react-dom'
import { type CloseLook, TURN, type View, viewFor } from '../../../contract/drawing/geometry.ts'
import {
  mirrorIndex,
  REGION_SIDES,
  type RegionId,
  SCALE_IDS,
  SCORES,
  type Scale,
  type Score,
  type Sheet,
} from '../../../core/index.ts'
import { isForOthers } from '../../app/keys.ts'
import {
  type CoatOfDog,
  changeOf,
  clearChange,
  extentStep,
  isOpen,
  mirrorChange,
  nextOpen,
  restClean,
  scoreChange,
  standoffStep,
} from '../../dog/sheet-state.ts'
import type { Scoring } from '../../dog/use-scoring.ts'
import { useLatest } from '../../parts/use-latest.ts'
import { noteScore } from './first-look.ts'

/** How the dog stands and which of its places is at hand. */
export interface Stance {
  readonly focus: number
  readonly view: View
  readonly close: CloseLook
}

/** Where the hands are: the place to score next, the one scored last, the layer, and the side of the dog in front. */
export interface Sweep extends Stance {
  /** Extent and free hair are set on this one until another is scored. */
  readonly touched: number | null
  readonly layer: Scale
}

export type Move =
  | { readonly type: 'at'; readonly focus: number; readonly touched: number | null; readonly turn?: boolean }
  | { readonly type: 'layer'; readonly layer: Scale; readonly focus: number }
  | { readonly type: 'view'; readonly view: View }
  | { readonly type: 'close'; readonly close: CloseLook }

const LAST = REGION_SIDES.length - 1

export function moved(state: Sweep, move: Move): Sweep {
  switch (move.type) {
    case 'at':
      return {
        ...state,
        focus: move.focus,
        touched: move.touched,
        view: move.turn === false ? state.view : viewFor(move.focus, state.view),
        close: state.close && CLOSE_TO[state.close].has(REGION_SIDES[move.focus]!.region) ? state.close : null,
      }
    case 'layer':
      return { ...state, layer: move.layer, focus: move.focus, touched: null, view: viewFor(move.focus, state.view) }
    case 'view':
      return { ...state, view: move.view, close: null }
    case 'close':
      return { ...state, close: move.close, view: state.view === 'underside' ? 'left' : state.view }
  }
}

/** Regions in sight while looking close; the sweep leaves the close look when it goes elsewhere. */
const CLOSE_TO: Readonly<Record<'head' | 'feet', ReadonlySet<RegionId>>> = {
  head: new Set(['crown', 'eyes', 'muzzle', 'cheek', 'ear-outer', 'behind-ear', 'throat']),
  feet: new Set(['front-paw', 'hind-paw']),
}

export interface Actions {
  readonly score: (score: Score, both?: boolean) => void
  /** The comb goes through: free, and on. Nothing once the last place was scored. */
  readonly free: () => void
  /** The place scored last, or the one at hand, is one step worse than it stands. */
  readonly worse: () => void
  readonly mirror: () => void
  readonly skip: () => void
  readonly back: () => void
  readonly clear: () => void
  readonly rest: () => void
  /** What is still open in this layer is clean, and on to the next that somebody still has to look at. */
  readonly on: () => void
  readonly extent: (by: 1 | -1) => void
  readonly setExtent: (extent: number) => void
  readonly standoff: (by: 1 | -1) => void
  readonly undo: () => void
  readonly pick: (index: number) => void
  /** To a place, the dog turned to it. */
  readonly go: (index: number) => void
  readonly setLayer: (layer: Scale) => void
  readonly turn: (view?: View) => void
  readonly closeLook: (close: CloseLook) => void
}

/** The sweep over a dog: what each gesture does to the sheet and where it leads next. */
export function useSweep(
  { sheet, act, undo }: Scoring,
  coat: CoatOfDog,
  startAt: string | null,
): { sweep: Sweep; stance: Stance; actions: Actions } {
  const [state, move] = useReducer(moved, sheet, (first): Sweep => {
    const asked = REGION_SIDES.find(({ key }) => key === startAt)?.index
    const focus = asked ?? nextOpen(first, 'mat', LAST) ?? 0
    return { focus, touched: null, layer: 'mat', view: viewFor(focus, 'left'), close: null }
  })
  const { focus, touched, layer, view, close } = state
  const stance = useMemo(() => ({ focus, view, close }), [focus, view, close])
  const editing = touched ?? focus

  const goOn = (from: number, last: number): void =>
    move({ type: 'at', focus: Math.min(LAST, from + 1), touched: last })
  const pick = useCallback((index: number) => move({ type: 'at', focus: index, touched: null, turn: false }), [])
  const now: Actions = {
    score(score, both = false) {
      const other = mirrorIndex[focus]!
      const places = both && other !== focus ? [focus, other] : [focus]
      act(places.map((index) => scoreChange(index, layer, score, coat)))
      noteScore()
      goOn(Math.max(...places), focus)
    },
    free() {
      // At the end of the dog it would take back what was scored there last.
      if (touched !== LAST || focus !== LAST) now.score(0)
    },
    worse() {
      const score = sheet[editing]![layer]
      const worse = SCORES.find((one) => one === (score ?? -1) + 1)
      if (worse === undefined) return
      act([scoreChange(editing, layer, worse, coat)])
      if (touched === null) goOn(editing, editing)
    },
    mirror() {
      // After a left side was scored the focus stands on its right: it is that right side that gets the same.
      const source = touched !== null && mirrorIndex[touched] === focus ? touched : focus
      const change = mirrorChange(sheet, source, layer)
      if (!change) return
      act([change])
      goOn(Math.max(source, mirrorIndex[source]!), source)
    },
    skip: () => move({ type: 'at', focus: Math.min(LAST, focus + 1), touched: null }),
    back: () => move({ type: 'at', focus: Math.max(0, focus - 1), touched: null }),
    clear: () => act([clearChange(focus, layer)]),
    rest: () => act(restClean(sheet, SCALE_IDS)),
    on() {
      const { next } = wayOn(sheet, layer)
      act(restClean(sheet, [layer]))
      if (next) move({ type: 'layer', layer: next, focus: nextOpen(sheet, next, LAST) ?? 0 })
    },
    extent(by) {
      const extent = extentStep(sheet[editing]!, by, coat)
      if (extent !== null) act([changeOf(editing, { extent })])
    },
    setExtent: (extent) => act([changeOf(editing, { extent })]),
    standoff(by) {
      const standoffMm = standoffStep(editing, sheet[editing]!, by, coat)
      if (standoffMm !== null) act([changeOf(editing, { standoffMm })])
    },
    undo() {
      const changes = undo()
      const place = changes?.[0]
      const at = place && REGION_SIDES.find(({ region, side }) => region === place.region && side === place.side)
      if (at && changes.length <= 2) move({ type: 'at', focus: at.index, touched: null })
    },
    pick,
    go: (index) => move({ type: 'at', focus: index, touched: null }),
    setLayer: (next) => move({ type: 'layer', layer: next, focus: nextOpen(sheet, next, LAST) ?? focus }),
    turn: (to = TURN[view]) => move({ type: 'view', view: to }),
    closeLook: (close) => move({ type: 'close', close: close === state.close ? null : close }),
  }
  return { sweep: state, stance, actions: useLatest(now) }
}

/** Where the look goes from a layer: whether places of it are still open, and which layer comes after. */
export interface WayOn {
  readonly open: boolean
  /** null where every other layer was looked at to its end. */
  readonly next: Scale | null
}

export function wayOn(sheet: Sheet, layer: Scale): WayOn {
  const isLeft = (scale: Scale): boolean => sheet.some((scores) => isOpen(scores, scale))
  const at = SCALE_IDS.indexOf(layer)
  const after = [...SCALE_IDS.slice(at + 1), ...SCALE_IDS.slice(0, at)]
  return { open: isLeft(layer), next: after.find(isLeft) ?? null }
}

interface Others {
  readonly findings: () => void
  readonly leave: () => void
  readonly verdict: () => void
  readonly on: () => void
}

const LAYER_KEYS: Readonly<Record<string, Scale>> = { m: 'mat', u: 'undercoat', c: 'condition', s: 'skin' }

const STEPS: ReadonlySet<string> = new Set(['ArrowRight', 'ArrowDown', 'ArrowLeft', 'ArrowUp'])

/** The keys of the sweep. They rest while a dialog is open or somebody types. */
export function useSweepKeys(sweep: Actions, others: Others, resting: boolean): void {
  useEffect(function listen() {
    if (resting) return
    const commands: Readonly<Record<string, () => void>> = {
      '=': sweep.mirror,
      ' ': sweep.skip,
      // A clicker or a pedal has these two and no others.
      PageDown: sweep.free,
      PageUp: sweep.worse,
      Backspace: sweep.back,
      Delete: sweep.clear,
      ',': () => sweep.extent(-1),
      '.': () => sweep.extent(1),
      '[': () => sweep.standoff(-1),
      ']': () => sweep.standoff(1),
      ArrowRight: sweep.skip,
      ArrowDown: sweep.skip,
      ArrowLeft: sweep.back,
      ArrowUp: sweep.back,
      z: sweep.undo,
      r: sweep.rest,
      n: others.on,
      t: () => sweep.turn(),
      h: () => sweep.closeLook('head'),
      p: () => sweep.closeLook('feet'),
      f: others.findings,
      l: others.leave,
      v: others.verdict,
    }
    const onKey = (event: KeyboardEvent): void => {
      if (isForOthers(event) || event.altKey) return
      const undoes = (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z'
      if ((event.ctrlKey || event.metaKey) && !undoes) return
      // By the key's place and not its character, so that Shift with a digit is still that digit; but a character that
      // means something here is what was typed, wherever a keyboard has it.
      const digit = commands[event.key] ? undefined : /^(?:Digit|Numpad)([0-4])$/.exec(event.code)?.[1]
      const onControl = event.target instanceof Element && event.target.matches('button, a, summary')
      if ((event.key === ' ' || event.key === 'Enter') && onControl) return
      const key = event.key.length === 1 ? event.key.toLowerCase() : event.key
      const layer = LAYER_KEYS[key]
      const command = digit
        ? () => sweep.score(Number(digit) as Score, event.shiftKey)
        : layer
          ? () => sweep.setLayer(layer)
          : commands[key]
      if (!command) return
      event.preventDefault()
      // A key held down is one touch; only going from place to place goes on.
      if (event.repeat && !STEPS.has(event.key)) return
      // The next key finds the place that this one leads to, however fast it comes.
      flushSync(command)
    }
    addEventListener('keydown', onKey)
    return () => removeEventListener('keydown', onKey)
  })
}

export const placesScored = (sheet: Sheet, layer: Scale): number =>
  sheet.filter((scores) => !isOpen(scores, layer)).length
