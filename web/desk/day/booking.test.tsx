// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { beforeEach, expect, test, vi } from 'vitest'
import { aSalon, aVisit } from '../../../test/fixtures/web.ts'
import { answering, draw, noDevices } from '../../../test/harness/web.tsx'
import { BookingDialog } from './BookingDialog.tsx'

beforeEach(noDevices)

const visit = { ...aVisit(), station: 'expected' as const }
const called = (as: string, button: string, why: string) => async () => {
  const sent = answering({
    'GET /salon': () => ({ body: aSalon() }),
    [`GET /visits/${visit.id}/before`]: () => ({ body: { before: null } }),
    [`PUT /visits/${visit.id}/called-off`]: () => ({ body: { ...visit, calledOff: as, calledOffWhy: why } }),
  })
  const close = vi.fn()
  draw(<BookingDialog visit={visit} onClose={close} />)
  fireEvent.change(screen.getByLabelText('If it does not come: why'), { target: { value: why } })
  fireEvent.click(screen.getByRole('button', { name: button }))
  await waitFor(() => expect(close).toHaveBeenCalled())
  expect(sent.find(({ method }) => method === 'PUT')!.body).toEqual({ as, why })
}

test('its people call it off, and say why', called('cancelled', 'Cancelled', 'in season'))
test('the salon calls it off, and says why', called('by-us', 'We call it off', 'Noor is ill'))
test('nobody has to say why', called('cancelled', 'Cancelled', ''))
