// @vitest-environment happy-dom
import { cleanup, fireEvent, screen, within } from '@testing-library/react'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import type { StoredEvent } from '../../../contract/api/bench.ts'
import { FIRST_AID, hintsOf, INCIDENT_LABEL, NO_PLACE, SKIP_LABEL } from '../../../contract/words/index.ts'
import {
  type Bench,
  type BenchEvent,
  type BenchHappening,
  benchOf,
  DEFAULT_HOUSE,
  type GroomStep,
  INCIDENT_IDS,
  planGroom,
  SKIP_REASONS,
  type StepStatus,
  USUAL_SHELF,
  wholeGroom,
} from '../../../core/index.ts'
import { anAssessment, cleanSheet, onRegions } from '../../../test/fixtures/dogs.ts'
import { draw, noDevices } from '../../../test/harness/web.tsx'
import { dogDrawn } from '../../dog/dog-drawn.ts'
import { looksOfCoat } from '../../dog/looks.ts'
import { BenchHead } from './BenchHead.tsx'
import { Blade } from './Blade.tsx'
import { clockText, leftText } from './clock.ts'
import { Incidents } from './Incident.tsx'
import { NowCard } from './NowCard.tsx'
import { StepList } from './StepList.tsx'
import { Timers } from './Timers.tsx'

const START = Date.parse('2026-03-04T09:00:00Z')
const MINUTE = 60_000
const EBBA = '00000000-0000-4000-8000-000000000001'
const NOOR = '00000000-0000-4000-8000-000000000002'
const PEOPLE = [
  { id: EBBA, name: 'Ebba', role: 'groomer' as const, experience: 'practised' as const, schools: {} },
  { id: NOOR, name: 'Noor', role: 'groomer' as const, experience: 'expert' as const, schools: {} },
]

/** A knotty wool coat that is trimmed: every kind of step is in it. */
const assessment = anAssessment({
  dog: { weightKg: 14 },
  wishes: { style: 'trim', targetMm: { body: 16 } },
  sheet: onRegions(cleanSheet(), ['armpit', 'behind-ear', 'side'], { mat: 3, extent: 0.5, standoffMm: 3 }),
})
const plan = planGroom(assessment, DEFAULT_HOUSE)
const steps = wholeGroom(assessment, plan, DEFAULT_HOUSE, USUAL_SHELF)
const stepOf = (fits: (step: GroomStep) => boolean): GroomStep => {
  const found = steps.find(fits)
  if (!found) throw new Error('the groom of this test has no such step')
  return found
}
const comb = stepOf(({ tool }) => tool?.kind === 'comb')
const wash = stepOf(({ what }) => what === 'wash')

/** The bench as it stands `minutes` after the first step, when this happened at these minutes. */
function benchAfter(
  minutes: number,
  ...happened: readonly (readonly [at: number, happening: BenchHappening, by?: string])[]
): Bench {
  const all: (readonly [number, BenchHappening, string?])[] = [
    [0, { kind: 'plan', planId: 'p', steps, pullBudget: 30, restEvery: 45 }],
    ...happened,
  ]
  const events = all.map(
    ([at, happening, by = EBBA], i): BenchEvent => ({ ...happening, id: `e${i}`, at: START + at * MINUTE, by }),
  )
  return benchOf(events, START + minutes * MINUTE)
}
const statusOf = (bench: Bench, step: GroomStep): StepStatus => bench.steps.find((one) => one.step.id === step.id)!
const button = (name: string | RegExp): HTMLElement => screen.getByRole('button', { name })

function drawCard(
  bench: Bench,
  step: GroomStep,
  more: Partial<Parameters<typeof NowCard>[0]> = {},
): { add: ReturnType<typeof vi.fn>; onDone: ReturnType<typeof vi.fn> } {
  const add = vi.fn()
  const onDone = vi.fn()
  draw(
    <NowCard
      status={statusOf(bench, step)}
      waits={null}
      mine={false}
      people={PEOPLE}
      hints={false}
      add={add}
      onDone={onDone}
      {...more}
    >
      <span />
    </NowCard>,
  )
  return { add, onDone }
}

