// @vitest-environment happy-dom
import { cleanup, fireEvent, screen } from '@testing-library/react'
import { addWeeks } from 'date-fns'
import { useState } from 'react'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import type { FoundDog, RecordVisit } from '../../../contract/api/dogs.ts'
import type { VisitSummary } from '../../../contract/api/goodbye.ts'
import { brushedAtHome, DEFAULT_HOUSE, forecastOf, REGION_SIDES, rebookOf } from '../../../core/index.ts'
import { anAssessment, lengths } from '../../../test/fixtures/dogs.ts'
import { answering, draw, settled } from '../../../test/harness/web.tsx'
import { ForecastChart } from './ForecastChart.tsx'
import { type Ahead, LifeChart } from './LifeChart.tsx'
import { Regrowth } from './Regrowth.tsx'
import { SearchBox } from './SearchBox.tsx'

const outlineMm = REGION_SIDES.map(() => 25)
const assessment = anAssessment({ dog: { weightKg: 10 }, wishes: { style: 'trim', targetMm: { body: 16 } } })
const weeksAt = (perWeek: number): number =>
  rebookOf(brushedAtHome(assessment, perWeek, true), 2, outlineMm, DEFAULT_HOUSE).weeks

function Chart(): React.ReactNode {
  const [perWeek, setPerWeek] = useState(0)
  return (
    <ForecastChart
      assessment={assessment}
      leftIndex={2}
      outlineMm={outlineMm}
      house={DEFAULT_HOUSE}
      perWeek={perWeek}
      onBrush={setPerWeek}
    />
  )
}

describe('care at home on the chart', () => {
  const slider = (): HTMLElement => screen.getByTestId('brushing')
  const weeks = (): number => Number.parseInt(screen.getByTestId('next-weeks').textContent!, 10)
  test('the next visit follows each brushing more, by keys, and says in words what it stands at', () => {
    draw(<Chart />)
    expect(weeks()).toBe(weeksAt(0))
    for (let n = 1; n <= 7; n++) {
      fireEvent.keyDown(slider(), { key: 'ArrowRight' })
      expect(weeks(), `${n} a week`).toBe(weeksAt(n))
      expect(slider().getAttribute('aria-valuenow')).toBe(String(n))
    }
    expect(slider().getAttribute('aria-valuetext')).toBe(`every day, back in ${weeksAt(7)} weeks`)
    fireEvent.keyDown(slider(), { key: 'ArrowRight' })
    expect(slider().getAttribute('aria-valuenow')).toBe('7')
    fireEvent.keyDown(slider(), { key: 'Home' })
    expect(screen.getByTestId('forecast').textContent).toContain('never')
    fireEvent.keyDown(slider(), { key: 'Tab' })
    expect(weeks()).toBe(weeksAt(0))
  })
  test('the table behind it holds the same figures, and more brushing never means sooner', () => {
    draw(<Chart />)
    const rows = [...document.querySelectorAll('[data-testid=forecast] tbody tr')].map((row) =>
      [...row.querySelectorAll('th, td')].map((cell) => Number.parseInt(cell.textContent!, 10)),
    )
    expect(rows.length).toBeGreaterThan(4)
    for (const [perWeek, next] of rows) expect(next, `${perWeek} a week`).toBe(weeksAt(perWeek!))
    expect(rows.map(([, next]) => next)).toEqual(rows.map(([, next]) => next!).toSorted((a, b) => a - b))
  })
})

const summary = (mat: number): VisitSummary =>
  ({
    before: { mat, undercoat: 4, condition: null },
    after: { mat: 0, undercoat: 0, condition: 0 },
  }) as VisitSummary
const visit = (startsAt: string, mat: number): RecordVisit =>
  ({ id: startsAt, startsAt, summary: summary(mat) }) as unknown as RecordVisit

describe('a life as a chart', () => {
  const visits = [
    visit('2026-03-01T09:00:00Z', 12),
    visit('2026-01-15T09:00:00Z', 8),
    visit('2025-12-01T09:00:00Z', 20),
  ]
  const from = new Date('2026-03-01T09:00:00Z')
  const ahead: Ahead = {
    from,
    points: forecastOf(assessment, 0, outlineMm, 8, DEFAULT_HOUSE),
    back: addWeeks(from, 6),
  }
  test('visits from left to right, and the forecast after the last of them', () => {
    draw(<LifeChart visits={visits} ahead={ahead} />)
    const [mats] = [...document.querySelectorAll('svg path[stroke-width="2.5"]')]
    const xs = [...mats!.getAttribute('d')!.matchAll(/([\d.]+),/g)].map(([, x]) => Number(x))
    expect(xs).toHaveLength(3)
    expect(xs).toEqual(xs.toSorted((a, b) => a - b))
    expect(screen.getByTestId('ahead').textContent).toBe('back 12 Apr')
    const band = screen.getByTestId('ahead').querySelector('path')!.getAttribute('d')!
    const first = Number(/M([\d.]+),/.exec(band)![1])
    expect(first).toBeCloseTo(xs.at(-1)!, 0)
  })
  test('nothing stands out of the chart, however bad it is to become', () => {
    const points = ahead.points.map((point) => ({ ...point, high: 4000 }))
    draw(<LifeChart visits={visits} ahead={{ ...ahead, points }} />)
    const band = screen.getByTestId('ahead').querySelector('path')!.getAttribute('d')!
    for (const [, y] of band.matchAll(/,(-?[\d.]+)/g)) expect(Number(y)).toBeGreaterThanOrEqual(16)
  })
  test('as a table too, with what was not seen as such; one visit is no chart', () => {
    draw(<LifeChart visits={visits} ahead={null} />)
    expect(screen.queryByTestId('ahead')).toBeNull()
    const first = document.querySelector('tbody tr')!.textContent
    expect(first).toContain('1 Dec 2025')
    expect(first).toContain('not seen')
    cleanup()
    draw(<LifeChart visits={visits.slice(0, 1)} ahead={null} />)
    expect(screen.getByText(/From the second goodbye on/)).toBeTruthy()
  })
})

