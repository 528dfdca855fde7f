// @vitest-environment happy-dom
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { Route } from 'react-router'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Access } from '../../contract/api/access.ts'
import type { SentEvent } from '../../contract/api/bench.ts'
import type { Visit } from '../../contract/api/visits.ts'
import { assembleFile } from '../../contract/formats/assemble.ts'
import { readAssessment } from '../../contract/formats/read-assessment.ts'
import { DEFAULT_HOUSE, goesHome, REGION_SIDES } from '../../core/index.ts'
import { aSalon, aVisit, EBBA, NOOR, rowsWith } from '../../test/fixtures/web.ts'
import { answering, draw, drawAt, noDevices, type Sent, settled } from '../../test/harness/web.tsx'
import { BathScreen } from './bath/BathScreen.tsx'
import { BenchScreen } from './bench/BenchScreen.tsx'
import { CutScreen } from './cut/CutScreen.tsx'
import { DryScreen } from './dry/DryScreen.tsx'
import { LookScreen } from './look/LookScreen.tsx'
import { VisitLayout } from './VisitLayout.tsx'
import { VerdictScreen } from './verdict/VerdictScreen.tsx'

const NOON = new Date('2026-03-04T12:00:00Z')
const at = (region: string, side: string | null = null): number =>
  REGION_SIDES.findIndex((place) => place.region === region && place.side === side)

/** A server that has this visit and an empty shelf, and takes what is sent. */
function salonWith(visit: Visit, more: Parameters<typeof answering>[0] = {}): readonly Sent[] {
  const planned = visit.latestPlan ?? { ...aVisit().latestPlan!, acceptedAt: null, acceptedBy: null }
  return answering({
    'GET /salon': () => ({ body: aSalon() }),
    'GET /shelf': () => ({ body: [] }),
    [`GET /visits/${visit.id}`]: () => ({ body: visit }),
    [`GET /visits/${visit.id}/bath`]: () => ({ body: { swaps: {}, bookedAt: null, booked: [] } }),
    [`GET /visits/${visit.id}/drying`]: () => ({ body: { run: null } }),
    [`GET /visits/${visit.id}/bench`]: () => ({ body: { now: NOON.toISOString(), events: [] } }),
    [`POST /assessments/${visit.assessment.id}/plans`]: () => ({ body: planned }),
    [`POST /visits/${visit.id}/bench`]: ({ body }) => ({
      body: {
        now: NOON.toISOString(),
        events: (body as { events: SentEvent[] }).events.map((event) => ({ ...event, by: EBBA })),
        station: visit.station,
        progress: null,
      },
    }),
    ...more,
  })
}
const show = async (node: React.ReactNode, visit: Visit, more?: Parameters<typeof answering>[0]) => {
  const sent = salonWith(visit, more)
  draw(node, '/', visit)
  await settled()
  return sent
}

beforeEach(() => {
  noDevices()
  vi.stubGlobal(
    'Worker',
    class {
      postMessage(): void {}
      addEventListener(): void {}
      removeEventListener(): void {}
      terminate(): void {}
    },
  )
  vi.useFakeTimers({ now: NOON, toFake: ['Date'] })
})
afterEach(() => vi.useRealTimers())

describe('the verdict', () => {
  test('says how the dog goes home in one sentence, and shows the coat it goes home with', async () => {
    const visit = aVisit()
    await show(<VerdictScreen />, visit)
    const { plan } = visit.acceptedPlan!
    expect((await screen.findByTestId('verdict')).textContent).toMatch(/then cut: body and legs to 16 mm/)
    const assessment = readAssessment(assembleFile(visit.arrival, 'arrival', visit.assessment.rows))
    const kept = Math.round(goesHome(assessment, plan, DEFAULT_HOUSE).coatKept)
    expect(screen.getByText('of the coat goes home').parentElement!.textContent).toContain(String(kept))
  })
  test('a place finished on the list is an event of the bench', async () => {
    const visit = aVisit({ station: 'cut' })
    const sent = await show(<VerdictScreen />, visit)
    fireEvent.click((await screen.findAllByRole('button', { name: /^Left side,/ }))[0]!)
    fireEvent.click(within(await screen.findByRole('dialog')).getByText('Finished'))
    await waitFor(() =>
      expect(sent.some(({ path }) => path.endsWith('/bench') && path.startsWith('/visits'))).toBe(true),
    )
    const post = sent.find(({ method, path }) => method === 'POST' && path.endsWith('/bench'))!
    expect((post.body as { events: SentEvent[] }).events[0]).toMatchObject({
      kind: 'places',
      finished: [{ region: 'side', side: 'left' }],
      reopened: [],
    })
  })
  test('with the server away it is worked out here, and nothing can be taken', async () => {
    const visit = aVisit({ latestPlan: null, acceptedPlan: null, station: 'look' })
    await show(<VerdictScreen />, visit, {
      [`POST /assessments/${visit.assessment.id}/plans`]: () => ({
        status: 503,
        body: { type: 'about:blank', title: 'away', status: 503, code: 'away' },
      }),
    })
    expect((await screen.findByTestId('verdict')).textContent).toMatch(/Juniper/)
    const take = screen.queryByText(/^Take this plan/)?.closest('button') as HTMLButtonElement | null | undefined
    expect(take?.disabled ?? true).toBe(true)
  })
})

describe('the look', () => {
  test('a score of the place at hand is shown at once and sent', async () => {
    const visit = aVisit({
      station: 'look',
      assessment: { ...aVisit().assessment, rows: [] },
      acceptedPlan: null,
      latestPlan: null,
    })
    const sent = await show(<LookScreen />, visit)
    expect(screen.getByTestId('place').textContent).toBe('Back')
    await act(async () => void fireEvent.click(document.querySelector('[data-score="3"]')!))
    await waitFor(() => expect(sent.some(({ method }) => method === 'PATCH')).toBe(true))
    expect(sent.find(({ method }) => method === 'PATCH')!.body).toMatchObject({
      changes: [{ region: 'back', side: null, set: { mat: 3 } }],
    })
  })
})

