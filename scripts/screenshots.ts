import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import type { Page } from 'puppeteer-core'
import type { Message } from '../contract/api/consent.ts'
import type { Day } from '../contract/api/day.ts'
import type { DayToPlan } from '../contract/api/planning.ts'
import type { Salon } from '../contract/api/salon.ts'
import type { Visit } from '../contract/api/visits.ts'
import { daysAfter } from '../contract/words/dates.ts'
import { HEIGHT, openBrowser, shows, visitOf, WIDTH } from '../e2e/browser.ts'
import { SCREENS, screenAt } from '../web/app/screens.ts'
import { ROOT } from './build.ts'
import { say } from './said.ts'

/*
 * One picture of each main view, from the demo salon of a running server: npm run screenshots [address] [folder]
 * Some begin something, so the salon is not as new afterwards.
 */
const base = process.argv[2] ?? 'http://127.0.0.1:4300/'
const OUT = process.argv[3] ?? join(ROOT, 'docs', 'screenshots')
const PHONE = { width: 390, height: 1500 }

const read = async <T>(path: string): Promise<T> => (await (await fetch(`${base}api${path}`)).json()) as T
const visit = async (dog: string): Promise<Visit> => read<Visit>(`/visits/${await visitOf(base, dog)}`)
async function send(method: string, path: string, body: object): Promise<void> {
  const { people } = await read<Salon>('/salon')
  await fetch(`${base}api${path}`, {
    method,
    headers: { 'content-type': 'application/json', 'x-etude-person': people[0]!.id },
    body: JSON.stringify(body),
  })
}

interface View {
  readonly file: string
  readonly dog?: string
  readonly path: string
  readonly wait: string
  readonly theme?: 'dim'
  readonly phone?: true
  /** Before the page is opened; may name another path. */
  readonly prepare?: () => Promise<string | undefined>
  readonly act?: (page: Page) => Promise<unknown>
}

const show = (page: Page, selector: string): Promise<unknown> =>
  page.$eval(selector, (element) => element.scrollIntoView({ block: 'center' }))

