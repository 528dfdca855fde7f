// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import type { Goodbye } from '../../../contract/api/goodbye.ts'
import { aGroom, pageFor, workedThrough } from '../../../test/fixtures/goodbye.ts'
import { aSalon, aVisit, EBBA } from '../../../test/fixtures/web.ts'
import { answering, draw, noDevices, type Sent, settled } from '../../../test/harness/web.tsx'
import { setPersonOnDuty } from '../../device/person.ts'
import { keptDraft } from './draft.ts'
import { GoodbyeScreen } from './GoodbyeScreen.tsx'

const visit = aVisit()
const groom = aGroom()
const page = pageFor(groom, workedThrough(groom))
const fresh = (changes: Partial<Goodbye> = {}): Goodbye => ({
  revision: 0,
  marks: [],
  askedKept: [],
  note: '',
  price: null,
  nextOn: null,
  nextAt: null,
  checkedAt: null,
  checkedBy: null,
  finishedAt: null,
  nextVisitId: null,
  page,
  ...changes,
})
const PATH = `/visits/${visit.id}/goodbye`

/** The goodbye as a server keeps it. */
function open(
  start: Goodbye = fresh(),
  lost = 0,
): { sent: readonly Sent[]; changes: () => Sent[]; kept: () => Goodbye } {
  let goodbye = start
  const sent = answering({
    'GET /salon': () => ({ body: aSalon() }),
    [`GET ${PATH}`]: () => ({ body: goodbye }),
    [`PUT ${PATH}`]: ({ body }) => {
      const { baseRevision: _, checked, ...change } = body as Record<string, never>
      goodbye = {
        ...goodbye,
        ...change,
        revision: goodbye.revision + 1,
        checkedAt: checked ? '2026-03-04T12:00:00.000Z' : null,
        page: { ...goodbye.page, checkedBy: checked ? 'Ebba' : null },
      }
      // Done, and its answer lost on the way.
      if (lost-- > 0) return { status: 503, body: { title: 'away', status: 503, code: 'database-away' } }
      return { body: goodbye }
    },
    [`POST ${PATH}`]: () => {
      goodbye = { ...goodbye, finishedAt: '2026-03-04T12:05:00.000Z' }
      return { body: goodbye }
    },
    [`GET /visits/${visit.id}/bench`]: () => ({ body: { now: '2026-03-04T12:00:00.000Z', events: [] } }),
    [`GET /visits/${visit.id}/photos`]: () => ({ body: [] }),
  })
  draw(<GoodbyeScreen />, PATH, visit)
  return { sent, changes: () => sent.filter(({ method }) => method !== 'GET'), kept: () => goodbye }
}
const ready = (): Promise<unknown> => waitFor(() => screen.getByTestId('after'))
const after = (place: string): Element => document.querySelector(`[data-testid=after] [data-region="${place}"]`)!
const touch = (place: string): void => void fireEvent.click(after(place))

beforeEach(() => {
  noDevices()
  setPersonOnDuty(EBBA)
})

describe('the comb check', () => {
  test('touch by touch tangles, knots, tight, and free again; said by place, also to a screen reader', async () => {
    open()
    await ready()
    for (const word of ['Tangles', 'Knots', 'Tight']) {
      touch('side.left')
      expect(after('side.left').getAttribute('aria-label')!.toLowerCase(), word).toContain(word.toLowerCase())
    }
    touch('side.left')
    expect(keptDraft(visit.id)).toBeNull()
    expect(screen.queryByText('Keep')).toBeNull()
  })
  test('signing keeps what was marked and written, on the revision it was made on, and goes home after', async () => {
    const { changes } = open()
    await ready()
    touch('back')
    fireEvent.change(screen.getByLabelText('A word to the owner'), { target: { value: 'Good as gold' } })
    fireEvent.click(screen.getByTestId('sign'))
    await waitFor(() => screen.getByTestId('signed'))
    expect(changes()).toEqual([
      {
        method: 'PUT',
        path: PATH,
        body: {
          baseRevision: 0,
          marks: [{ region: 'back', side: null, mat: 1, extent: 0.25 }],
          askedKept: [],
          note: 'Good as gold',
          price: null,
          nextOn: null,
          nextAt: null,
          checked: true,
        },
      },
    ])
    expect(screen.getByTestId('signed').textContent).toContain('Comb check by Ebba')
    fireEvent.click(screen.getByTestId('say-goodbye'))
    await waitFor(() => expect(changes().at(-1)).toMatchObject({ method: 'POST', path: PATH }))
  })
  test('a signature whose answer was lost is read, and not signed once more', async () => {
    const { changes } = open(fresh(), 1)
    await ready()
    fireEvent.click(screen.getByTestId('sign'))
    await waitFor(() => screen.getByTestId('signed'))
    expect(changes()).toHaveLength(1)
  })
  test('nobody signs for nobody', async () => {
    setPersonOnDuty(null)
    open()
    await ready()
    expect((screen.getByTestId('sign') as HTMLButtonElement).disabled).toBe(true)
    expect(screen.getByTestId('sign').textContent).toContain('Say who you are')
  })
  test('what is changed after signing is kept before it goes home', async () => {
    const { changes } = open(fresh({ revision: 2, checkedAt: '2026-03-04T11:00:00.000Z', checkedBy: EBBA }))
    await ready()
    fireEvent.change(screen.getByLabelText('A word to the owner'), { target: { value: 'one more thing' } })
    fireEvent.click(screen.getByTestId('say-goodbye'))
    await waitFor(() => expect(changes().map(({ method }) => method)).toEqual(['PUT', 'POST']))
    expect(changes()[0]!.body).toMatchObject({ baseRevision: 2, note: 'one more thing', checked: true })
  })
})

