import { describe, expect, test } from 'vitest'
import { DEFAULT_HOUSE, emptySheet, houseWith, mirrorIndex, REGION_SIDES, regionSide } from '../../core/index.ts'
import { lengths } from '../../test/fixtures/dogs.ts'
import { moved, type Sweep } from '../stations/look/sweep.ts'
import * as state from './sheet-state.ts'

const coat = { coatType: 'curly', lengthMm: lengths(60), house: DEFAULT_HOUSE } as const
const at = (key: string): number => regionSide(key)!.index
const score = (sheet: ReturnType<typeof emptySheet>, key: string, mat: 0 | 1 | 2 | 3 | 4) =>
  state.applied(sheet, [state.scoreChange(at(key), 'mat', mat, coat)])

describe('scoring', () => {
  test('a mat takes its usual extent and free hair with it', () => {
    const sheet = score(emptySheet(), 'armpit.left', 3)
    expect(sheet[at('armpit.left')]).toMatchObject({ mat: 3, extent: 0.5, standoffMm: 3 })
    expect(sheet[at('armpit.right')]!.mat).toBeNull()
  })
  test('and as this house has found them, where it has', () => {
    const house = houseWith({ 'extent.m3': 0.7, 'free.m3': 2 })
    expect(state.scoreChange(at('back'), 'mat', 3, { ...coat, house }).set).toMatchObject({
      extent: 0.7,
      standoffMm: 2,
    })
  })
  test('the free hair is never more than half the coat', () => {
    const short = { ...coat, lengthMm: lengths(8) } as const
    expect(state.scoreChange(at('back'), 'mat', 2, short).set.standoffMm).toBe(4)
  })
  test('free takes extent and free hair away again', () => {
    const sheet = score(score(emptySheet(), 'back', 4), 'back', 0)
    expect(sheet[at('back')]).toMatchObject({ mat: 0, extent: null, standoffMm: null })
  })
  test('undo brings back exactly what was there', () => {
    const before = score(emptySheet(), 'back', 2)
    const changes = [state.scoreChange(at('back'), 'mat', 4, coat), state.scoreChange(at('rump'), 'mat', 1, coat)]
    expect(state.applied(state.applied(before, changes), state.inverse(before, changes))).toEqual(before)
  })
  test('the other side gets the same, and a single region has no other side', () => {
    const sheet = score(emptySheet(), 'side.left', 2)
    expect(state.mirrorChange(sheet, at('side.left'), 'mat')).toMatchObject({
      region: 'side',
      side: 'right',
      set: { mat: 2, extent: 0.25 },
    })
    expect(state.mirrorChange(score(sheet, 'back', 1), at('back'), 'mat')).toBeNull()
    expect(state.mirrorChange(emptySheet(), at('side.left'), 'mat')).toBeNull()
  })
  test('the rest is clean touches only what nobody looked at', () => {
    const sheet = score(emptySheet(), 'back', 3)
    const done = state.applied(sheet, state.restClean(sheet, ['mat', 'undercoat', 'condition', 'skin']))
    expect(done[at('back')]).toMatchObject({ mat: 3, undercoat: 0, skin: 0 })
    expect(done.every((s) => s.mat !== null && s.skin !== null)).toBe(true)
  })
  test('extent and free hair step between their usual values and stop at the ends', () => {
    const sheet = score(emptySheet(), 'back', 3)[at('back')]!
    expect(state.extentStep(sheet, 1, coat)).toBe(0.75)
    expect(state.extentStep({ ...sheet, extent: 1 }, 1, coat)).toBe(1)
    expect(state.standoffStep(at('back'), sheet, -1, coat)).toBe(2)
    expect(state.standoffStep(at('back'), { ...sheet, standoffMm: 60 }, 1, coat)).toBe(60)
    expect(state.extentStep({ ...sheet, mat: 0 }, 1, coat)).toBeNull()
  })
  test('rows and sheet are the same thing', () => {
    const sheet = score(score(emptySheet(), 'back', 3), 'tuck.right', 1)
    expect(state.sheetOf({ rows: state.rowsOf(sheet) })).toEqual(sheet)
  })
  test('the next open place is found round the end, and none when all are done', () => {
    const sheet = score(emptySheet(), 'back', 0)
    expect(state.nextOpen(sheet, 'mat', REGION_SIDES.length - 1)).toBe(1)
    expect(state.nextOpen(state.applied(sheet, state.restClean(sheet, ['mat'])), 'mat', 0)).toBeNull()
  })
})

describe('the sweep turns the dog so that the place at hand is in sight', () => {
  const start: Sweep = { focus: 0, touched: null, layer: 'mat', view: 'left', close: null }
  const go = (key: string, from: Sweep = start): Sweep => moved(from, { type: 'at', focus: at(key), touched: null })
  test.each([
    ['side.right', 'right'],
    ['armpit.left', 'underside'],
    ['belly', 'underside'],
    ['tail', 'left'],
    ['ear-inner.right', 'underside'],
  ])('%s is shown from %s', (key, view) => {
    expect(go(key).view).toBe(view)
  })
  test('picking a place by hand does not turn the dog away from under it', () => {
    expect(
      moved({ ...start, view: 'underside' }, { type: 'at', focus: at('side.left'), touched: null, turn: false }).view,
    ).toBe('underside')
  })
  test('pairs mirror each other', () => {
    for (const { index } of REGION_SIDES) expect(mirrorIndex[mirrorIndex[index]!]).toBe(index)
  })
})
