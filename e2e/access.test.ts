import type { Page } from 'puppeteer-core'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { Visit } from '../contract/api/visits.ts'
import { PASSPHRASE } from '../test/harness/door.ts'
import { click, fill, press, says } from './browser.ts'
import { axeFinds, openSalon, type Salon } from './salon.ts'

const pressNamed = async (page: Page, name: string): Promise<void> =>
  click(page, `::-p-aria([name="${name}"][role="button"])`)

/** Told why, with everything there that changes something greyed. */
async function greyed(page: Page, where: string, why: string): Promise<void> {
  await says(page, why)
  expect(
    await page.$$eval(`${where} fieldset :is(button, input, select)`, (all) => [
      all.length > 3,
      all.every((one) => one.matches(':disabled')),
    ]),
  ).toEqual([true, true])
  expect(await axeFinds(page)).toEqual([])
}

describe('a salon is locked', () => {
  let salon: Salon
  let visit: Visit
  beforeAll(async () => {
    salon = await openSalon({ empty: true })
    const send = (path: string, body: object): Promise<Response> =>
      fetch(`${salon.base}api${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(body),
      })
    await send('/salon/begin', { name: 'Harbour Row', country: 'GB' })
    for (const name of ['Odile', 'Ana'])
      await send('/people', { name, role: 'groomer', experience: name === 'Ana' ? 'learner' : 'expert' })
    await send('/people', { name: 'Fay', role: 'front', experience: 'practised' })
    visit = await salon.book('Ansel', { name: 'Fig', coatType: 'curly', weightKg: 9 })
  })
  afterAll(() => salon?.close())

  test('from the house, a tablet let in by its code, a learner by her PIN; what is not hers is greyed with the reason', async () => {
    const desk = await salon.newPage('light', 'desk')
    await desk.setBypassCSP(true)
    await desk.goto(`${salon.base}house/access`)
    await says(desk, 'This salon is open')
    expect(await axeFinds(desk)).toEqual([])
    const owner = (await desk.waitForSelector('::-p-aria([name="The owner"])'))!
    await owner.select(
      (await desk.$$eval(
        'option',
        (options) => options.find(({ textContent }) => textContent === 'Odile')!.value,
      )) as string,
    )
    await fill(desk, 'A passphrase', PASSPHRASE)
    await fill(desk, 'The same again', PASSPHRASE)
    await fill(desk, 'A name for this device', 'Desk')
    await press(desk, 'Lock the salon')
    await desk.waitForSelector('[data-testid=codes]')
    expect(
      await desk.$$eval('[data-testid=codes] li', (codes) => codes.map(({ textContent }) => textContent)),
    ).toHaveLength(8)
    expect(await axeFinds(desk)).toEqual([])
    await press(desk, 'They are on paper')
    // Ana types her PIN at the desk.
    await pressNamed(desk, 'Give a PIN: Ana')
    await fill(desk, 'PIN', '1234')
    await says(desk, 'Needed: digits that are not in a row')
    await fill(desk, 'PIN', '2580')
    await press(desk, 'Keep')
    await desk.waitForSelector('::-p-aria([name="Another PIN: Ana"][role="button"])')
    await press(desk, 'Let another in')
    const code = await (await desk.waitForSelector('[data-testid=invitation] .figure'))!.evaluate(
      (one) => one.textContent!,
    )
    expect(await axeFinds(desk)).toEqual([])

    const tablet = await salon.newPage('light', 'tablet')
    await tablet.setBypassCSP(true)
    await tablet.goto(`${salon.base}prep`)
    await tablet.waitForSelector('[data-testid=door]')
    expect(await axeFinds(tablet)).toEqual([])
    await fill(tablet, 'The code shown there', code)
    await fill(tablet, 'A name for this device', 'Tablet')
    await press(tablet, 'Let this device in')
    await says(tablet, 'Who is here?')
    expect(await axeFinds(tablet)).toEqual([])
    await press(tablet, 'Ana')
    await tablet.waitForSelector('input[type=password]')
    // By keyboard, wrong at first; then by touch.
    await tablet.keyboard.type('9999')
    await tablet.keyboard.press('Enter')
    await says(tablet, 'That is not the PIN')
    for (const digit of '2580') await pressNamed(tablet, digit)
    expect(await axeFinds(tablet)).toEqual([])
    await pressNamed(tablet, 'In')
    await tablet.waitForSelector('[data-testid=signed-in]')
    await tablet.goto(`${salon.base}house/people`)
    await says(tablet, 'Ana can read this; as a learner you do not change it.')
    expect(
      await tablet.$$eval('[data-testid=people] fieldset button', (buttons) =>
        buttons.every((button) => button.matches(':disabled')),
      ),
    ).toBe(true)
    expect(await axeFinds(tablet)).toEqual([])
    await tablet.goto(salon.base)
    await press(tablet, 'Add a dog')
    await greyed(tablet, '[role=dialog]', 'Ana can read this; as a learner you do not change it.')

    // Of the front desk: books, and does not score.
    const { people } = await desk.evaluate(async () => (await fetch('/api/access')).json())
    const fay = people.find(({ name }: { name: string }) => name === 'Fay').id
    await desk.evaluate(
      async (id: string) =>
        void (await fetch(`/api/people/${id}/pin`, {
          method: 'PUT',
          headers: { 'content-type': 'application/json' },
          body: '{"pin":"2580"}',
        })),
      fay,
    )
    await tablet.keyboard.press('Escape')
    await click(tablet, '[data-testid=signed-in]')
    await press(tablet, 'Fay')
    await tablet.waitForSelector('input[type=password]')
    await tablet.keyboard.type('2580')
    await tablet.keyboard.press('Enter')
    await tablet.waitForSelector('[data-testid=signed-in]')
    await press(tablet, 'Add a dog')
    await tablet.waitForSelector('[role=dialog] input:enabled')
    await tablet.goto(`${salon.base}visits/${visit.id}/look`)
    await tablet.waitForSelector('[data-facing] [data-region]')
    await greyed(tablet, 'main', 'Fay can read this; at the front desk you do not change it.')
    await click(tablet, '[data-score="3"]')
    await tablet.keyboard.press('3')
    expect(
      await desk.evaluate(async (id: string) => (await fetch(`/api/visits/${id}`)).json(), visit.id),
    ).toMatchObject({
      assessment: { revision: 0 },
    })
    // Two touches and the PIN, and somebody else is here.
    await click(tablet, '[data-testid=signed-in]')
    await says(tablet, 'Who is here?')
    await press(tablet, 'Odile')
    await fill(tablet, 'The owner’s passphrase', PASSPHRASE)
    await click(tablet, '[data-testid=door] button[type=submit]')
    await tablet.waitForSelector('[data-testid=signed-in]')
    await tablet.goto(`${salon.base}house/people`)
    await tablet.waitForSelector('[data-testid=people] fieldset button')
    await tablet.waitForFunction(
      () => !document.querySelector<HTMLButtonElement>('[data-testid=people] fieldset button')!.matches(':disabled'),
    )

    // Put out at once, with nothing of the salon left on it.
    await desk.reload()
    await pressNamed(desk, 'Put out: Tablet')
    await says(desk, 'put out')
    await tablet.goto(`${salon.base}shelf`)
    await says(tablet, 'It was put out; nothing of the salon is left on it.')
    expect(
      await tablet.evaluate(() =>
        Object.keys(localStorage).filter((key) => key.startsWith('etude.') && key !== 'etude.theme'),
      ),
    ).toEqual([])
  })
})

test('what was scored while nobody was signed in waits on the device, and is sent under the name of who scored', async () => {
  const salon = await openSalon()
  try {
    const page = await salon.newPage('light', 'tablet')
    const { people } = await salon.api<{ people: { id: string; name: string }[] }>('/salon')
    const [owner] = people
    await page.goto(salon.base)
    const post = (path: string, method: string, body: object): Promise<unknown> =>
      page.evaluate(
        async (url: string, how: string, what: string) =>
          (await fetch(url, { method: how, headers: { 'content-type': 'application/json' }, body: what })).status,
        `${salon.base}api${path}`,
        method,
        JSON.stringify(body),
      )
    expect(await post('/access/lock', 'POST', { ownerId: owner!.id, passphrase: PASSPHRASE, device: 'Tablet' })).toBe(
      200,
    )
    expect(await post(`/people/${owner!.id}/pin`, 'PUT', { pin: '2580' })).toBe(200)
    await page.goto(salon.base)
    await page.waitForSelector('[data-testid=signed-in]')
    const [visit] = await page.evaluate(async () => {
      const { visits } = await (await fetch('/api/day')).json()
      return visits.filter(({ station }: { station: string }) => station === 'look')
    })
    await page.goto(`${salon.base}visits/${visit.id}/look`)
    await page.waitForSelector('[data-facing] [data-region]')
    // The session is over under the hand, as after eight hours.
    await salon.sql('UPDATE sessions SET ended_at = now()')
    await page.keyboard.press('2')
    await page.waitForSelector('[data-testid=door]')
    await press(page, owner!.name)
    await page.waitForSelector('input[type=password]')
    await page.keyboard.type('2580')
    await page.keyboard.press('Enter')
    await page.waitForSelector('[data-facing] [data-region]')
    await expect
      .poll(async () => {
        const [rows] = (await salon.sql(
          `SELECT p.name FROM change_log l JOIN people p ON p.id = l.actor_id
           WHERE l.entity = 'assessment' AND l.entity_id = (SELECT id::text FROM assessments WHERE visit_id = '${visit.id}') ORDER BY l.id DESC LIMIT 1`,
        )) as [{ name: string }[]]
        return rows[0]?.name
      })
      .toBe(owner!.name)
    // Out is out while the server is away as well, and over a reload; it hears of it when it is back.
    // The build has to be on the device by then.
    await page.evaluate(async () => void (await navigator.serviceWorker.ready))
    await salon.killServer()
    await click(page, '[data-testid=signed-in]')
    await says(page, 'Who is here?')
    await page.reload()
    await says(page, 'Who is here?')
    await salon.startServer()
    await expect
      .poll(async () => {
        const [[row]] = (await salon.sql('SELECT count(*)::int AS n FROM sessions WHERE ended_at IS NULL')) as [
          [{ n: number }],
        ]
        return row.n
      })
      .toBe(0)
  } finally {
    await salon.close()
  }
})
