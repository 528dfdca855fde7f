// @vitest-environment happy-dom
import { fireEvent, screen, within } from '@testing-library/react'
import { useState } from 'react'
import { beforeEach, describe, expect, test } from 'vitest'
import type { Arrival } from '../../../contract/api/visit-card.ts'
import { draw, noDevices } from '../../../test/harness/web.tsx'
import { CoatFields } from './CoatFields.tsx'
import { TemperFields, TodayFields } from './DogFields.tsx'
import { HealthFields } from './HealthFields.tsx'
import { WishFields } from './WishFields.tsx'

let now: Arrival
const start: Arrival = { dog: { name: 'Juniper', coatType: 'curly', weightKg: 9.5, ageMonths: 40 }, wishes: {} }
function Fields({ of: Of }: { of: typeof TodayFields }): React.ReactNode {
  const [arrival, setArrival] = useState(start)
  now = arrival
  return <Of arrival={arrival} change={(change) => setArrival(change)} />
}
const open = (of: typeof TodayFields): void => void draw(<Fields of={of} />)
const type = (label: RegExp, value: string): boolean =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } })
const press = (name: string): boolean =>
  fireEvent.click([...screen.queryAllByRole('radio', { name }), ...screen.queryAllByRole('button', { name })][0]!)
const group = (name: string): ReturnType<typeof within> => within(screen.getByRole('radiogroup', { name }))

beforeEach(noDevices)

describe('the dog today', () => {
  test('age is in years and months, and kept in months; emptied it is not known, not nothing', () => {
    open(TodayFields)
    expect((screen.getByLabelText(/^Age/) as HTMLInputElement).value).toBe('3')
    type(/^Age/, '5')
    expect(now.dog.ageMonths).toBe(64)
    type(/^and/, '')
    expect(now.dog.ageMonths).toBe(60)
    type(/^Age/, '')
    expect(now.dog.ageMonths).not.toBe(60)
  })
  test('a weight out of range says what is expected, beside itself and to a screen reader', () => {
    open(TodayFields)
    type(/^Weight/, '900')
    const field = screen.getByLabelText(/^Weight/)
    expect(field.getAttribute('aria-invalid')).toBe('true')
    expect(document.getElementById(field.getAttribute('aria-describedby')!)?.textContent).toBe('0.5 to 120')
    type(/^Weight/, '12.4')
    expect(now.dog.weightKg).toBe(12.4)
    expect(field.getAttribute('aria-invalid')).toBe('false')
  })
  test('temper and tolerances start as not known, and are one of a few', () => {
    open(TemperFields)
    for (const legend of ['Temper', 'Takes the dryer', 'Takes hands at the face', 'Takes nails']) {
      const checked = group(legend)
        .getAllByRole('radio')
        .filter((radio: HTMLElement) => radio.getAttribute('aria-checked') === 'true')
      expect(checked, legend).toHaveLength(1)
    }
    fireEvent.click(group('Temper').getAllByRole('radio')[2]!)
    expect(now.dog.temperament).toBe('anxious')
  })
  test('a slot of its own, or the house’s', () => {
    open(TodayFields)
    type(/^Slot/, '90')
    expect(now.slot).toEqual({ minutes: 90 })
    type(/^Slot/, '')
    expect(now).not.toHaveProperty('slot')
  })
})

describe('health', () => {
  test('surgery asks when and whether the vet has cleared it; not cleared until said', () => {
    open(HealthFields)
    expect(screen.queryByLabelText(/^Surgery/)).toBeNull()
    press('Recent surgery')
    expect(now.dog.surgery).toEqual({ daysAgo: 14, cleared: false })
    type(/^Surgery/, '30')
    press('Yes')
    expect(now.dog.surgery).toEqual({ daysAgo: 30, cleared: true })
    press('Recent surgery')
    expect(now.dog.surgery).toBeNull()
    expect(now.dog.health).toEqual([])
  })
})

describe('what the owner wants', () => {
  test('the style show is a show; a length emptied is as it is', () => {
    open(WishFields)
    press('Show')
    expect(now.wishes).toMatchObject({ style: 'show', show: true })
    press('Trim')
    expect(now.wishes).toMatchObject({ style: 'trim', show: false })
    type(/^Body to/, '13')
    expect(now.wishes?.targetMm).toEqual({ body: 13 })
    type(/^Body to/, '')
    expect(now.wishes?.targetMm).toEqual({})
  })
})

describe('the coat', () => {
  test('lengths of the coat stand where nobody measured, and give way to what is measured', () => {
    open(CoatFields)
    const body = screen.getByLabelText(/^Body/) as HTMLInputElement
    expect(body.value).toBe('')
    expect(Number(body.placeholder)).toBeGreaterThan(10)
    type(/^Body/, '45')
    expect(now.dog.lengthMm).toMatchObject({ body: 45 })
  })
})
