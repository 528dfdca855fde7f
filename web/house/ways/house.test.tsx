// @vitest-environment happy-dom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import type { AssessmentFile } from '../../../contract/formats/assessment-file.ts'
import { SCHOOL_WORDS } from '../../../contract/words/index.ts'
import { USUAL_DOGS } from '../../../contract/words/usual-dogs.ts'
import { exampleFor } from '../../../contract/words/way-example.ts'
import {
  DEFAULT_HOUSE,
  PERSONAL_SCHOOLS,
  SCHOOL_IDS,
  SCHOOLS,
  type SchoolId,
  type Schools,
} from '../../../core/index.ts'
import { aSalon, aVisit, EBBA } from '../../../test/fixtures/web.ts'
import { answering, draw, noDevices, type Sent, settled } from '../../../test/harness/web.tsx'
import { HouseScreen } from './HouseScreen.tsx'

// A test document has no workers: what the worker works out is worked out here, by the same function.
vi.mock('./use-example.ts', () => ({
  useExample: (
    dogs: readonly AssessmentFile[] | null,
    id: SchoolId,
    chosen: Partial<Schools>,
    _house: unknown,
    inSight: boolean,
  ) =>
    dogs && inSight && id === 'washes' ? exampleFor([...dogs, ...USUAL_DOGS], id, chosen, DEFAULT_HOUSE) : undefined,
}))

const visit = aVisit()
const card = { ...visit, plan: { choice: 'spot-work', minutes: { low: 20, high: 20 }, acceptedAt: null } }
let chosen: Partial<Schools> = {}
async function open(): Promise<readonly Sent[]> {
  const sent = answering({
    'GET /salon': () => ({ body: aSalon({ schools: chosen }) }),
    'GET /day': () => ({ body: { date: '2026-03-04', visits: [card] } }),
    [`GET /visits/${visit.id}`]: () => ({ body: visit }),
    'GET /settings/schools': () => ({
      body: [{ id: 'washes', personId: null, at: '2026-02-01T08:00:00.000Z', by: 'Noor', option: 'two' }],
    }),
    'PUT /settings/schools': () => ({ body: aSalon({ schools: chosen }) }),
  })
  draw(<HouseScreen />)
  await waitFor(() => document.querySelector('[data-school]') ?? Promise.reject(new Error('no rows yet')))
  await settled()
  return sent
}
const row = (id: SchoolId): HTMLElement => document.querySelector(`[data-school="${id}"]`)!

beforeEach(() => {
  chosen = {}
  noDevices()
  // Everything is in sight in a document without a window to scroll.
  vi.stubGlobal(
    'IntersectionObserver',
    class {
      readonly #seen: (entries: { isIntersecting: boolean }[]) => void
      constructor(seen: (entries: { isIntersecting: boolean }[]) => void) {
        this.#seen = seen
      }
      observe(): void {
        this.#seen([{ isIntersecting: true }])
      }
      disconnect(): void {}
    },
  )
})

describe('how we work', () => {
  test('every row is there once, each side with its sentence, the default marked, the choice checked', async () => {
    await open()
    const rows = [...document.querySelectorAll('[data-school]')].map((one) => one.getAttribute('data-school'))
    expect(rows.toSorted()).toEqual([...SCHOOL_IDS].toSorted())
    for (const id of SCHOOL_IDS) {
      const texts = SCHOOL_WORDS[id].options as Readonly<Record<string, readonly [string, string]>>
      for (const option of SCHOOLS[id])
        for (const words of texts[option]!) expect(row(id).textContent, `${id} ${option}`).toContain(words)
      expect(within(row(id)).getAllByText('our default')).toHaveLength(1)
      expect(
        within(row(id))
          .getAllByRole('radio')
          .filter((radio) => (radio as HTMLInputElement).checked),
      ).toHaveLength(1)
    }
  })
  test('what the other way would change is shown on a dog of today, in figures', async () => {
    await open()
    const example = await within(row('washes')).findByTestId('example')
    expect(example.querySelector('[data-option=two]')!.textContent).toMatch(
      /Always two, on Juniper: \d+ min in the tub instead of \d+/,
    )
    expect(example.querySelector('[data-option=by-condition]')).toBeNull()
  })
  test('choosing sends that row alone; since when, and by whom', async () => {
    const sent = await open()
    expect(within(row('washes')).getByTestId('since').textContent).toMatch(/So since .*2026, by Noor\./)
    fireEvent.click(within(row('washes')).getAllByRole('radio')[1]!)
    await waitFor(() => expect(sent.some(({ method }) => method === 'PUT')).toBe(true))
    expect(sent.find(({ method }) => method === 'PUT')!.body).toEqual({ id: 'washes', option: 'two', personId: null })
  })
  test('a person has ways of the hand alone, over the house’s, and may go back to them', async () => {
    chosen = { rinse: 'face-last' }
    const sent = await open()
    fireEvent.click(screen.getByRole('radio', { name: 'Ebba' }))
    await settled()
    const rows = [...document.querySelectorAll('[data-school]')].map((one) => one.getAttribute('data-school'))
    expect(rows.toSorted()).toEqual([...PERSONAL_SCHOOLS].toSorted())
    const last = within(row('rinse')).getAllByRole('radio')[SCHOOLS.rinse.indexOf('face-last')] as HTMLInputElement
    expect(last.checked).toBe(true)
    fireEvent.click(within(row('rinse')).getAllByRole('radio')[1]!)
    await waitFor(() => expect(sent.some(({ method }) => method === 'PUT')).toBe(true))
    expect(sent.find(({ method }) => method === 'PUT')!.body).toMatchObject({ id: 'rinse', personId: EBBA })
  })
})
