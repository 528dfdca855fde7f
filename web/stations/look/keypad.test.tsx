// @vitest-environment happy-dom
import { act, cleanup, fireEvent, renderHook, screen } from '@testing-library/react'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import type { ScoreChange } from '../../../contract/api/scores.ts'
import { DEFAULT_HOUSE, emptySheet, REGION_SIDES, regionSide, type Sheet } from '../../../core/index.ts'
import { lengths } from '../../../test/fixtures/dogs.ts'
import { draw } from '../../../test/harness/web.tsx'
import { applied, inverse, restClean } from '../../dog/sheet-state.ts'
import type { Scoring } from '../../dog/use-scoring.ts'
import { Keypad } from './Keypad.tsx'
import { useSweep, useSweepKeys, wayOn } from './sweep.ts'

const coat = { coatType: 'curly', lengthMm: lengths(60), house: DEFAULT_HOUSE } as const
const at = (key: string): number => regionSide(key)!.index

/** A sheet that keeps what is done to it, with a way back. */
function sweeping(start: Sheet = emptySheet(), startAt: string | null = null) {
  let sheet = start
  const undone: ScoreChange[][] = []
  const acted: ScoreChange[][] = []
  const hook = renderHook(() => {
    const scoring = {
      sheet,
      act: (changes: readonly ScoreChange[]) => {
        undone.push([...inverse(sheet, changes)])
        acted.push([...changes])
        sheet = applied(sheet, changes)
      },
      undo: () => {
        const changes = undone.pop()
        if (changes) sheet = applied(sheet, changes)
        return changes ?? null
      },
    } as unknown as Scoring
    return useSweep(scoring, coat, startAt)
  })
  return {
    sheet: () => sheet,
    acted,
    at: () => REGION_SIDES[hook.result.current.sweep.focus]!.key,
    view: () => hook.result.current.sweep.view,
    sweep: () => hook.result.current.sweep,
    actions: hook.result.current.actions,
    do(work: (actions: ReturnType<typeof useSweep>['actions']) => void) {
      act(() => work(hook.result.current.actions))
      hook.rerender()
    },
  }
}

describe('the sweep', () => {
  test('a whole clean dog is one press a place, in the order of the hands, from the back to the muzzle', () => {
    const s = sweeping()
    const order: string[] = []
    for (const _ of REGION_SIDES) {
      order.push(s.at())
      s.do(({ score }) => score(0))
    }
    expect(order).toEqual(REGION_SIDES.map(({ key }) => key))
    expect(s.sheet().every(({ mat }) => mat === 0)).toBe(true)
  })
  test('both sides at once, and the other side like the one just scored', () => {
    const s = sweeping(emptySheet(), 'side.left')
    s.do(({ score }) => score(2, true))
    expect([s.sheet()[at('side.left')]!.mat, s.sheet()[at('side.right')]!.mat]).toEqual([2, 2])
    expect(s.at()).toBe('shoulder.left')
    s.do(({ score }) => score(3))
    s.do(({ mirror }) => mirror())
    expect(s.sheet()[at('shoulder.right')]!).toMatchObject({ mat: 3, extent: 0.5 })
    expect(s.at()).toBe('neck')
  })
  test('undo brings back the score and the hand; extent and free hair are those of the place scored last', () => {
    const s = sweeping()
    s.do(({ score }) => score(2))
    expect(s.at()).toBe('rump')
    s.do(({ extent }) => extent(1))
    expect(s.sheet()[at('back')]!.extent).toBe(0.5)
    s.do(({ standoff }) => standoff(-1))
    expect(s.sheet()[at('back')]!.standoffMm!).toBeLessThan(6)
    s.do(({ undo }) => undo())
    s.do(({ undo }) => undo())
    expect(s.sheet()[at('back')]).toMatchObject({ mat: 2, extent: 0.25, standoffMm: 6 })
    s.do(({ undo }) => undo())
    expect(s.sheet()[at('back')]!.mat).toBeNull()
    expect(s.at()).toBe('back')
  })
  test('the rest is clean in one press, and never over what was found', () => {
    const s = sweeping()
    s.do(({ score }) => score(4))
    s.do(({ rest }) => rest())
    expect(s.sheet()[at('back')]!.mat).toBe(4)
    expect(
      s.sheet().every(({ mat, undercoat, condition, skin }) => ![mat, undercoat, condition, skin].includes(null)),
    ).toBe(true)
  })
  test('a layer is ended in one press and leads on to the next; what was found on the skin is said there already', () => {
    const s = sweeping()
    s.do(({ score }) => score(2))
    s.do(({ on }) => on())
    expect(s.sheet().filter(({ mat }) => mat === 0)).toHaveLength(38)
    expect(s.sweep()).toMatchObject({ layer: 'undercoat', focus: 0, touched: null })
    s.do(({ on }) => on())
    expect(s.sweep().layer).toBe('condition')
    const found: Sheet = s.sheet().with(at('belly'), {
      ...s.sheet()[at('belly')]!,
      findings: [{ id: 'redness', sizeMm: null, note: '' } as never],
    })
    expect(wayOn(found, 'condition')).toEqual({ open: true, next: 'skin' })
    expect(restClean(found, ['skin'])).toHaveLength(38)
    for (let i = 0; i < 2; i++) s.do(({ on }) => on())
    expect(wayOn(s.sheet(), 'skin')).toEqual({ open: false, next: null })
  })
  test('a clicker at the end of the dog does not take back what was scored there', () => {
    const s = sweeping(emptySheet(), 'tail')
    s.do(({ go }) => go(38))
    s.do(({ score }) => score(3))
    s.do(({ free }) => free())
    expect(s.sheet()[38]!.mat).toBe(3)
  })
  test('the dog turns so that the place at hand is in sight', () => {
    const s = sweeping(emptySheet(), 'side.right')
    expect(s.view()).toBe('right')
    s.do(({ go }) => go(at('belly')))
    expect(s.view()).toBe('underside')
    s.do(({ turn }) => turn('left'))
    expect(s.view()).toBe('left')
    s.do(({ closeLook }) => closeLook('head'))
    expect(s.sweep().close).toBe('head')
    s.do(({ go }) => go(at('back')))
    expect(s.sweep().close).toBeNull()
  })
})

