// @vitest-environment happy-dom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { describe, expect, test, vi } from 'vitest'
import { DEFAULT_HOUSE, goesHome, type Plan, planGroom, quoteOf, STARTING_PRICES } from '../../../core/index.ts'
import { anAssessment, cleanSheet, NINE, onRegions } from '../../../test/fixtures/dogs.ts'
import { draw } from '../../../test/harness/web.tsx'
import { dogDrawn } from '../../dog/dog-drawn.ts'
import { Stops } from '../../dog/Said.tsx'
import { Ways } from './Ways.tsx'

type Changes = Parameters<typeof anAssessment>[0]
const planOf = (changes: Changes): Plan => planGroom(anAssessment(changes), DEFAULT_HOUSE)
const FELTED = onRegions(cleanSheet(), NINE, { mat: 2, extent: 1, standoffMm: 4 })
const MATTED: Changes = { dog: { weightKg: 28 }, wishes: { keepLength: 2 }, sheet: FELTED }
const drawn = dogDrawn({ dog: { coatType: 'curly', weightKg: 28 } } as Parameters<typeof dogDrawn>[0])
const ways = (plan: Plan, onChoose: Parameters<typeof Ways>[0]['onChoose'] = null): HTMLElement[] => {
  const home = goesHome(anAssessment(MATTED), plan, DEFAULT_HOUSE)
  draw(<Ways plan={plan} home={home} drawn={drawn} prices={STARTING_PRICES} onChoose={onChoose} />)
  return screen.queryAllByRole('listitem')
}

describe('the ways side by side', () => {
  test('the verdict first, then the others with why they are not it; each with minutes, price and what becomes of the coat', () => {
    const plan = planOf(MATTED)
    const cards = ways(plan)
    expect(cards.length).toBe(Math.min(4, 1 + plan.verdict.alternatives.length))
    expect(cards[0]!.textContent).toContain('the verdict')
    for (const card of cards)
      for (const word of ['coat work', 'pull', 'coat kept', 'price', 'next visit'])
        expect(card.textContent).toContain(word)
    const keep = plan.verdict.alternatives.find(({ style }) => style === 'keep')!
    expect(keep.feasible).toBe(false)
    const card = cards.find((one) => /keep/i.test(one.textContent!))!
    expect(card.textContent).toMatch(/asks too much of this dog|takes too long|does not fit/)
  })
  test('the price of a way is the quote for its minutes', () => {
    const plan = planOf(MATTED)
    const [first] = ways(plan)
    const { total } = quoteOf(drawn, plan.verdict.minutes.high, STARTING_PRICES)
    expect(first!.textContent!.replace(/[^\d]/g, '')).toContain(String(Math.round(total / 100)))
  })
  test('another way asks why, and is chosen with that reason only', async () => {
    const onChoose = vi.fn(async () => {})
    ways(planOf(MATTED), onChoose)
    const buttons = screen.getAllByText('Choose this')
    expect(buttons.length).toBeGreaterThan(0)
    fireEvent.click(buttons[0]!)
    const dialog = within(screen.getByRole('dialog'))
    expect((dialog.getByText('Choose this way').closest('button') as HTMLButtonElement).disabled).toBe(true)
    fireEvent.click(dialog.getByText('The owner wants it so'))
    fireEvent.submit(document.querySelector('[role=dialog] form')!)
    await waitFor(() => expect(onChoose).toHaveBeenCalledWith(expect.any(String), 'The owner wants it so'))
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
  })
  test('without a yes to choose nothing can be; a groom that stops has no ways', () => {
    ways(planOf(MATTED))
    expect(screen.queryByText('Choose this')).toBeNull()
    const stopped = planOf({
      sheet: onRegions(cleanSheet(), ['back'], { skin: 3, findings: [{ id: 'ringworm-suspect', sizeMm: 20 }] }),
    })
    ways(stopped)
    expect(screen.getByText('The groom stops; there is nothing to choose from.')).toBeTruthy()
  })
})

describe('what must be known before anything else', () => {
  test('a stop is an alert in the alarm colour; what asks for care stands below and is no alert', () => {
    draw(
      <Stops
        plan={planOf({
          dog: { health: ['heart'] },
          sheet: onRegions(cleanSheet(), ['back'], { skin: 3, findings: [{ id: 'mites-suspect', sizeMm: 20 }] }),
        })}
      />,
    )
    expect(screen.getByRole('alert').textContent).toMatch(/vet/i)
    expect(screen.getByTestId('stops').className).toContain('alarm')
  })
  test('nothing to mind is nothing on the screen', () => {
    const { container } = draw(<Stops plan={planOf({})} />)
    expect(container.textContent).toBe('')
  })
})