describe('growing back', () => {
  const home = { visitId: 'v', at: '2026-03-01T09:00:00Z', leftIndex: 0, outlineMm: REGION_SIDES.map(() => 13) }
  const reached = (): string => document.querySelector('[data-testid=regrowth] tbody tr td:last-child')!.textContent!
  const wanted = (mm: string): string => {
    fireEvent.change(screen.getByLabelText('Body, wanted length in mm'), { target: { value: mm } })
    return reached()
  }
  test('the date of a wanted length, by the growth law: 0.33 mm a day from memory of dermatology texts', () => {
    draw(<Regrowth home={home} assessment={assessment} house={DEFAULT_HOUSE} />)
    // 10 mm at 0.33 mm a day are 30.3 days.
    expect(wanted('23')).toBe('1 Apr 2026')
    expect(wanted('23,0')).toBe('1 Apr 2026')
    expect(wanted('5')).toBe('there already')
    for (const wrong of ['', 'x', '0', '-3', '601']) expect(wanted(wrong), wrong).toBe('1 to 600')
  })
  test('a double coat comes back to its own length and no further, and may not come back at all', () => {
    const double = anAssessment({ dog: { coatType: 'double', lengthMm: lengths(60) } })
    draw(<Regrowth home={home} assessment={double} house={DEFAULT_HOUSE} />)
    expect(wanted('90')).toBe('never: longer than it grows')
    expect(screen.getByTestId('regrowth').textContent).toMatch(/may take longer, come back otherwise, or not at all/)
  })
})

describe('the search', () => {
  const found: FoundDog[] = ['Juniper', 'Junket'].map((name, i) => ({
    dogId: `00000000-0000-4000-8000-00000000000${i}`,
    name,
    breed: '',
    clientId: '00000000-0000-4000-8000-0000000000e1',
    rests: null,
    clientName: 'Ansel',
    phone: '555',
    lastVisit: null,
  }))
  const type = async (text: string): Promise<void> => {
    fireEvent.focus(screen.getByTestId('search'))
    fireEvent.change(await screen.findByRole('combobox'), { target: { value: text } })
    await settled()
  }
  beforeEach(() => vi.useRealTimers())
  test('as one types; arrows move, what is marked is said to a screen reader, escape closes', async () => {
    const sent = answering({ 'GET /search': () => ({ body: found }) })
    draw(<SearchBox />)
    await type('jun')
    expect(sent.map(({ path }) => path)).toEqual(['/search?q=jun'])
    expect(screen.getAllByRole('option').map((one) => one.textContent)).toEqual([
      'JuniperAnsel · 555',
      'JunketAnsel · 555',
    ])
    const box = screen.getByTestId('search')
    fireEvent.keyDown(box, { key: 'ArrowDown' })
    const marked = document.getElementById(box.getAttribute('aria-activedescendant')!)
    expect(marked?.textContent).toContain('Junket')
    // From the last it goes round to the first.
    fireEvent.keyDown(box, { key: 'ArrowDown' })
    expect(document.getElementById(box.getAttribute('aria-activedescendant')!)?.textContent).toContain('Juniper')
    fireEvent.keyDown(box, { key: 'Escape' })
    expect(screen.queryByRole('listbox')).toBeNull()
  })
  test('nobody by that name, and nothing asked of an empty box', async () => {
    const sent = answering({ 'GET /search': () => ({ body: [] }) })
    draw(<SearchBox />)
    await type('   ')
    expect(sent).toEqual([])
    await type('zzz')
    expect(screen.getByText('Nobody by that name.')).toBeTruthy()
  })
  test('with the server away it says so, and keeps what was typed', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no route')))
    draw(<SearchBox />)
    await type('jun')
    expect(screen.getByText('The server is away.')).toBeTruthy()
    expect((screen.getByTestId('search') as HTMLInputElement).value).toBe('jun')
  })
})
