// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import { LABEL_DEFAULTS, type ShelfProduct } from '../../../contract/formats/products.ts'
import { answering, draw, noDevices, type Sent } from '../../../test/harness/web.tsx'
import { ProductDialog } from './ProductDialog.tsx'

const weir: ShelfProduct = {
  ...LABEL_DEFAULTS,
  id: 'weir-clean',
  name: 'Weir Clean',
  kind: 'cleansing',
  family: 'Weir',
  dilution: { dirty: 8, normal: 16, light: 32 },
  dwellMin: [3, 5],
  packCost: 2490,
  lowMl: 300,
  stockMl: 820,
  retired: false,
  revision: 4,
}
const open = (product: ShelfProduct | null): { sent: readonly Sent[]; onClose: ReturnType<typeof vi.fn> } => {
  const onClose = vi.fn()
  const sent = answering({
    'POST /shelf': ({ body }) => ({ body: { ...weir, ...(body as object) } }),
    'PUT /shelf/weir-clean': () => ({ body: weir }),
    'PUT /shelf/weir-clean/retired': () => ({ body: { ...weir, retired: true } }),
    'GET /shelf/weir-clean/ledger': () => ({ body: [] }),
  })
  draw(<ProductDialog product={product} units="metric" onClose={onClose} />)
  return { sent, onClose }
}
const writes = (sent: readonly Sent[]): Sent[] => sent.filter(({ method }) => method !== 'GET')
const type = (label: string, value: string): boolean =>
  fireEvent.change(screen.getByLabelText(new RegExp(`^${label}`)), { target: { value } })
const save = (): boolean => fireEvent.submit(screen.getByText(/Put it on the shelf|Save the label/).closest('form')!)

beforeEach(noDevices)

describe('a label', () => {
  test('strengths as labels print them: 1:8, 8 to 1, 1 in 9, 10 %, ready to use, all read as parts of water', async () => {
    const { sent } = open(null)
    type('Name', 'Weir Rinse')
    type('Dirty coat', '8 to 1')
    type('Normal', '1 in 17')
    type('Light', 'ready')
    type('In stock', '500')
    save()
    await waitFor(() => expect(writes(sent)).toHaveLength(1))
    expect(writes(sent)[0]!.body).toMatchObject({
      label: { name: 'Weir Rinse', dilution: { dirty: 8, normal: 16, light: 0 } },
      stockMl: 500,
    })
  })
  test.each([
    ['Name', '', /^Needed: the name on the label/],
    ['Dirty coat', 'a splash', /^Needed: a number/],
    ['Left on, from', 'long', /^Needed: a number/],
    ['Only on', 'nowhere', /^Needed: one of back, rump/],
    ['In stock', '1.5', /^Needed: a whole number/],
  ])('%s “%s” is said beside it, and nothing is sent', async (label, value, says) => {
    const { sent, onClose } = open(null)
    type('Name', 'Weir Rinse')
    type(label, value)
    save()
    const field = screen.getByLabelText(new RegExp(`^${label}`))
    await waitFor(() => expect(field.getAttribute('aria-invalid')).toBe('true'))
    expect(document.getElementById(field.getAttribute('aria-describedby')!)!.textContent).toMatch(says)
    expect(writes(sent)).toEqual([])
    expect(onClose).not.toHaveBeenCalled()
  })
  test('a change is made on the revision that was read; money with two places, lists by comma', async () => {
    const { sent, onClose } = open(weir)
    type('Pack costs', '31,5')
    type('Contains', 'oatmeal, coconut ;  aloe')
    save()
    await waitFor(() => expect(writes(sent)).toHaveLength(1))
    expect(writes(sent)[0]).toMatchObject({
      method: 'PUT',
      path: '/shelf/weir-clean',
      body: { baseRevision: 4, label: { packCost: 3150, contains: ['oatmeal', 'coconut', 'aloe'] } },
    })
    await waitFor(() => expect(onClose).toHaveBeenCalled())
  })
  test('what is on the shelf is taken off it by a press, and its stock is never set by hand', async () => {
    const { sent } = open(weir)
    expect(screen.queryByLabelText(/^In stock/)).toBeNull()
    fireEvent.click(screen.getByText('Take it off the shelf'))
    await waitFor(() => expect(writes(sent)).toHaveLength(1))
    expect(writes(sent)[0]!.body).toEqual({ retired: true })
  })
  test('a refusal of the server stays on the screen with everything that was typed', async () => {
    const onClose = vi.fn()
    answering({
      'POST /shelf': () => ({
        status: 409,
        body: { type: 'about:blank', title: 'Taken', status: 409, code: 'taken', detail: 'there is one of that name' },
      }),
    })
    draw(<ProductDialog product={null} units="metric" onClose={onClose} />)
    type('Name', 'Weir Clean')
    save()
    await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('there is one of that name'))
    expect((screen.getByLabelText(/^Name/) as HTMLInputElement).value).toBe('Weir Clean')
    expect(onClose).not.toHaveBeenCalled()
  })
})
