// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { beforeEach, expect, test } from 'vitest'
import { FOR_EVER, type Keeps } from '../../../contract/api/keeps.ts'
import { aSalon } from '../../../test/fixtures/web.ts'
import { answering, draw, noDevices, type Sent, settled } from '../../../test/harness/web.tsx'
import { Keeping } from './Keeping.tsx'

beforeEach(noDevices)

async function shown(keeps: Keeps): Promise<readonly Sent[]> {
  const asked = (path: string): object => ({ [path]: () => ({ body: { owners: 1, photos: 12, messages: 0 } }) })
  const sent = answering({
    'GET /salon': () => ({ body: aSalon({ keeps }) }),
    ...asked('GET /settings/keeps/overdue'),
    ...asked('GET /settings/keeps/overdue?photosMonths=24'),
    ...asked('GET /settings/keeps/overdue?ownersYears=4&photosMonths=24'),
    'PUT /settings/keeps': (put) => ({ body: aSalon({ keeps: (put as { body: Keeps }).body }) }),
  })
  draw(<Keeping />)
  await waitFor(() => screen.getByTestId('keeping'))
  await settled()
  return sent
}
const overdue = (): string => screen.getByTestId('overdue').textContent!

test('nothing goes by itself at first; what would go is said before it is kept so', async () => {
  const sent = await shown(FOR_EVER)
  expect(overdue()).toBe('Nothing goes by itself.')
  const keep = screen.getByRole('button', { name: 'Keep them so long' }) as HTMLButtonElement
  expect(keep.disabled).toBe(true)
  fireEvent.change(screen.getByLabelText('Photos'), { target: { value: '24' } })
  await settled()
  expect(overdue()).toBe('In the coming night would go: 1 owner, 12 photos, 0 messages. It cannot be taken back.')
  fireEvent.click(keep)
  await settled()
  expect(sent.filter(({ method }) => method === 'PUT')).toMatchObject([{ body: { ...FOR_EVER, photosMonths: 24 } }])
  expect(overdue()).toMatch(/^In the coming night go: /)
})

test('what was set otherwise than it is offered stands beside what is', async () => {
  await shown({ ...FOR_EVER, ownersYears: 4, photosMonths: 24 })
  const owners = screen.getByLabelText('Owners who do not come any more') as HTMLSelectElement
  expect([...owners.options].map(({ text }) => text)).toEqual([
    'for ever',
    '2 years',
    '3 years',
    '4 years',
    '5 years',
    '7 years',
    '10 years',
  ])
  expect(owners.value).toBe('4')
})
