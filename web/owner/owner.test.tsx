// @vitest-environment happy-dom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { describe, expect, test, vi } from 'vitest'
import type { OwnerPage as OwnerPageDoc } from '../../contract/api/consent.ts'
import { assembleFile } from '../../contract/formats/assemble.ts'
import { readAssessment } from '../../contract/formats/read-assessment.ts'
import { consentPage } from '../../contract/words/consent-page.ts'
import { DEFAULT_HOUSE, planGroom, STARTING_PRICES } from '../../core/index.ts'
import { rowsWith } from '../../test/fixtures/web.ts'
import { answering, draw, type Sent, settled } from '../../test/harness/web.tsx'
import { OwnerPage } from './OwnerPage.tsx'

/** A large wool coat, felted: the owner is asked, and offered other ways. */
const rows = rowsWith((region) =>
  ['back', 'rump', 'side', 'shoulder', 'neck', 'chest', 'breeches', 'foreleg', 'hindleg'].includes(region)
    ? { mat: 3, extent: 0.5, standoffMm: 4 }
    : {},
)
const arrival = {
  dog: { name: 'Bramble', breed: 'standard-poodle', coatType: 'curly' as const, weightKg: 28, ageMonths: 60 },
  wishes: { keepLength: 1 as const, style: 'natural' as const },
}
const assessment = readAssessment(assembleFile(arrival, 'arrival', rows))
const page = consentPage(
  {
    plan: planGroom(assessment, DEFAULT_HOUSE),
    assessment,
    dog: arrival.dog,
    rows,
    needs: ['coat-cut-where-it-shows'],
    prices: STARTING_PRICES,
    salon: 'Walnut Yard',
  },
  DEFAULT_HOUSE,
)
const doc = (changes: Partial<OwnerPageDoc> = {}): OwnerPageDoc => ({
  page,
  expiresAt: '2026-03-05T09:00:00.000Z',
  answer: null,
  answerStyle: null,
  habits: { country: null, units: 'metric' },
  ...changes,
})
const TOKEN = 'abcdefghijklmnopqrstuvwxyz'
async function open(
  answer: (sent: Sent) => { status?: number; body: unknown },
  first: { status?: number; body: unknown } = { body: doc() },
): Promise<readonly Sent[]> {
  const sent = answering({
    'GET /owner/': () => first,
    'POST /owner//answer': answer,
    [`GET /owner/${TOKEN}`]: () => first,
  })
  draw(<OwnerPage />)
  await settled()
  return sent
}
const posts = (sent: readonly Sent[]): Sent[] => sent.filter(({ method }) => method === 'POST')
const say = (name: string): boolean => fireEvent.change(screen.getByLabelText('Your name'), { target: { value: name } })

describe('what an owner reads', () => {
  test('what was seen, advised, what it is like, costs, and what can happen, in that order and without figures of the trade', async () => {
    await open(() => ({ body: doc() }))
    const headings = screen.getAllByRole('heading', { level: 2 }).map(({ textContent }) => textContent)
    expect(headings.slice(0, 5)).toEqual([
      'What we saw',
      'What we advise',
      'What it is like for Bramble',
      'What it costs',
      'What the coat will look like',
    ])
    const text = screen.getByTestId('owner-page').textContent!
    expect(text).not.toMatch(/standoff|extent|m2|index|pull-minute/i)
    expect(text).toContain('Before we groom Bramble')
    expect(within(screen.getByRole('region', { name: 'What we saw' })).getAllByRole('img')).toHaveLength(3)
  })
})

describe('the answer', () => {
  test('nothing is sent without a name, and the name is asked for', async () => {
    const sent = await open(() => ({ body: doc({ answer: 'yes' }) }))
    fireEvent.click(screen.getByText('Yes, as advised'))
    expect(screen.getByRole('alert').textContent).toBe('Please put in your name first.')
    expect(posts(sent)).toEqual([])
    say('  ')
    fireEvent.click(screen.getByText('Please call me'))
    expect(posts(sent)).toEqual([])
  })
  test('a yes goes out once, by name, with what they wrote, and is thanked for', async () => {
    const sent = await open(() => ({ body: doc({ answer: 'yes' }) }))
    say(' Ansel Okoro-Whitby ')
    fireEvent.change(screen.getByLabelText(/Anything we should know/), { target: { value: ' leave the lashes ' } })
    fireEvent.click(screen.getByText('Yes, as advised'))
    await waitFor(() => screen.getByTestId('thanks'))
    expect(posts(sent).map(({ body }) => body)).toEqual([
      { answer: 'yes', name: 'Ansel Okoro-Whitby', note: 'leave the lashes' },
    ])
    expect(screen.queryByText('Yes, as advised')).toBeNull()
  })
  test('another way that is open can be chosen; one that is not is talked about first', async () => {
    const sent = await open(() => ({ body: doc({ answer: 'other', answerStyle: 'short-body' }) }))
    say('Ansel')
    const open_ = page.ways.filter((way) => way.open)
    expect(open_.length).toBeGreaterThan(0)
    expect(screen.getAllByText('Yes to this instead')).toHaveLength(open_.length)
    expect(screen.queryAllByText('Possible; let us talk about it first.')).toHaveLength(page.ways.length - open_.length)
    fireEvent.click(screen.getAllByText('Yes to this instead')[0]!)
    await waitFor(() => screen.getByTestId('thanks'))
    expect(posts(sent)[0]!.body).toEqual({ answer: 'other', style: open_[0]!.style, name: 'Ansel' })
  })
  test('with the salon out of reach nothing that was written is lost, and it can be sent again', async () => {
    await open(() => ({ body: doc() }))
    say('Ansel')
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no route')))
    fireEvent.click(screen.getByText('Yes, as advised'))
    await waitFor(() => screen.getByText(/Not sent: the salon cannot be reached/))
    expect((screen.getByLabelText('Your name') as HTMLInputElement).value).toBe('Ansel')
    expect((screen.getByText('Yes, as advised').closest('button') as HTMLButtonElement).disabled).toBe(false)
  })
  test('a refusal is said in the salon’s own words', async () => {
    await open(() => ({
      status: 409,
      body: {
        type: 'about:blank',
        title: 'Answered',
        status: 409,
        code: 'answered',
        detail: 'this was answered already',
      },
    }))
    say('Ansel')
    fireEvent.click(screen.getByText('Yes, as advised'))
    await waitFor(() => screen.getByText('This was answered already'))
  })
})

describe('a link that does not open', () => {
  test.each([
    ['link-expired', 410, 'This link is no longer open'],
    ['not-found', 404, 'There is nothing behind this link'],
  ])('%s', async (code, status, title) => {
    await open(() => ({ body: doc() }), { status, body: { type: 'about:blank', title: 'x', status, code } })
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe(title)
  })
  test('the salon out of reach is another thing, and can be tried again', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no route')))
    draw(<OwnerPage />)
    await waitFor(() => screen.getByText('The salon cannot be reached'))
    expect(screen.getByText('Try again')).toBeTruthy()
  })
})
