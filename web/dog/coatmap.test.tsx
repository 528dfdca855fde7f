// @vitest-environment happy-dom
import { cleanup, fireEvent, screen } from '@testing-library/react'
import { describe, expect, test, vi } from 'vitest'
import { drawingOf, type View } from '../../contract/drawing/geometry.ts'
import { placeName } from '../../contract/words/index.ts'
import { PLAIN_FIGURE, REGION_SIDES } from '../../core/index.ts'
import { lengths } from '../../test/fixtures/dogs.ts'
import { draw } from '../../test/harness/web.tsx'
import { CoatMap, type Look } from './CoatMap.tsx'
import { DogStage } from './DogStage.tsx'
import { looksOfLengths } from './looks.ts'

const drawn = { ...PLAIN_FIGURE, colour: 'cream' as const, weightKg: 30, lengthMm: lengths(60) }
const looks = (change: (index: number) => Partial<Look> = () => ({}), mm = 20): Look[] =>
  looksOfLengths(REGION_SIDES.map(() => mm)).map((look, i) => ({ ...look, ...change(i) }))
const nameOf = (index: number): string => placeName(REGION_SIDES[index]!.region, REGION_SIDES[index]!.side)
const map = (view: View, more: Partial<Parameters<typeof CoatMap>[0]> = {}): void =>
  void draw(
    <CoatMap
      drawn={drawn}
      view={view}
      looks={looks()}
      focus={null}
      onPick={vi.fn()}
      nameOf={nameOf}
      label="The dog"
      {...more}
    />,
  )
const places = (): Element[] => [...document.querySelectorAll('[data-region]')]

describe('the dog as a picture to work on', () => {
  test.each(['left', 'right', 'underside'] as const)('from %s each place is a button with its name', (view) => {
    map(view)
    const { shapes } = drawingOf(PLAIN_FIGURE, view)
    expect(places()).toHaveLength(shapes.length)
    expect(shapes.length).toBeGreaterThan(14)
    for (const place of places()) {
      const at = REGION_SIDES.find(({ key }) => key === place.getAttribute('data-region'))!
      expect(place.getAttribute('role')).toBe('button')
      expect(place.getAttribute('aria-label')).toBe(placeName(at.region, at.side))
      if (view !== 'underside' && at.side) expect(at.side).toBe(view)
    }
    // One stop for Tab; the arrows of the sweep lead on from there.
    expect(places().filter((place) => place.getAttribute('tabindex') === '0')).toHaveLength(1)
  })
  test('all three views together hold every one of the 39 places', () => {
    const seen = (['left', 'right', 'underside'] as const).flatMap((view) => drawingOf(PLAIN_FIGURE, view).shapes)
    expect(new Set(seen.map(({ index }) => index)).size).toBe(REGION_SIDES.length)
  })
  test('a touch says which place it was', () => {
    const onPick = vi.fn()
    map('left', { onPick })
    const back = places().find((place) => place.getAttribute('data-region') === 'back')!
    fireEvent.click(back)
    expect(onPick).toHaveBeenCalledWith(REGION_SIDES.findIndex(({ region }) => region === 'back'))
  })
  test('a picture that is only looked at has one name and no buttons', () => {
    draw(<CoatMap drawn={drawn} view="left" looks={looks()} focus={null} label="Juniper, as it came" />)
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe('Juniper, as it came')
    expect(places()).toEqual([])
  })
  test('unknown looks unknown: outlined and empty, never like free coat', () => {
    const back = REGION_SIDES.findIndex(({ region }) => region === 'back')
    map('left', { looks: looks((i) => ({ unknown: i === back })) })
    const [unknown] = places().filter((place) => place.getAttribute('data-region') === 'back')
    const known = places().find((place) => place.getAttribute('data-region') === 'rump')!
    expect(unknown!.getAttribute('stroke-dasharray')).toBe('5 5')
    expect(known.getAttribute('stroke-dasharray')).toBeNull()
    expect(unknown!.getAttribute('fill')).not.toBe(known.getAttribute('fill'))
  })
  test('mats are drawn as strokes over their share of the place; a stop in the alarm colour', () => {
    const side = REGION_SIDES.findIndex(({ key }) => key === 'side.left')
    map('left', {
      looks: looks((i) => (i === side ? { textures: [{ name: 'mat-3', share: 0.25 }], stop: true } : {})),
    })
    const strokes = document.querySelector('path[fill*="mat-3"]')!
    expect(strokes.getAttribute('transform')).toContain('scale(0.500)')
    expect(
      places()
        .find((place) => place.getAttribute('data-region') === 'side.left')!
        .getAttribute('stroke'),
    ).toBe('var(--alarm)')
  })
  test('longer coat stands further off, to scale: twice the length twice as far, and a clipped dog has none', () => {
    const reach = (mm: number): number => {
      const { unmount } = draw(
        <CoatMap drawn={drawn} view="left" looks={looks(() => ({}), mm)} focus={null} label={`${mm}`} />,
      )
      const hairs = [...document.querySelectorAll('path[stroke="var(--coat-fringe)"]')]
      const tips = hairs.flatMap((path) =>
        [...path.getAttribute('d')!.matchAll(/q\S+ \S+ (-?[\d.]+) (-?[\d.]+)/g)].map(([, x, y]) =>
          Math.hypot(Number(x), Number(y)),
        ),
      )
      unmount()
      return tips.length === 0 ? 0 : tips.reduce((sum, tip) => sum + tip, 0) / tips.length
    }
    expect(reach(1)).toBe(0)
    expect(reach(40) / reach(20)).toBeCloseTo(2, 1)
  })
  test('what is worked on stands out, the rest steps back', () => {
    const lit = new Set([REGION_SIDES.findIndex(({ region }) => region === 'back')])
    map('left', { lit })
    const faded = places().filter((place) => place.closest('g[opacity="0.3"]'))
    expect(faded).toHaveLength(places().length - 1)
  })
})

