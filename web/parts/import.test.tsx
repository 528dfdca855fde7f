// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import { exchangeApi, type ImportResult } from '../../contract/api/exchange.ts'
import { answering, draw, noDevices, type Sent, settled } from '../../test/harness/web.tsx'
import { answerOf } from '../device/client.ts'
import { FilesScreen } from '../house/files/FilesScreen.tsx'
import { ImportDialog } from './ImportDialog.tsx'

const result = (more: Partial<ImportResult> = {}): ImportResult => ({
  added: [],
  changed: [],
  unchanged: 0,
  problems: [],
  written: false,
  ...more,
})
const PATH = '/records/clients/import'
function open(
  tried: ImportResult,
  written = result({ added: ['Ottilie Brandt'] }),
): {
  sent: readonly Sent[]
  onClose: ReturnType<typeof vi.fn>
} {
  const onClose = vi.fn()
  const sent = answering({
    [`POST ${PATH}`]: ({ body }) => ({ body: (body as { dryRun: boolean }).dryRun ? tried : written }),
  })
  const send = ({ text, dryRun }: { text: string; dryRun: boolean }) =>
    answerOf(exchangeApi.import, { table: 'clients', body: { csv: text, dryRun } })
  draw(<ImportDialog title="Owners" send={send} mostBytes={1000} onClose={onClose} />)
  return { sent, onClose }
}
const choose = async (text: string): Promise<void> => {
  const input = screen.getByLabelText('File')
  Object.defineProperty(input, 'files', { configurable: true, value: [new File([text], 'owners.csv')] })
  fireEvent.change(input)
  await settled()
}

beforeEach(noDevices)

describe('a file that comes in', () => {
  test('is tried first; what is right is told by name, and written only when said so', async () => {
    const { sent, onClose } = open(result({ added: ['Ottilie Brandt'], changed: ['Idony Marsh'], unchanged: 3 }))
    await choose('name,phone\nOttilie Brandt,555')
    expect(sent.map(({ body }) => (body as { dryRun: boolean }).dryRun)).toEqual([true])
    const told = screen.getByTestId('dry-run').textContent!
    expect(told).toContain('New: Ottilie Brandt.')
    expect(told).toContain('Changed: Idony Marsh.')
    expect(told).toContain('3 stay as they are.')
    fireEvent.click(screen.getByText('Write it'))
    await waitFor(() => expect(onClose).toHaveBeenCalled())
    expect(sent.at(-1)!.body).toEqual({ csv: 'name,phone\nOttilie Brandt,555', dryRun: false })
  })
  test('what is wrong is told by line and column with what was expected; then nothing can be written', async () => {
    open(
      result({
        added: ['Ottilie Brandt'],
        problems: [{ line: 3, path: 'phone', value: 'x', expected: 'a telephone number' }],
      }),
    )
    await choose('name,phone\nOttilie Brandt,555\n,x')
    expect(screen.getByTestId('dry-run').textContent).toContain('Line 3, phone: got “x”, expected a telephone number')
    expect(screen.queryByText('Write it')).toBeNull()
  })
  test('much that is wrong is cut off and counted', async () => {
    const problems = Array.from({ length: 45 }, (_, i) => ({
      line: i + 2,
      path: 'name',
      value: '',
      expected: 'a name',
    }))
    open(result({ problems }))
    await choose('name')
    expect(document.querySelectorAll('[data-testid=dry-run] li')).toHaveLength(31)
    expect(screen.getByTestId('dry-run').textContent).toContain('and 15 more')
  })
  test('a file that changes nothing cannot be written; one too large is not even sent', async () => {
    const { sent } = open(result({ unchanged: 5 }))
    await choose('name')
    expect((screen.getByText('Write it').closest('button') as HTMLButtonElement).disabled).toBe(true)
    const before = sent.length
    await choose('x'.repeat(1001))
    expect(sent.length).toBe(before)
    expect(screen.queryByTestId('dry-run')).toBeNull()
  })
})

test('everything goes out in open formats: one backup, and each table as CSV', () => {
  answering({})
  draw(<FilesScreen />)
  const links = [...document.querySelectorAll<HTMLAnchorElement>('a[href^="/api/"]')].map((link) =>
    link.getAttribute('href'),
  )
  expect(links).toContain('/api/backup')
  for (const table of ['clients', 'dogs', 'visits', 'scores'])
    expect(
      links.some((link) => link!.includes(`/records/${table}/csv`)),
      table,
    ).toBe(true)
  for (const table of ['clients', 'dogs', 'visits', 'scores'])
    expect(document.querySelector(`[data-table=${table}] button`), table).not.toBeNull()
})