describe('what is agreed', () => {
  test('a half-written word survives leaving the page, and is gone once it is kept', async () => {
    open()
    await ready()
    fireEvent.change(screen.getByLabelText('A word to the owner'), { target: { value: 'Half a' } })
    expect(keptDraft(visit.id)).toMatchObject({ note: 'Half a' })
    fireEvent.click(screen.getByText('Keep'))
    await waitFor(() => expect(keptDraft(visit.id)).toBeNull())
  })
  test('the next visit goes into the book at the time it came today, or at another', async () => {
    const { changes } = open()
    await ready()
    fireEvent.click(screen.getByTestId('book'))
    fireEvent.change(screen.getByLabelText('Comes at'), { target: { value: '14:30' } })
    fireEvent.change(screen.getByLabelText('Agreed on'), { target: { value: '2026-05-06' } })
    fireEvent.click(screen.getByTestId('sign'))
    await waitFor(() => expect(changes()).toHaveLength(1))
    expect(changes()[0]!.body).toMatchObject({ nextOn: '2026-05-06', nextAt: '14:30' })
  })
  test('a price is an amount; with a comma too; anything else goes back to what it was', async () => {
    const { changes } = open()
    await ready()
    const price = screen.getByLabelText(/^Price/) as HTMLInputElement
    const say = (value: string): void => {
      fireEvent.change(price, { target: { value } })
      fireEvent.blur(price)
    }
    expect(price.value).toBe('61.00')
    for (const wrong of ['much', '-5', '1e9']) {
      say(wrong)
      expect(price.value, wrong).toBe('61.00')
    }
    say('58,5')
    fireEvent.click(screen.getByTestId('sign'))
    await waitFor(() => expect(changes()).toHaveLength(1))
    expect(changes()[0]!.body).toMatchObject({ price: 5850 })
  })
})

describe('how it stands', () => {
  test('before the verdict it is too early, and the way there is shown', async () => {
    answering({
      'GET /salon': () => ({ body: aSalon() }),
      [`GET ${PATH}`]: () => ({
        status: 409,
        body: { type: 'about:blank', title: 'Too early', status: 409, code: 'too-early', detail: 'no verdict yet' },
      }),
    })
    draw(<GoodbyeScreen />, PATH, visit)
    await waitFor(() => screen.getByText('Too early for a goodbye'))
    expect(screen.getByText('Look the dog over').getAttribute('href')).toContain('look')
  })
  test('once it went home nothing can be changed any more, and what was said stays to be read', async () => {
    const said = { ...page, note: 'Good as gold', checkedBy: 'Ebba' }
    open(
      fresh({
        finishedAt: '2026-03-04T12:05:00.000Z',
        checkedAt: '2026-03-04T12:00:00.000Z',
        note: said.note,
        page: said,
      }),
    )
    await ready()
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Test went home')
    expect((screen.getByLabelText('A word to the owner') as HTMLTextAreaElement).disabled).toBe(true)
    expect(screen.queryByTestId('sign')).toBeNull()
    expect(after('back')).toBeNull()
    expect(screen.getByTestId('did').textContent).toContain('washed and dried')
  })
  test('a refusal is told and loses nothing that was filled in', async () => {
    const { sent } = open()
    await ready()
    fireEvent.change(screen.getByLabelText('A word to the owner'), { target: { value: 'kept' } })
    const put = globalThis.fetch
    globalThis.fetch = (async (url: string, init?: RequestInit) =>
      init?.method === 'PUT'
        ? new Response(
            JSON.stringify({ type: 'about:blank', title: 'Changed elsewhere', status: 409, code: 'conflict' }),
            {
              status: 409,
              headers: { 'content-type': 'application/json' },
            },
          )
        : put(url, init)) as typeof fetch
    fireEvent.click(screen.getByTestId('sign'))
    await settled()
    expect((screen.getByLabelText('A word to the owner') as HTMLTextAreaElement).value).toBe('kept')
    expect(keptDraft(visit.id)).toMatchObject({ note: 'kept' })
    expect(sent.length).toBeGreaterThan(0)
  })
  test('before and after stand side by side with their indices, and the minutes add up', async () => {
    open()
    await ready()
    expect(screen.getByTestId('before').textContent).toContain(`mats ${Math.round(page.indices.before.mat!)}`)
    expect(screen.getByTestId('after').textContent).toContain('mats 0')
    const rows = [...screen.getByTestId('minutes').querySelectorAll('tbody tr')]
    expect(rows.at(-1)!.textContent).toMatch(/^All/)
    expect(rows.length).toBeGreaterThan(4)
  })
})