describe('the dog that turns', () => {
  test('the two views not in front stand small beside it and come forward at a touch', () => {
    const onTurn = vi.fn()
    draw(
      <DogStage
        drawn={drawn}
        looks={looks()}
        view="left"
        close={null}
        focus={null}
        onPick={vi.fn()}
        nameOf={nameOf}
        onTurn={onTurn}
        onClose={vi.fn()}
        label="Juniper"
      />,
    )
    expect(document.querySelector('[data-facing] [data-region="side.left"]')).not.toBeNull()
    fireEvent.click(screen.getByRole('button', { name: 'Underneath' }))
    expect(onTurn).toHaveBeenCalledWith('underside')
    fireEvent.click(screen.getByRole('button', { name: 'Right side' }))
    expect(onTurn).toHaveBeenLastCalledWith('right')
  })
  test('head and feet come near from the sides, not from beneath; the small pictures are not read twice', () => {
    const onClose = vi.fn()
    const stage = (view: View, close: 'head' | null): void =>
      void draw(
        <DogStage
          drawn={drawn}
          looks={looks()}
          view={view}
          close={close}
          focus={null}
          onPick={vi.fn()}
          nameOf={nameOf}
          onTurn={vi.fn()}
          onClose={onClose}
          label="Juniper"
        />,
      )
    stage('left', null)
    fireEvent.click(screen.getByRole('button', { name: 'Feet' }))
    expect(onClose).toHaveBeenCalledWith('feet')
    expect(document.querySelectorAll('[aria-hidden=true] > [role=group]')).toHaveLength(2)
    cleanup()
    stage('underside', null)
    expect(screen.queryByRole('button', { name: 'Feet' })).toBeNull()
    expect(screen.getByText('its left is above, its right below')).toBeTruthy()
    cleanup()
    stage('left', 'head')
    fireEvent.click(screen.getByRole('button', { name: 'Whole dog' }))
    expect(onClose).toHaveBeenLastCalledWith(null)
  })
})
