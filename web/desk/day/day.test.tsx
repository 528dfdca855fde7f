// @vitest-environment happy-dom
import { fireEvent, screen, within } from '@testing-library/react'
import { format } from 'date-fns'
import { beforeEach, describe, expect, test } from 'vitest'
import type { Day } from '../../../contract/api/day.ts'
import type { Station } from '../../../contract/api/stations.ts'
import type { VisitCard } from '../../../contract/api/visit-card.ts'
import { aSalon, aVisit, EBBA, NOOR } from '../../../test/fixtures/web.ts'
import { answering, draw, noDevices, settled } from '../../../test/harness/web.tsx'
import { setPersonOnDuty } from '../../device/person.ts'
import { DayScreen } from './DayScreen.tsx'

const today = format(new Date(), 'yyyy-MM-dd')
const visit = aVisit()
let made = 0
const card = (name: string, station: Station, more: Partial<VisitCard> = {}): VisitCard => ({
  id: `00000000-0000-4000-8000-${String(made++).padStart(12, '0')}`,
  startsAt: new Date(`${today}T09:30:00`).toISOString(),
  slotMinutes: 120,
  station,
  personId: EBBA,
  dogId: visit.dogId,
  arrival: { ...visit.arrival, dog: { ...visit.arrival.dog, name } },
  client: visit.client,
  scored: 39,
  plan: null,
  calledOff: null,
  calledOffWhy: '',
  ...more,
})

async function open(day: Day): Promise<void> {
  answering({ 'GET /salon': () => ({ body: aSalon() }), 'GET /day': () => ({ body: day }) })
  draw(<DayScreen />, day.date === today ? '/' : `/?date=${day.date}`)
  await settled()
}
const lane = (name: string): HTMLElement => document.querySelector(`[data-dog="${name}"]`)!
const next = (name: string): string | undefined => lane(name).querySelector('a.btn')?.textContent?.trim()

beforeEach(() => {
  noDevices()
  setPersonOnDuty(EBBA)
})

describe('the day', () => {
  test('each dog stands at its station, and says what comes next; who went home has nothing to come', async () => {
    const stations: [Station, string | undefined][] = [
      ['expected', 'Arrives'],
      ['arrived', 'Look'],
      ['verdict', 'Verdict'],
      ['bath', 'Bench'],
      ['dry', 'Bench'],
      ['cut', 'Bench'],
      ['ready', 'Goodbye'],
      ['gone', undefined],
    ]
    await open({ date: today, visits: stations.map(([station]) => card(station, station)) })
    for (const [station, label] of stations) expect(next(station), station).toBe(label)
    expect(screen.getByText('8 dogs, 6 here now')).toBeTruthy()
  })
  test('a look that is half done goes on, a whole one leads to the verdict', async () => {
    await open({ date: today, visits: [card('Half', 'look', { scored: 12 }), card('Whole', 'look')] })
    expect(next('Half')).toBe('Look on')
    expect(lane('Half').textContent).toContain('12 of 39 looked at')
    expect(next('Whole')).toBe('Verdict')
  })
  test('the verdict stands beside the dog; one that stops says so without minutes', async () => {
    const minutes = { low: 20, high: 20 }
    await open({
      date: today,
      visits: [
        card('Fine', 'verdict', { plan: { choice: 'spot-work', minutes, acceptedAt: null, vet: false } }),
        card('Frail', 'verdict', { plan: { choice: 'split-visits', minutes, acceptedAt: null, vet: true } }),
        card('Long', 'verdict', { plan: { choice: 'split-visits', minutes, acceptedAt: null, vet: false } }),
        card('Ill', 'verdict', { plan: { choice: 'refer', minutes, acceptedAt: null, vet: false } }),
      ],
    })
    expect(lane('Fine').textContent).toContain('20 min')
    expect(lane('Frail').textContent).toContain('What hurts, then the vet, today 20 min')
    expect(lane('Long').textContent).toContain('More than one visit, today 20 min')
    expect(lane('Ill').textContent).not.toContain('min')
  })
  test('my dogs are told from the others’', async () => {
    await open({ date: today, visits: [card('Mine', 'bath'), card('Hers', 'bath', { personId: NOOR })] })
    expect(within(lane('Mine')).getByText('Ebba').className).toContain('accent')
    expect(within(lane('Hers')).getByText('Noor').className).not.toContain('accent')
  })
  test('a day to come is looked at, not worked on; an empty one says how to fill it', async () => {
    const date = '2199-01-01'
    await open({ date, visits: [card('Later', 'expected')] })
    expect(next('Later')).toBeUndefined()
    expect(screen.getByText('Today')).toBeTruthy()
  })
  test('no dogs yet', async () => {
    await open({ date: today, visits: [] })
    expect(screen.getByText('No dogs today')).toBeTruthy()
    fireEvent.click(screen.getAllByText('Add a dog')[0]!)
    expect(await screen.findByRole('dialog')).toBeTruthy()
  })
})
