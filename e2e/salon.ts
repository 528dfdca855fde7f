import { type ChildProcess, fork } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { createRequire } from 'node:module'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Browser, BrowserContext, Page } from 'puppeteer-core'
import { Sequelize } from 'sequelize'
import type { NewVisit, Visit } from '../contract/api/visits.ts'
import { ROOT } from '../scripts/build.ts'
import { freePort } from '../scripts/postgres.ts'
import { makeDemoDatabase } from '../test/harness/demo.ts'
import { makeDatabase } from '../test/harness/server.ts'
import { keyServed, openBrowser, PATIENCE_MS } from './browser.ts'

/** The built server on a database of its own with the demo salon, and a browser; the server can be killed and brought back. */
export interface Salon {
  readonly base: string
  readonly browser: Browser
  /** @param device pages of one device share what it keeps */
  readonly newPage: (theme?: 'light' | 'dim', device?: string) => Promise<Page>
  /** @param body what is sent with anything but a read; nothing said without */
  readonly api: <T>(path: string, method?: 'GET' | 'POST' | 'PUT' | 'PATCH', body?: object) => Promise<T>
  /** A dog nobody here knows, for now unless said otherwise. */
  readonly book: (owner: string, dog: NewVisit['dog'], more?: Partial<NewVisit>) => Promise<Visit>
  readonly killServer: () => Promise<void>
  /** Does nothing where it runs. */
  readonly startServer: () => Promise<void>
  /** A statement on the salon's database, for what only time would bring about. */
  readonly sql: (statement: string) => Promise<unknown>
  readonly close: () => Promise<void>
}

/**
 * @param empty nothing is in it yet: whoever opens it first is asked
 * @param tls folder for an authority of its own: it is served over HTTPS, to browsers that trust it
 */
export async function openSalon({ empty = false, tls }: { empty?: boolean; tls?: string } = {}): Promise<Salon> {
  const { url, drop } = empty ? await makeDatabase() : await makeDemoDatabase(new Date())
  const database = new Sequelize(url, { logging: false })
  const port = await freePort()
  const folder = mkdtempSync(join(tmpdir(), 'etude-backups-'))
  const base = tls ? `https://localhost:${port}/` : `http://127.0.0.1:${port}/`
  let server: ChildProcess | null = null
  const startServer = (): Promise<void> =>
    new Promise((ready, reject) => {
      if (server && server.exitCode === null && server.signalCode === null) return ready()
      server = fork(join(ROOT, 'dist', 'server.mjs'), {
        execArgv: ['--max-old-space-size=256'],
        env: {
          ...process.env,
          NODE_ENV: 'production',
          DATABASE_URL: url,
          ETUDE_PORT: String(port),
          ETUDE_BACKUPS: folder,
          ETUDE_DEMO: empty ? 'ask' : '1',
          ...(tls ? { ETUDE_TLS: tls } : {}),
        },
      })
      server.once('message', (message: { ready?: true; failed?: { message: string } }) =>
        message.ready ? ready() : reject(new Error(message.failed?.message)),
      )
    })
  const killServer = (): Promise<void> =>
    new Promise((gone) => {
      if (!server || server.exitCode !== null || server.signalCode !== null) return gone()
      server.once('exit', () => gone())
      server.kill('SIGKILL')
    })
  const api: Salon['api'] = async <T>(path: string, method = 'GET', body: object = {}) =>
    (await (
      await fetch(`${base}api${path}`, {
        method,
        ...(method === 'GET' ? {} : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
      })
    ).json()) as T
  await startServer()
  const browser = await openBrowser(tls && (await keyServed(port)))
  const devices = new Map<string, BrowserContext>()
  /** What the pages wanted and their own policy did not let them. */
  const forbidden: string[] = []
  return {
    base,
    browser,
    async newPage(theme = 'light', device = '') {
      if (device && !devices.has(device)) devices.set(device, await browser.createBrowserContext())
      const page = await (devices.get(device) ?? browser).newPage()
      page.setDefaultTimeout(PATIENCE_MS)
      page.on('console', (said) => {
        if (said.text().includes('Content Security Policy')) forbidden.push(`${page.url()}: ${said.text()}`)
      })
      // A press is aimed and then made: what still moves in between is missed.
      await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }])
      await page.evaluateOnNewDocument((chosen: string) => localStorage.setItem('etude.theme', chosen), theme)
      return page
    },
    api,
    book: (name, dog, more = {}) =>
      api<Visit>('/visits', 'POST', {
        startsAt: new Date().toISOString(),
        slotMinutes: 150,
        personId: null,
        owner: { name, phone: '' },
        dog,
        ...more,
      }),
    killServer,
    startServer,
    sql: (statement) => database.query(statement),
    async close() {
      await browser.close()
      await database.close()
      await killServer()
      await drop()
      rmSync(folder, { recursive: true, force: true })
      if (forbidden.length > 0) throw new Error(forbidden.join('\n'))
    },
  }
}

/** Not the enhanced contrast of level AAA, which is off in a whole run too. */
const COLOUR_RULES = ['color-contrast', 'link-in-text-block']
const axePath = createRequire(import.meta.url).resolve('axe-core/axe.min.js')

/** What axe finds by all its rules, best practices with them, or by those of colour alone, as lines to read. The page must bypass its own script policy. */
export async function axeFinds(page: Page, only: 'colours' | 'all' = 'all'): Promise<string[]> {
  // Half a megabyte to read: once a page.
  if (await page.evaluate("typeof axe === 'undefined'")) await page.addScriptTag({ path: axePath })
  const rules = only === 'colours' ? { runOnly: { type: 'rule', values: COLOUR_RULES } } : {}
  const options = JSON.stringify({ resultTypes: ['violations'], ...rules })
  const { violations } = (await page.evaluate(`axe.run(document, ${options})`)) as {
    violations: { id: string; impact: string; nodes: { html: string }[] }[]
  }
  return violations.map(
    ({ id, impact, nodes }) => `${impact} ${id}: ${nodes.map(({ html }) => html.slice(0, 140)).join(' | ')}`,
  )
}