beforeEach(noDevices)

describe('the thing at hand', () => {
  test('says tool, the blade under it, what it leaves and where; start is one press', () => {
    const { add } = drawCard(benchAfter(0), comb)
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('16 mm comb attachment')
    expect(screen.getByTestId('now').textContent).toContain('over a 10 blade')
    expect(screen.getByTestId('now').textContent).toContain('leaves 16 mm')
    expect(screen.getByTestId('step-clock').textContent).toBe('0:00')
    fireEvent.click(screen.getByTestId('start'))
    expect(add).toHaveBeenCalledWith({ kind: 'start', step: comb.id })
  })
  test('its clock runs, warns once it is a quarter over, and “done” is what stands out while it runs', () => {
    const within5 = benchAfter(1, [0, { kind: 'start', step: comb.id }])
    const { onDone } = drawCard(within5, comb, { mine: true })
    expect(screen.getByTestId('step-clock').textContent).toBe('1:00')
    expect(screen.getByTestId('step-clock').className).not.toContain('alarm')
    expect(screen.getByTestId('done').className).toContain('btn-main')
    fireEvent.click(screen.getByTestId('done'))
    expect(onDone).toHaveBeenCalledOnce()
    cleanup()
    drawCard(benchAfter(comb.minutes * 1.3, [0, { kind: 'start', step: comb.id }]), comb, { mine: true })
    expect(screen.getByTestId('step-clock').className).toContain('alarm')
  })
  test('what has to work first is named with its clock; starting all the same is there but does not stand out', () => {
    drawCard(benchAfter(0), comb, { waits: { what: 'Weir Clean', leftMs: 125_000 } })
    expect(screen.getByTestId('waits').textContent).toBe('Weir Clean stays on 2:05 yet.')
    expect(screen.getByTestId('start').textContent).toContain('Start all the same')
    expect(screen.getByTestId('start').className).not.toContain('btn-main')
  })
  test('a step that leaves something on says for how long', () => {
    const step = { ...wash, product: 'Weir Clean', solutionMl: 450, productMl: 50 }
    drawCard(benchAfter(0), wash, { status: { ...statusOf(benchAfter(0), wash), step } })
    expect(screen.getByTestId('done').textContent).toMatch(/Done, \d+ min on/)
    expect(screen.getByTestId('now').textContent).toMatch(/Wash: Weir Clean.*50 ml \+ 400 ml water/)
  })
  test('every reason to skip is one press away, and is what is written down', () => {
    for (const reason of SKIP_REASONS) {
      const { add } = drawCard(benchAfter(0), comb)
      fireEvent.click(button('Skip'))
      fireEvent.click(within(screen.getByRole('dialog')).getByText(SKIP_LABEL[reason]))
      expect(add).toHaveBeenCalledWith({ kind: 'skip', step: comb.id, reason })
      expect(screen.queryByRole('dialog')).toBeNull()
      cleanup()
    }
  })
  test('minutes said by hand: a comma counts, nonsense is not kept, nothing means by the clock', () => {
    const { add } = drawCard(benchAfter(0), comb)
    fireEvent.click(button('Note'))
    const minutes = screen.getByLabelText('Minutes')
    fireEvent.change(minutes, { target: { value: 'soon' } })
    expect(screen.getByText(/A number from 0/)).toBeTruthy()
    expect((button('Keep') as HTMLButtonElement).disabled).toBe(true)
    fireEvent.change(minutes, { target: { value: '7,5' } })
    fireEvent.change(screen.getByLabelText('Note'), { target: { value: '  legs first ' } })
    fireEvent.submit(minutes.closest('form')!)
    expect(add).toHaveBeenCalledWith({ kind: 'change', step: comb.id, minutes: 7.5, note: 'legs first' })
  })
  test('what is through can be opened again, and a note stays in sight', () => {
    const bench = benchAfter(
      3,
      [0, { kind: 'start', step: comb.id }],
      [1, { kind: 'change', step: comb.id, minutes: null, note: 'a cowlick' }],
      [2, { kind: 'done', step: comb.id }],
    )
    const { add } = drawCard(bench, comb)
    expect(screen.getByText('Noted: a cowlick')).toBeTruthy()
    fireEvent.click(button(/Done. Open it again/))
    expect(add).toHaveBeenCalledWith({ kind: 'reopen', step: comb.id })
  })
  test('somebody else at it is named; a learner is told to hand over', () => {
    const bench = benchAfter(2, [0, { kind: 'start', step: comb.id }, NOOR])
    drawCard(bench, comb)
    expect(screen.getByText('Noor at it now')).toBeTruthy()
    cleanup()
    const status = statusOf(benchAfter(0), comb)
    drawCard(benchAfter(0), comb, { status: { ...status, step: { ...comb, handOver: true } } })
    expect(screen.getByText(/Not for a learner/)).toBeTruthy()
  })
  test('hints can be switched off; what guards against injury stays', () => {
    const risky = stepOf((step) => step.cautions.length > 0 && hintsOf(step).length > 0)
    drawCard(benchAfter(0), risky, { hints: true })
    const withHints = screen.getAllByRole('listitem').length
    const hazards = screen.getByTestId('hazards').textContent
    cleanup()
    drawCard(benchAfter(0), risky, { hints: false })
    expect(screen.getAllByRole('listitem').length).toBeLessThan(withHints)
    expect(screen.getByTestId('hazards').textContent).toBe(hazards)
  })
})

