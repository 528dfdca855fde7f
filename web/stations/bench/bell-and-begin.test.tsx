// @vitest-environment happy-dom
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import type { RunningTimer } from '../../../contract/api/bench.ts'
import { DEFAULT_HOUSE, groomMinutes, planGroom, USUAL_SHELF, wholeGroom } from '../../../core/index.ts'
import { anAssessment, cleanSheet, onRegions } from '../../../test/fixtures/dogs.ts'
import { aVisit, idOf } from '../../../test/fixtures/web.ts'
import { answering, draw, noDevices, settled } from '../../../test/harness/web.tsx'
import { TimersBell } from '../../app/TimersBell.tsx'
import { Begin } from './Begin.tsx'

const timer = (dog: string, leftMs: number, visitId = idOf(dog)): RunningTimer => ({
  id: idOf(`t${dog}`),
  visitId,
  dog,
  label: 'Weir Clean',
  startedAt: new Date(Date.now() - 60_000).toISOString(),
  endsAt: new Date(Date.now() + leftMs).toISOString(),
})
async function bell(timers: readonly RunningTimer[], at = '/'): Promise<ReturnType<typeof answering>> {
  const sent = answering({
    'GET /timers': () => ({ body: timers }),
    ...Object.fromEntries(
      timers.map(({ visitId }) => [
        `POST /visits/${visitId}/bench`,
        () => ({ body: { now: new Date().toISOString(), events: [], station: 'bath', progress: null } }),
      ]),
    ),
  })
  draw(<TimersBell />, at)
  await settled()
  return sent
}

beforeEach(noDevices)

describe('what is left on other dogs', () => {
  test('each with its dog’s name, counting down; over it stands in the alarm colour', async () => {
    await bell([timer('Tansy', 125_000), timer('Nimbus', -5000)])
    const [tansy, nimbus] = screen.getAllByRole('button')
    expect(tansy!.textContent).toMatch(/Tansy 2:0[45]/)
    expect(tansy!.className).not.toContain('alarm')
    expect(nimbus!.textContent).toContain('over')
    expect(nimbus!.className).toContain('alarm')
  })
  test('a touch stops it, in the bench of its own dog', async () => {
    const sent = await bell([timer('Tansy', -1000)])
    fireEvent.click(screen.getByRole('button'))
    await waitFor(() => expect(sent.some(({ method }) => method === 'POST')).toBe(true))
    const stop = sent.find(({ method }) => method === 'POST')!
    expect(stop.path).toBe(`/visits/${idOf('Tansy')}/bench`)
    expect(stop.body).toMatchObject({ events: [{ kind: 'timer-stop', timer: idOf('tTansy') }] })
  })
  test('the bench at hand shows its own clocks, so the bell leaves them out; with none it takes no room', async () => {
    await bell([timer('Tansy', 60_000, idOf('v1'))], `/visits/${idOf('v1')}/bench`)
    expect(screen.queryByTestId('bell')).toBeNull()
    cleanup()
    await bell([])
    expect(screen.queryByTestId('bell')).toBeNull()
  })
})

describe('before the first step', () => {
  const assessment = anAssessment({
    dog: { weightKg: 14 },
    wishes: { style: 'trim', targetMm: { body: 16 } },
    sheet: onRegions(cleanSheet(), ['armpit'], { mat: 3, extent: 0.5, standoffMm: 3 }),
  })
  const plan = planGroom(assessment, DEFAULT_HOUSE)
  const shelf = USUAL_SHELF.map((product) => ({ ...product, name: `Weir ${product.kind}` }))
  const steps = wholeGroom(assessment, plan, DEFAULT_HOUSE, shelf)
  const event = { kind: 'plan' as const, planId: 'p', steps, pullBudget: 30, restEvery: 45 }
  const begin = (bench: typeof event | null): ReturnType<typeof vi.fn> => {
    const onBegin = vi.fn()
    draw(<Begin visit={aVisit()} plan={plan} bench={bench} name="Juniper" onBegin={onBegin} />)
    return onBegin
  }
  const listed = (title: string): string[] =>
    [...screen.getByRole('region', { name: title }).querySelectorAll('li')].map(({ textContent }) => textContent!)
  test('every tool once, the blade under the comb attachments with them, and every mix', () => {
    begin(event)
    const tools = listed('Lay out')
    expect(new Set(tools).size).toBe(tools.length)
    expect(tools).toContain('16 mm comb attachment')
    expect(tools).toContain('10 blade')
    expect(listed('Mix').length).toBe(steps.filter(({ product }) => product).length)
    expect(listed('Mix')[0]).toMatch(/^Weir .*, \d+ ml/)
  })
  test('how long it takes with the waits, and by where the dog is; a press begins', () => {
    const onBegin = begin(event)
    expect(screen.getByTestId('how-long').textContent).toBe(
      `${steps.length} steps, about ${Math.round(groomMinutes(steps))} minutes with the waits.`,
    )
    const rows = [...document.querySelectorAll('tbody tr')].map(({ textContent }) => textContent!)
    expect(rows.reduce((sum, row) => sum + Number(/(\d+) steps?/.exec(row)![1]), 0)).toBe(steps.length)
    fireEvent.click(screen.getByTestId('begin'))
    expect(onBegin).toHaveBeenCalledOnce()
  })
  test('until the steps are worked out nothing can begin', () => {
    begin(null)
    expect((screen.getByTestId('begin') as HTMLButtonElement).disabled).toBe(true)
    expect(screen.getByTestId('how-long').textContent).toBe('Working out the steps.')
  })
  test('a touch on a place says what is planned there', () => {
    begin(event)
    fireEvent.click(document.querySelector('[data-facing] [data-region="side.left"]')!)
    expect(screen.getByText(/^Left side: /).textContent).toMatch(/brush out|clip/)
  })
})
