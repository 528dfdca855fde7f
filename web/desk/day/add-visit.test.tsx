// @vitest-environment happy-dom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import type { FoundDog } from '../../../contract/api/dogs.ts'
import { setUnits } from '../../../contract/words/measures.ts'
import { answering, draw, noDevices, type Sent, settled } from '../../../test/harness/web.tsx'
import { AddVisit } from './AddVisit.tsx'

const juniper: FoundDog = {
  dogId: '00000000-0000-4000-8000-0000000000d1',
  name: 'Juniper',
  breed: 'cockapoo',
  clientId: '00000000-0000-4000-8000-0000000000e1',
  rests: null,
  clientName: 'Ansel Okoro-Whitby',
  phone: '555 0111',
  lastVisit: '2026-01-10T09:00:00.000Z',
}
const open = (answer: () => { status?: number; body: unknown } = () => ({ body: { id: 'v1' } })): readonly Sent[] => {
  const sent = answering({
    'GET /search': ({ path }) => ({ body: path.includes('jun') ? [juniper] : [] }),
    'POST /visits': answer,
  })
  draw(<AddVisit date="2026-03-04" onClose={vi.fn()} />)
  return sent
}
const fill = (label: string, value: string): boolean =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } })
const find = async (text: string): Promise<void> => {
  fireEvent.change(screen.getByTestId('find-known'), { target: { value: text } })
  await settled()
}
const submit = (): boolean => fireEvent.submit(document.querySelector('[role=dialog] form')!)
const posts = (sent: readonly Sent[]): Sent[] => sent.filter(({ method }) => method === 'POST')

beforeEach(noDevices)