describe('the list', () => {
  test('every step stands once, under where the dog is, with what it took once it is through', () => {
    const bench = benchAfter(
      4,
      [0, { kind: 'start', step: wash.id }],
      [3, { kind: 'done', step: wash.id }],
      [3, { kind: 'skip', step: comb.id, reason: 'dog-says-no' }],
    )
    const onChoose = vi.fn()
    draw(<StepList bench={bench} chosen={comb.id} onChoose={onChoose} />)
    const rows = [...document.querySelectorAll('[data-step-row]')]
    expect(rows).toHaveLength(steps.length)
    expect(new Set(rows.map((row) => row.getAttribute('data-step-row'))).size).toBe(steps.length)
    const row = (step: GroomStep): Element => document.querySelector(`[data-step-row="${CSS.escape(step.id)}"]`)!
    expect(row(wash).textContent).toContain('3 of')
    expect(row(wash).getAttribute('data-status')).toBe('done')
    expect(row(comb).textContent).toContain('the dog says no')
    expect(row(comb).getAttribute('aria-current')).toBe('step')
    expect(screen.getByRole('region', { name: 'In the tub' }).textContent).toContain('1 of')
    fireEvent.click(row(wash))
    expect(onChoose).toHaveBeenCalledWith(wash.id)
  })
})

describe('what is left on', () => {
  const on = benchAfter(1, [0, { kind: 'timer', step: wash.id, minutes: 3 }])
  test('counts down by the server’s clock, can be given a minute more or stopped', () => {
    const add = vi.fn()
    draw(<Timers bench={on} now={START + MINUTE} name="Juniper" add={add} />)
    expect(screen.getByRole('timer').textContent).toBe('2:00')
    expect(screen.getByTestId('timer').textContent).toContain('Juniper')
    fireEvent.click(button(/1 minute more/))
    expect(add).toHaveBeenCalledWith({ kind: 'timer-more', timer: on.timers[0]!.id, minutes: 1 })
    fireEvent.click(button(/touch to stop/))
    expect(add).toHaveBeenLastCalledWith({ kind: 'timer-stop', timer: on.timers[0]!.id })
  })
  test('once over it counts up and says so until it is touched', () => {
    draw(<Timers bench={on} now={START + 4 * MINUTE} name="Juniper" add={vi.fn()} />)
    expect(screen.getByTestId('timer').getAttribute('data-over')).toBe('true')
    expect(screen.getByRole('timer').textContent).toBe('+1:00')
    expect(screen.getByText(/Over: touch to stop/)).toBeTruthy()
  })
  test('what was stopped is gone', () => {
    const stopped = benchAfter(
      2,
      [0, { kind: 'timer', step: wash.id, minutes: 3 }],
      [1, { kind: 'timer-stop', timer: 'e1' }],
    )
    draw(<Timers bench={stopped} now={START + 2 * MINUTE} name="Juniper" add={vi.fn()} />)
    expect(screen.queryByTestId('timer')).toBeNull()
  })
})