const VIEWS: readonly View[] = [
  { file: 'day', path: '', wait: '[data-dog]' },
  { file: 'week', path: 'week', wait: '[data-day] li' },
  {
    file: 'plan',
    path: '',
    wait: '[data-testid=strands] [role=button]',
    prepare: async () => `plan?date=${daysAfter((await read<DayToPlan>('/day/plan')).date, 1)}`,
    act: async (page) => {
      await page.waitForFunction(() => !document.body.textContent?.includes('Looking for a better one'))
      await page.$eval('[data-testid=strands] [aria-label^="Gulliver"]', (strand) =>
        (strand as unknown as HTMLElement).focus(),
      )
      await page.keyboard.press('Enter')
      await page.$eval('[data-testid=strands]', () => (document.activeElement as HTMLElement).blur())
    },
  },
  { file: 'arrival', dog: 'Quill', path: 'arrival', wait: 'form' },
  { file: 'look', dog: 'Mortimer', path: 'look', wait: '[data-facing] [data-region]' },
  { file: 'verdict', dog: 'Bramble', path: 'verdict', wait: '[data-testid=verdict]' },
  {
    file: 'verdict-split-dim',
    dog: 'Old Tobit',
    path: 'verdict',
    wait: '[data-testid=visits]',
    theme: 'dim',
    act: async (page) => {
      await page.$eval('[data-testid=visits] li:nth-child(1) button', (button) => (button as HTMLElement).focus())
      await show(page, '[data-testid=visits]')
    },
  },
  { file: 'numbers', path: 'numbers', wait: 'input' },
  { file: 'bath', dog: 'Juniper', path: 'bath', wait: '[data-testid=timeline]' },
  {
    file: 'dry',
    dog: 'Tansy',
    path: 'dry',
    wait: '[data-testid=changeover]',
    act: async (page) => {
      await page.click('[data-testid=run] .btn-main')
      await shows(page, '[data-testid=finish]')
      await new Promise((done) => setTimeout(done, 1500))
    },
  },
  {
    file: 'cut',
    dog: 'Juniper',
    path: 'cut',
    wait: '[data-testid=lines]',
    act: async (page) => {
      await page.select('[data-testid=shapes] select', 'short-body-full-legs')
    },
  },
  {
    file: 'bench',
    dog: 'Tansy',
    path: 'bench',
    wait: '[data-testid=begin]:not([disabled]), [data-testid=now]',
    act: async (page) => {
      await page.$eval('[data-testid=begin]', (button) => (button as HTMLElement).click()).catch(() => {})
      await shows(page, '[data-testid=now]')
      await page.$eval('[data-testid=start]', (button) => (button as HTMLElement).click())
      for (let i = 0; i < 12 && !(await page.$('[data-testid=timer]')); i++) {
        await page.$eval('[data-testid=done]', (button) => (button as HTMLElement).click())
        await new Promise((done) => setTimeout(done, 300))
      }
      await new Promise((done) => setTimeout(done, 3000))
    },
  },
  {
    file: 'goodbye',
    path: '',
    wait: '[data-testid=after]',
    prepare: async () => {
      const [found] = await read<{ dogId: string }[]>('/search?q=quill')
      const { visits } = await read<{ visits: { id: string; summary: object | null }[] }>(`/dogs/${found!.dogId}`)
      return `visits/${visits.find(({ summary }) => summary)!.id}/goodbye`
    },
  },
  {
    file: 'life',
    path: '',
    wait: '[data-testid=record]',
    prepare: async () => `dogs/${(await read<{ dogId: string }[]>('/search?q=juniper'))[0]!.dogId}`,
  },
  { file: 'shelf', path: 'shelf', wait: '[data-product]' },
  {
    file: 'house',
    path: 'house',
    wait: '[data-school]',
    act: async (page) => {
      await shows(page, '[data-school=mats-when] [data-testid=example]')
    },
  },
  { file: 'right', path: 'house/right', wait: '[data-kind] svg' },
  {
    file: 'before',
    path: '',
    wait: '[data-testid=before-page]',
    phone: true,
    prepare: async () => {
      const { visits } = await read<Day>(`/day?date=${daysAfter((await read<Day>('/day')).date, 1)}`)
      await send('POST', `/visits/${visits[0]!.id}/before`, {})
      return (await read<Message[]>('/outbox')).find(({ link }) => link.startsWith('/b/'))!.link.slice(1)
    },
  },
  {
    file: 'owner-page',
    path: '',
    wait: '[data-testid=owner-page]',
    phone: true,
    prepare: async () => {
      await send('POST', `/plans/${(await visit('Bramble')).latestPlan!.id}/ask`, {})
      return (await read<Message[]>('/outbox'))[0]!.link.slice(1)
    },
  },
]

const person = (await read<Salon>('/salon')).people.find(({ role }) => role === 'groomer')!.id
mkdirSync(OUT, { recursive: true })
/** Screens that a picture was taken of, by their path in the one list of them. */
const pictured = new Set<string>()
const browser = await openBrowser()
try {
  for (const { file, dog, path, wait, theme = 'light', phone, prepare, act } of VIEWS) {
    const other = await prepare?.()
    const page = await browser.newPage()
    await page.setViewport(phone ? PHONE : { width: WIDTH, height: HEIGHT })
    await page.evaluateOnNewDocument(
      (chosen: string, person: string) => {
        localStorage.setItem('etude.theme', chosen)
        localStorage.setItem('etude.person', person)
      },
      theme,
      person,
    )
    await page.goto(`${base}${dog ? `visits/${await visitOf(base, dog)}/` : ''}${other ?? path}`)
    await shows(page, wait)
    const screen = screenAt(new URL(page.url()).pathname)
    if (!screen) throw new Error(`${file}: no screen has the path ${new URL(page.url()).pathname}`)
    pictured.add(screen.path)
    await act?.(page)
    await page.evaluate(() => document.fonts.ready.then(() => new Promise((done) => setTimeout(done, 700))))
    await page.screenshot({ path: join(OUT, `${file}.png`) as `${string}.png` })
    await page.close()
  }
  const without = SCREENS.filter(({ path }) => !pictured.has(path)).map(({ label }) => label)
  say(`${pictured.size} screens pictured; none of: ${without.join(', ')}`)
} finally {
  await browser.close()
}