describe('the bath', () => {
  test('names its steps and says how long the dog stands', async () => {
    await show(<BathScreen />, aVisit({ station: 'bath' }))
    expect((await screen.findByTestId('bath')).textContent).toMatch(/Juniper is in the tub for about \d+ minutes/)
    expect(screen.getByTestId('timeline').querySelectorAll('[data-step]').length).toBeGreaterThan(3)
  })
})

describe('drying', () => {
  test('says when it will be dry, and begins its clock by a press', async () => {
    const visit = aVisit({ station: 'dry' })
    const sent = await show(<DryScreen />, visit, {
      [`PUT /visits/${visit.id}/drying`]: ({ body }) => ({
        body: {
          run: {
            id: (body as { id: string }).id,
            startedAt: NOON.toISOString(),
            changedAt: null,
            finishedAt: null,
            readings: [],
          },
        },
      }),
    })
    expect((await screen.findByTestId('drying')).textContent).toMatch(/Juniper is dry in about \d+ minutes/)
    fireEvent.click(screen.getByText(/start the clock/))
    await waitFor(() => expect(screen.getByTestId('finish').textContent).toMatch(/Dry at about \d+ min/))
    expect(sent.some(({ method, path }) => method !== 'GET' && path.includes('/drying'))).toBe(true)
  })
})

describe('the cut', () => {
  test('what was found at a place is read before its tool is taken up', async () => {
    const rows = rowsWith((region, side) =>
      region === 'side' && side === 'left' ? { findings: [{ id: 'lump', sizeMm: 18 }] } : {},
    )
    const visit = aVisit({
      station: 'cut',
      assessment: { ...aVisit().assessment, rows },
      latestPlan: null,
      acceptedPlan: null,
    })
    await show(<CutScreen />, visit)
    const lines = await screen.findByTestId('lines')
    fireEvent.click(within(lines).getAllByText(/Left side|Side/)[0]!)
    await waitFor(() =>
      expect(screen.getByTestId('hazard').textContent).toMatch(/Lump, left side: stay 10 mm off, round it\./),
    )
    expect(at('side', 'left')).toBeGreaterThan(0)
  })
})

describe('the bench', () => {
  test('lays out tools and bottles before the first step, and begins with the plan that was taken', async () => {
    const visit = aVisit({ station: 'bath' })
    const sent = await show(<BenchScreen />, visit)
    expect((await screen.findByTestId('how-long')).textContent).toMatch(/\d+ steps, about \d+ minutes/)
    fireEvent.click(screen.getByTestId('begin'))
    await waitFor(() => expect(sent.some(({ method }) => method === 'POST')).toBe(true))
    const post = sent.find(({ method, path }) => method === 'POST' && path.endsWith('/bench'))!
    expect((post.body as { events: SentEvent[] }).events[0]).toMatchObject({
      kind: 'plan',
      planId: visit.acceptedPlan!.id,
    })
  })
})

describe('somebody whose hands do not do this', () => {
  // As the house’s log-ins tell of somebody of the front desk.
  const FRONT: Parameters<typeof answering>[0] = {
    'GET /access': () => ({
      body: {
        locked: true,
        salon: 'Walnut Yard',
        paired: true,
        putOut: false,
        device: 'Desk',
        person: { id: NOOR, name: 'Noor', role: 'front' },
        strong: false,
        people: [],
        idleMinutes: 15,
        passkeys: false,
        fingerprint: null,
      } satisfies Access,
    }),
  }
  const inLayout = async (visit: Visit, end: string): Promise<readonly Sent[]> => {
    const sent = salonWith(visit, FRONT)
    drawAt(
      <Route path="/visits/:visitId" element={<VisitLayout />}>
        <Route path="look" element={<LookScreen />} />
        <Route path="bench" element={<BenchScreen />} />
        <Route path="verdict" element={<VerdictScreen />} />
      </Route>,
      `/visits/${visit.id}/${end}`,
    )
    await settled()
    return sent
  }
  test('sees the look greyed with the reason; neither a touch nor a key scores', async () => {
    const sent = await inLayout(aVisit({ station: 'look', acceptedPlan: null, latestPlan: null }), 'look')
    expect((await screen.findByTestId('may-not')).textContent).toMatch(
      /^Noor can read this; at the front desk you do not change it/,
    )
    const key = document.querySelector<HTMLButtonElement>('[data-score="3"]')!
    expect(key.closest('fieldset')!.disabled).toBe(true)
    await act(async () => {
      fireEvent.keyDown(window, { key: '3', code: 'Digit3' })
    })
    await settled()
    expect(sent.some(({ method }) => method === 'PATCH')).toBe(false)
  })
  test('begins no bench and takes no plan, and is told why', async () => {
    const sent = await inLayout(aVisit({ station: 'bath' }), 'bench')
    expect(await screen.findByTestId('may-not')).toBeTruthy()
    expect(screen.getByTestId('begin').closest('fieldset')!.disabled).toBe(true)
    cleanup()
    await inLayout(aVisit({ station: 'verdict', acceptedPlan: null }), 'verdict')
    expect(((await screen.findByTestId('take')) as HTMLButtonElement).disabled).toBe(true)
    expect(screen.getByText(/^Noor can read this/)).toBeTruthy()
    expect(sent.every(({ method }) => method === 'GET')).toBe(true)
  })
})
