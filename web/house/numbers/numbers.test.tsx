// @vitest-environment happy-dom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import { unitText } from '../../../contract/words/learning.ts'
import { ESTIMATE_IDS, ESTIMATES, type EstimateId, FIXED, FIXED_IDS } from '../../../core/index.ts'
import { aSalon } from '../../../test/fixtures/web.ts'
import { answering, draw, noDevices, type Sent, settled } from '../../../test/harness/web.tsx'
import { NumbersScreen } from './NumbersScreen.tsx'

async function open(estimates: Partial<Record<EstimateId, number>> = {}, at = '/numbers'): Promise<readonly Sent[]> {
  const sent = answering({
    'GET /salon': () => ({ body: aSalon({ estimates }) }),
    'PUT /settings/estimates': () => ({ body: aSalon({ estimates }) }),
    'PUT /settings/prices': () => ({ body: aSalon({ estimates }) }),
  })
  draw(<NumbersScreen />, at)
  await settled()
  return sent
}
const row = (id: string): HTMLElement => document.getElementById(id)!
const writes = (sent: readonly Sent[]): Sent[] => sent.filter(({ method }) => method === 'PUT')
const set = (id: string, value: string): void => {
  const input = row(id).querySelector('input')!
  fireEvent.change(input, { target: { value } })
  fireEvent.blur(input)
}

beforeEach(noDevices)

describe('our numbers', () => {
  test('every number is there once, with its id, its unit and how sure it is', async () => {
    await open()
    for (const id of ESTIMATE_IDS) {
      const { unit, what } = ESTIMATES[id]
      expect(row(id).textContent, id).toContain(what)
      expect(within(row(id)).getByLabelText(`${what}, ${unitText(unit)}`), id).toBeTruthy()
      expect(row(id).textContent, id).toMatch(/estimate|common practice|published|memory/i)
    }
    for (const id of FIXED_IDS) {
      expect(row(id).textContent, id).toContain(FIXED[id].what)
      expect(row(id).textContent, id).toContain(unitText(FIXED[id].unit))
      expect(row(id).querySelector('input'), id).toBeNull()
    }
    expect(document.querySelectorAll('li[id]')).toHaveLength(ESTIMATE_IDS.length + FIXED_IDS.length)
  })
  test('a changed number is sent alone; unchanged it is not sent; nonsense goes back to what stood there', async () => {
    const sent = await open()
    const id = 'cut.blend'
    const stood = row(id).querySelector('input')!.value
    set(id, stood)
    expect(writes(sent)).toEqual([])
    for (const wrong of ['', 'much', '-1', '10001']) {
      set(id, wrong)
      expect(row(id).querySelector('input')!.value, wrong).toBe(stood)
    }
    expect(writes(sent)).toEqual([])
    set(id, '0.7')
    await waitFor(() => expect(writes(sent)).toHaveLength(1))
    expect(writes(sent)[0]!.body).toEqual({ id, value: 0.7 })
  })
  test('the salon’s own value shows the default beside it, and goes back to it by a press', async () => {
    const sent = await open({ 'cut.blend': 0.9 })
    expect(row('cut.blend').querySelector('input')!.value).toBe('0.9')
    expect(row('cut.blend').textContent).toContain('default 0.4')
    expect(within(row('cut.pads')).queryByText('Default')).toBeNull()
    fireEvent.click(within(row('cut.blend')).getByText('Default'))
    await waitFor(() => expect(writes(sent)).toHaveLength(1))
    expect(writes(sent)[0]!.body).toEqual({ id: 'cut.blend', value: null })
  })
  test('a number that only a newer server knows stops nothing', async () => {
    await open({ 'cut.blend': 0.9, ...({ 'newer.one': 3 } as Partial<Record<EstimateId, number>>) })
    expect(row('cut.blend').querySelector('input')!.value).toBe('0.9')
    expect(row('newer.one')).toBeNull()
  })
  test('a link to a number leads to its row', async () => {
    await open({}, '/numbers#cut.pads')
    expect(row('cut.pads').className).toContain('accent')
    expect(row('cut.blend').className).not.toContain('accent')
    expect(document.activeElement).toBe(row('cut.pads').querySelector('input'))
  })
})

describe('the price list', () => {
  test('an amount with a comma is kept in hundredths; what is no amount is not sent', async () => {
    const sent = await open()
    const wool = screen.getByLabelText('Curly and cotton, to 10 kg')
    fireEvent.change(wool, { target: { value: 'cheap' } })
    fireEvent.blur(wool)
    expect(writes(sent)).toEqual([])
    fireEvent.change(wool, { target: { value: '62,5' } })
    fireEvent.blur(wool)
    await waitFor(() => expect(writes(sent)).toHaveLength(1))
    expect(writes(sent)[0]!.body).toMatchObject({ base: { wool: { small: 6250 } } })
  })
})