describe('the head of the bench', () => {
  const head = (bench: Bench, now: number, more: object = {}): ReturnType<typeof vi.fn> => {
    const add = vi.fn()
    const here = {
      bench,
      now,
      ready: true,
      add: add as unknown as (happening: BenchHappening) => StoredEvent,
      unsaved: 0,
      away: false,
      refused: [],
      forget: vi.fn(),
      ...more,
    }
    draw(<BenchHead here={here} name="Juniper" done={0} hints onHints={vi.fn()} />)
    return add
  }
  test('the dog’s budget: what is left of its patience, never below nothing', () => {
    const pulls = stepOf(({ pull }) => pull > 0)
    head(benchAfter(5, [0, { kind: 'start', step: pulls.id }], [4, { kind: 'done', step: pulls.id }]), START)
    expect(screen.getByTestId('pull').textContent).toMatch(/^Pull left \d+ of 30$/)
    cleanup()
    const worn = { ...benchAfter(0), pullSpent: 99 }
    head(worn, START)
    expect(screen.getByTestId('pull').textContent).toBe('Pull left 0 of 30')
  })
  test('a rest is offered by the minutes, is taken and ended with a press', () => {
    const tired = benchAfter(50, [0, { kind: 'start', step: wash.id }])
    const add = head(tired, START + 50 * MINUTE)
    expect(screen.getByTestId('rest').getAttribute('data-due')).toBe('true')
    expect(screen.getByTestId('rest').textContent).toContain('Time for a rest')
    fireEvent.click(screen.getByTestId('rest'))
    expect(add).toHaveBeenCalledWith({ kind: 'rest' })
    cleanup()
    const resting = benchAfter(52, [0, { kind: 'start', step: wash.id }], [50, { kind: 'rest' }])
    const end = head(resting, START + 52 * MINUTE)
    expect(screen.getByTestId('rest').textContent).toContain('Resting 2:00')
    fireEvent.click(screen.getByTestId('rest'))
    expect(end).toHaveBeenCalledWith({ kind: 'rest-end' })
  })
  test('what only this device knows is said', () => {
    head(benchAfter(0), START, { unsaved: 3, away: true })
    expect(screen.getByTestId('unsaved').textContent).toBe('3 kept on this device')
    cleanup()
    head(benchAfter(0), START, { away: true })
    expect(screen.getByTestId('unsaved').textContent).toBe('Server away')
    cleanup()
    head(benchAfter(0), START)
    expect(screen.queryByTestId('unsaved')).toBeNull()
  })
})

describe('the blade', () => {
  const blade = (bench: Bench, step: GroomStep, minutes: number): ReturnType<typeof vi.fn> => {
    const add = vi.fn()
    draw(
      <Blade
        bench={bench}
        status={statusOf(bench, step)}
        now={START + minutes * MINUTE}
        person={EBBA}
        house={DEFAULT_HOUSE}
        add={add}
      />,
    )
    return add
  }
  test('the one the step wants goes on with a press; under a comb attachment it is the one that carries it', () => {
    const add = blade(benchAfter(0), comb, 0)
    fireEvent.click(button('Blade 10 on'))
    expect(add).toHaveBeenCalledWith({ kind: 'blade-on', blade: '10' })
    cleanup()
    blade(benchAfter(0), wash, 0)
    expect(screen.queryByRole('button')).toBeNull()
  })
  // 45 C after about eight minutes without coolant: an estimate of ours, listed in docs/model.md.
  test('by the clock it is cool at first, and after eight minutes it is to come off; coolant starts it anew', () => {
    const running = benchAfter(1, [0, { kind: 'blade-on', blade: '10' }])
    blade(running, comb, 1)
    expect(screen.getByTestId('blade').getAttribute('data-says')).toBe('fine')
    expect(screen.getByTestId('blade').textContent).toContain('by the clock')
    cleanup()
    const add = blade(benchAfter(9, [0, { kind: 'blade-on', blade: '10' }]), comb, 9)
    expect(screen.getByTestId('blade').getAttribute('data-says')).toBe('off-now')
    expect(screen.getByRole('alert')).toBeTruthy()
    fireEvent.click(button('Cooled'))
    expect(add).toHaveBeenCalledWith({ kind: 'coolant' })
    fireEvent.click(button('Blade off'))
    expect(add).toHaveBeenLastCalledWith({ kind: 'blade-off' })
    cleanup()
    blade(benchAfter(9, [0, { kind: 'blade-on', blade: '10' }], [9, { kind: 'coolant' }]), comb, 9)
    expect(screen.getByTestId('blade').getAttribute('data-says')).toBe('fine')
  })
})

