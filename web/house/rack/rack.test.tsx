// @vitest-environment happy-dom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import type { RunningBlade } from '../../../contract/api/bench.ts'
import type { RackToolDoc, ToolFields } from '../../../contract/api/rack.ts'
import { aSalon, EBBA, NOOR } from '../../../test/fixtures/web.ts'
import { answering, draw, noDevices, type Sent, settled } from '../../../test/harness/web.tsx'
import { RackScreen } from './RackScreen.tsx'

const ago = (minutes: number): string => new Date(Date.now() - minutes * 60_000).toISOString()
let made = 0
const tool = (fields: Partial<ToolFields>, more: Partial<RackToolDoc> = {}): RackToolDoc => ({
  id: `00000000-0000-4000-8000-${String(made++).padStart(12, '0')}`,
  revision: 1,
  tool: { kind: 'blade', id: '10', form: 'full', state: 'ready', label: '', ownerId: null, note: '', ...fields },
  dogsSinceSharpened: 4,
  usedAt: null,
  oiledAt: ago(90),
  disinfectedAt: ago(90),
  sharpenedAt: null,
  retired: false,
  ...more,
})

function open(tools: readonly RackToolDoc[], running: readonly RunningBlade[] = []): readonly Sent[] {
  return answering({
    'GET /salon': () => ({ body: aSalon() }),
    'GET /rack': () => ({ body: tools }),
    'GET /blades': () => ({ body: running }),
    ...Object.fromEntries(
      tools.flatMap((one) => [
        [`POST /rack/${one.id}/care`, () => ({ body: one })],
        [`PUT /rack/${one.id}`, () => ({ body: one })],
        [`PUT /rack/${one.id}/retired`, () => ({ body: one })],
      ]),
    ),
    'POST /rack': () => ({ body: tools[0] }),
  })
}
const shown = async (
  tools: readonly RackToolDoc[],
  running: readonly RunningBlade[] = [],
): Promise<readonly Sent[]> => {
  const sent = open(tools, running)
  draw(<RackScreen />)
  await waitFor(() => screen.getByTestId('rack'))
  await settled()
  return sent
}
const row = (name: string): HTMLElement => document.querySelector(`[data-tool="${name}"]`)!
const writes = (sent: readonly Sent[]): Sent[] => sent.filter(({ method }) => method !== 'GET')

beforeEach(noDevices)