describe('a dog for the day', () => {
  test('a new one with its owner; the breed brings its coat, which can still be changed', async () => {
    const sent = open()
    fill('Comes at', '09:30')
    fill('Slot, minutes', '150')
    fill('Its name', 'Nettle')
    fill('Weight, kg', '12.5')
    fill('Breed or cross', 'samo')
    fireEvent.keyDown(screen.getByLabelText('Breed or cross'), { key: 'Enter' })
    expect((screen.getByLabelText('Breed or cross') as HTMLInputElement).value).toBe('Samoyed')
    expect((screen.getByLabelText('Coat') as HTMLSelectElement).value).toBe('double')
    fill('Coat', 'curly')
    fill('Owner', 'Idony Marsh')
    fill('Phone', '555 0177')
    submit()
    await waitFor(() => expect(posts(sent)).toHaveLength(1))
    expect(posts(sent)[0]!.body).toEqual({
      id: expect.any(String),
      startsAt: new Date('2026-03-04T09:30').toISOString(),
      slotMinutes: 150,
      personId: null,
      owner: { name: 'Idony Marsh', phone: '555 0177' },
      dog: { name: 'Nettle', breed: 'samoyed', coatType: 'curly', weightKg: 12.5 },
    })
  })
  test('one that was here before is found as one types, and asks for nothing that is known', async () => {
    const sent = open()
    await find('jun')
    fireEvent.keyDown(screen.getByTestId('find-known'), { key: 'Enter' })
    expect(screen.getByTestId('known-dog').textContent).toContain('Juniper, Ansel Okoro-Whitby')
    expect(screen.queryByLabelText('Its name')).toBeNull()
    fill('Comes at', '10:00')
    submit()
    await waitFor(() => expect(posts(sent)).toHaveLength(1))
    expect(posts(sent)[0]!.body).toMatchObject({ dogId: juniper.dogId, slotMinutes: 180 })
    expect(posts(sent)[0]!.body).not.toHaveProperty('dog')
  })
  test('a new dog of an owner who is in the book asks nothing of the owner', async () => {
    const sent = open()
    await find('jun')
    fireEvent.keyDown(screen.getByTestId('find-known'), { key: 'Enter' })
    fireEvent.click(screen.getByText('A new dog of theirs'))
    expect(screen.getByTestId('known-dog').textContent).toContain('A new dog of Ansel Okoro-Whitby')
    expect(screen.queryByLabelText('Owner')).toBeNull()
    fill('Comes at', '11:00')
    fill('Its name', 'Sloe')
    fill('Weight, kg', '7')
    fill('Coat', 'wire')
    submit()
    await waitFor(() => expect(posts(sent)).toHaveLength(1))
    expect(posts(sent)[0]!.body).toMatchObject({ clientId: juniper.clientId, dog: { name: 'Sloe', weightKg: 7 } })
    expect(posts(sent)[0]!.body).not.toHaveProperty('owner')
    expect(posts(sent)[0]!.body).not.toHaveProperty('dogId')
  })
  test('the wrong one is put back', async () => {
    open()
    await find('jun')
    fireEvent.click(within(screen.getByRole('listbox', { name: 'Found' })).getByText('Juniper'))
    fireEvent.click(screen.getByText('Another dog'))
    expect(screen.getByLabelText('Its name')).toBeTruthy()
  })
  test('nobody by that name is a new dog, and Enter on nothing sends nothing', async () => {
    const sent = open()
    await find('zzz')
    expect(screen.getByText('Nobody by that name: a new dog.')).toBeTruthy()
    fireEvent.keyDown(screen.getByTestId('find-known'), { key: 'Enter' })
    expect(posts(sent)).toEqual([])
  })
  test('what is missing or out of range is said beside its field, and nothing is sent', async () => {
    const sent = open()
    fill('Slot, minutes', '5')
    fill('Weight, kg', '0,2')
    submit()
    const says = (label: string): string =>
      document.getElementById(screen.getByLabelText(label).getAttribute('aria-describedby') ?? '')?.textContent ?? ''
    await waitFor(() => expect(says('Its name')).toBe('Needed: its name'))
    expect(says('Comes at')).toBe('Needed: a time, as 09:30')
    expect(says('Slot, minutes')).toBe('Needed: a whole number, 15 to 1440 minutes')
    expect(says('Weight, kg')).toBe('Needed: 0.5 to 120 kg')
    expect(says('Owner')).toBe('Needed: the owner’s name')
    expect(says('Phone')).toBe('')
    expect(posts(sent)).toEqual([])
    // Put right, it goes.
    fill('Weight, kg', '4,2')
    await waitFor(() => expect(says('Weight, kg')).toBe(''))
  })
  test('where dogs are weighed in pounds it is asked in pounds, and sent in kilograms', async () => {
    setUnits('us')
    try {
      const sent = open()
      fill('Its name', 'Nettle')
      fill('Weight, lb', '0.9')
      submit()
      const field = (): string =>
        document.getElementById(screen.getByLabelText('Weight, lb').getAttribute('aria-describedby') ?? '')
          ?.textContent ?? ''
      await waitFor(() => expect(field()).toBe('Needed: 1.2 to 264.5 lb'))
      fill('Comes at', '09:30')
      fill('Weight, lb', '27.5')
      fill('Coat', 'curly')
      fill('Owner', 'Ida Brand')
      submit()
      await waitFor(() => expect(posts(sent)).toHaveLength(1))
      expect(posts(sent)[0]!.body).toMatchObject({ dog: { name: 'Nettle', weightKg: 12.474 } })
    } finally {
      setUnits('metric')
    }
  })
  test('what the server refuses is said, and everything that was filled in stays', async () => {
    open(() => ({
      status: 422,
      body: {
        type: 'about:blank',
        title: 'Bad input',
        status: 422,
        code: 'bad-input',
        detail: 'dog.weightKg: too light',
      },
    }))
    fill('Comes at', '09:30')
    fill('Its name', 'Nettle')
    fill('Weight, kg', '0.6')
    fill('Coat', 'curly')
    fill('Owner', 'Idony Marsh')
    submit()
    await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('dog.weightKg: too light'))
    expect((screen.getByLabelText('Its name') as HTMLInputElement).value).toBe('Nettle')
  })
  test('with the server away it says so, and that nothing is lost', async () => {
    open()
    fill('Comes at', '09:30')
    fill('Its name', 'Nettle')
    fill('Weight, kg', '8')
    fill('Coat', 'curly')
    fill('Owner', 'Idony Marsh')
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no route')))
    submit()
    await waitFor(() =>
      expect(screen.getByRole('alert').textContent).toMatch(/The server is away. Nothing is lost here/),
    )
  })
})