describe('something happened', () => {
  const drawn = dogDrawn({ dog: { coatType: 'curly', weightKg: 14 } } as Parameters<typeof dogDrawn>[0])
  const incidents = (bench: Bench): ReturnType<typeof vi.fn> => {
    const add = vi.fn((happening: BenchHappening) => ({ ...happening, id: 'e1', at: '', by: EBBA }))
    draw(
      <Incidents
        visitId="v"
        bench={bench}
        drawn={drawn}
        looks={looksOfCoat(drawn)}
        add={add as unknown as (happening: BenchHappening) => StoredEvent}
      />,
    )
    return add
  }
  test.each(INCIDENT_IDS)('%s: two touches write it down, and its first aid comes up', (incident) => {
    const bench = benchAfter(1, [0, { kind: 'incident', incident, region: null, side: null, sizeMm: null, did: '' }])
    const add = incidents(bench)
    fireEvent.click(button('Something happened'))
    fireEvent.click(within(screen.getByRole('dialog')).getByText(INCIDENT_LABEL[incident]))
    expect(add).toHaveBeenCalledWith({ kind: 'incident', incident, region: null, side: null, sizeMm: null, did: '' })
    const card = screen.getByTestId('first-aid')
    for (const line of FIRST_AID[incident].now) expect(card.textContent).toContain(line)
    expect(card.textContent).toContain(FIRST_AID[incident].handOver)
    expect(screen.queryByText(/Where\? Touch the place/) === null).toBe(NO_PLACE.has(incident))
  })
  test('where, how big, what was done: kept together; a size that is none is not kept', () => {
    const bench = benchAfter(1, [
      0,
      { kind: 'incident', incident: 'nick', region: null, side: null, sizeMm: null, did: '' },
    ])
    const add = incidents(bench)
    fireEvent.click(screen.getByTestId('incident'))
    fireEvent.click(document.querySelector('[role=dialog] [data-region="side.left"]')!)
    fireEvent.change(screen.getByLabelText('Size, mm'), { target: { value: 'small' } })
    expect((button('Keep') as HTMLButtonElement).disabled).toBe(true)
    fireEvent.change(screen.getByLabelText('Size, mm'), { target: { value: '3,5' } })
    fireEvent.change(screen.getByLabelText('What was done'), { target: { value: 'pressed three minutes' } })
    fireEvent.click(button('The owner knows'))
    expect(add).toHaveBeenCalledWith({ kind: 'told', incident: 'e1' })
    fireEvent.click(button('Keep'))
    expect(add).toHaveBeenLastCalledWith({
      kind: 'incident-more',
      incident: 'e1',
      sizeMm: 3.5,
      did: 'pressed three minutes',
      region: 'side',
      side: 'left',
    })
  })
})

describe('clocks', () => {
  test.each([
    [0, '0:00'],
    [59_999, '0:59'],
    [65_000, '1:05'],
    [3_600_000, '1:00:00'],
    [3_725_000, '1:02:05'],
    [-5, '0:00'],
  ])('%d ms passed read %s', (ms, text) => expect(clockText(ms)).toBe(text))
  test.each([
    [0, '0:00'],
    [1, '0:01'],
    [60_000, '1:00'],
    [60_001, '1:01'],
    [-3000, '0:00'],
  ])('%d ms left read %s: nothing reads as over before it is', (ms, text) => expect(leftText(ms)).toBe(text))
})