describe('how the tools stand', () => {
  test('longest first, by kind, each with its length, its dogs and when it was cared for', async () => {
    await shown([
      tool({ id: '30' }),
      tool({ id: '7' }),
      tool({ kind: 'comb', id: '6', form: null }),
      tool({ kind: 'comb', id: '25', form: null }),
      tool({ id: '7' }, { retired: true }),
    ])
    expect([...document.querySelectorAll('[data-tool]')].map((one) => one.getAttribute('data-tool'))).toEqual([
      'blade 7',
      'blade 30',
      'comb 25',
      'comb 6',
    ])
    expect(row('blade 7').textContent).toContain('3.2 mm')
    expect(row('blade 7').textContent).toContain('4 of 30 dogs')
    expect(row('blade 7').textContent).toMatch(/· oiled and disinfected \d+ \w+ ago$/)
    expect(screen.getByText('4 tools, 0 want something.')).toBeTruthy()
  })
  test('what is due since the last dog is a press away; together or one by one', async () => {
    const used = tool({ id: '7' }, { usedAt: ago(5) })
    const worn = tool({ kind: 'shears', id: 'straight', form: null }, { dogsSinceSharpened: 31 })
    const sent = await shown([used, worn])
    expect(
      within(row('blade 7'))
        .getAllByRole('button')
        .map(({ textContent }) => textContent),
    ).toEqual(['7 blade', 'Oiled', 'Disinfected'])
    expect(row('shears straight').textContent).toContain('Plans leave it out: sharpen first.')
    fireEvent.click(within(row('shears straight')).getByText('Sharpened'))
    await waitFor(() => expect(writes(sent)).toHaveLength(1))
    expect(writes(sent)[0]).toMatchObject({ path: `/rack/${worn.id}/care`, body: { care: 'sharpen' } })
    fireEvent.click(screen.getByText('All oiled and disinfected'))
    await waitFor(() => expect(writes(sent)).toHaveLength(3))
    expect(
      writes(sent)
        .slice(1)
        .map(({ body }) => body),
    ).toEqual([{ care: 'oil' }, { care: 'disinfect' }])
  })
  test('away and dull are said to be left out of plans; whose a tool is, and what is noted', async () => {
    await shown([
      tool({ id: '40', state: 'away', note: 'at the sharpener' }),
      tool({ id: '5', state: 'dull', ownerId: EBBA, label: 'own' }),
    ])
    expect(row('blade 40').textContent).toMatch(/Away.*at the sharpener.*Plans leave it out\./)
    expect(row('blade 5').textContent).toMatch(/own · Ebba/)
    expect(row('blade 5').textContent).toContain('Plans leave it out: dull.')
  })
  test('a blade that runs says on whom and how warm it is by the clock; somebody’s own is not the salon’s', async () => {
    const running: RunningBlade = {
      visitId: '00000000-0000-4000-8000-0000000000b1',
      dog: 'Tansy',
      blade: '10',
      by: EBBA,
      since: ago(9),
      cooledAt: null,
    }
    await shown([tool({ id: '10', label: 'salon' }), tool({ id: '7' })], [running])
    const celsius = Number(/on Tansy now, about (\d+) °C/.exec(row('blade 10').textContent!)![1])
    // 45 C after about eight minutes: an estimate of ours, in docs/model.md.
    expect(celsius).toBeGreaterThanOrEqual(44)
    expect(celsius).toBeLessThan(55)
    expect(row('blade 7').textContent).not.toContain('Tansy')
  })
  test('the same blade of another person does not run', async () => {
    const running: RunningBlade = {
      visitId: '00000000-0000-4000-8000-0000000000b1',
      dog: 'Tansy',
      blade: '10',
      by: EBBA,
      since: ago(2),
      cooledAt: ago(0),
    }
    await shown([tool({ id: '10', ownerId: NOOR })], [running])
    expect(row('blade 10').textContent).not.toContain('Tansy')
  })
  test('no list yet is no empty rack', async () => {
    await shown([])
    expect(screen.getByText(/plans take every blade and comb attachment to be there/)).toBeTruthy()
  })
})

describe('a tool is hung up, changed and taken off', () => {
  test('blades by number, combs by length, the rest by name; teeth only where there are two kinds', async () => {
    const sent = await shown([tool({})])
    fireEvent.click(screen.getByText('Hang up a tool'))
    const dialog = within(screen.getByRole('dialog'))
    expect(dialog.queryByText('Teeth')).toBeNull()
    fireEvent.change(dialog.getByLabelText('Number'), { target: { value: '4' } })
    fireEvent.click(dialog.getByRole('radio', { name: 'Skip-tooth' }))
    fireEvent.change(dialog.getByLabelText('Label on it'), { target: { value: 'second' } })
    fireEvent.submit(document.querySelector('[role=dialog] form')!)
    await waitFor(() => expect(writes(sent)).toHaveLength(1))
    expect(writes(sent)[0]!.body).toEqual({
      id: expect.any(String),
      tool: { kind: 'blade', id: '4', form: 'skip', state: 'ready', label: 'second', ownerId: null, note: '' },
    })
  })
  test('a tool without a name is not kept, and what is missing is said', async () => {
    const sent = await shown([tool({})])
    fireEvent.click(screen.getByText('Hang up a tool'))
    const dialog = within(screen.getByRole('dialog'))
    fireEvent.click(dialog.getByRole('radio', { name: /^Brush/ }))
    fireEvent.submit(document.querySelector('[role=dialog] form')!)
    await waitFor(() => expect(dialog.getByLabelText('What it is').getAttribute('aria-invalid')).toBe('true'))
    expect(dialog.getByRole('alert').textContent).not.toBe('')
    expect(writes(sent)).toEqual([])
  })
  test('a change names the revision it was made on', async () => {
    const one = tool({ id: '7' }, { revision: 5 })
    const sent = await shown([one])
    fireEvent.click(within(row('blade 7')).getByText('7 blade'))
    fireEvent.click(screen.getByRole('radio', { name: 'Dull' }))
    fireEvent.submit(document.querySelector('[role=dialog] form')!)
    await waitFor(() => expect(writes(sent)).toHaveLength(1))
    expect(writes(sent)[0]).toMatchObject({
      method: 'PUT',
      path: `/rack/${one.id}`,
      body: { baseRevision: 5, tool: { state: 'dull' } },
    })
  })
})