describe('by keyboard', () => {
  const calls: string[] = []
  const actions = new Proxy(
    {},
    {
      get:
        (_, name) =>
        (...args: unknown[]) =>
          calls.push(`${String(name)}(${args.join(',')})`),
    },
  ) as ReturnType<typeof useSweep>['actions']
  const others = {
    findings: () => calls.push('findings'),
    leave: () => calls.push('leave'),
    verdict: () => calls.push('verdict'),
    on: () => calls.push('on'),
  } as unknown as Parameters<typeof useSweepKeys>[1]
  const press = (code: string, key: string, more: object = {}): void =>
    void fireEvent.keyDown(document.body, { code, key, ...more })
  beforeEach(() => {
    calls.length = 0
  })
  test('each key does its one thing; a digit with Shift means both sides, whatever it types', () => {
    renderHook(() => useSweepKeys(actions, others, false))
    press('Digit3', '3')
    press('Digit3', '§', { shiftKey: true })
    press('Numpad2', '2')
    press('KeyR', 'r')
    press('KeyN', 'n')
    press('PageDown', 'PageDown')
    press('Equal', '=')
    press('KeyU', 'u')
    press('KeyV', 'v')
    press('KeyZ', 'z', { ctrlKey: true })
    press('Digit7', '7')
    expect(calls).toEqual([
      'score(3,false)',
      'score(3,true)',
      'score(2,false)',
      'rest()',
      'on',
      'free()',
      'mirror()',
      'setLayer(undercoat)',
      'verdict',
      'undo()',
    ])
  })
  test('keys rest while somebody types, in a dialog, and with the browser’s own shortcuts', () => {
    const { rerender } = renderHook(({ resting }) => useSweepKeys(actions, others, resting), {
      initialProps: { resting: false },
    })
    press('KeyR', 'r', { ctrlKey: true })
    press('KeyR', 'r', { altKey: true })
    const field = document.body.appendChild(document.createElement('input'))
    fireEvent.keyDown(field, { code: 'Digit1', key: '1' })
    rerender({ resting: true })
    press('Digit1', '1')
    field.remove()
    expect(calls).toEqual([])
  })
})

describe('the keypad', () => {
  const actions = () => {
    const score = vi.fn()
    const names = [
      'mirror',
      'skip',
      'back',
      'clear',
      'rest',
      'extent',
      'setExtent',
      'standoff',
      'undo',
      'pick',
      'go',
      'setLayer',
      'turn',
      'closeLook',
    ]
    return { score, ...Object.fromEntries(names.map((name) => [name, vi.fn()])) } as unknown as ReturnType<
      typeof useSweep
    >['actions'] & {
      score: typeof score
    }
  }
  const sweep = { focus: at('armpit.left'), touched: null, layer: 'mat', view: 'underside', close: null } as const
  test('says where the hand is and how many are through; five scores, each with its word', () => {
    const made = actions()
    draw(
      <Keypad
        sheet={emptySheet()}
        sweep={sweep}
        actions={made}
        canUndo={false}
        onFindings={vi.fn()}
        onLeave={vi.fn()}
      />,
    )
    expect(screen.getByTestId('place').textContent).toBe('Left armpit')
    expect(screen.getByTestId('progress').textContent).toBe('0 of 39')
    const pads = [...document.querySelectorAll('[data-score]')]
    expect(pads.map((pad) => pad.getAttribute('data-score'))).toEqual(['0', '1', '2', '3', '4'])
    fireEvent.click(pads[3]!)
    expect(made.score).toHaveBeenCalledWith(3)
  })
  test('how far a mat reaches is asked only where there is one', () => {
    const matted = applied(emptySheet(), [
      { region: 'armpit', side: 'left', set: { mat: 3, extent: 0.5, standoffMm: 3 } },
    ])
    const pad = (sheet: Sheet): string => {
      draw(<Keypad sheet={sheet} sweep={sweep} actions={actions()} canUndo onFindings={vi.fn()} onLeave={vi.fn()} />)
      const text = document.body.textContent!
      cleanup()
      return text
    }
    expect(pad(matted)).toContain('three quarters')
    expect(pad(emptySheet())).not.toContain('three quarters')
  })
})
