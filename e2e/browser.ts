import { createHash } from 'node:crypto'
import { once } from 'node:events'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { connect } from 'node:tls'
import puppeteer, { type Browser, type Page } from 'puppeteer-core'
import { findChromium } from '../scripts/packages.ts'

export const WIDTH = 1280
export const HEIGHT = 800

/** How long a test waits for what must come, in milliseconds: a machine under load may take many times as long as a quiet one, and nothing is measured here. */
export const PATIENCE_MS = 60_000

/**
 * Debian's Chromium, headless, with a profile of its own and no talk to the network.
 * @param trusts the key of a server whose certificate it takes, as if its authority was installed: base64 of the SHA-256 of
 * its SubjectPublicKeyInfo
 */
export async function openBrowser(trusts?: string): Promise<Browser> {
  const executablePath = findChromium()
  if (!executablePath) throw new Error('Chromium is missing; ./etude test installs it')
  return puppeteer.launch({
    executablePath,
    userDataDir: mkdtempSync(join(tmpdir(), 'etude-chromium-')),
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      ...(trusts ? [`--ignore-certificate-errors-spki-list=${trusts}`] : []),
    ],
    defaultViewport: { width: WIDTH, height: HEIGHT },
  })
}

/** What a browser that has this server's authority installed takes its certificate by. */
export async function keyServed(port: number): Promise<string> {
  const socket = connect({ host: '127.0.0.1', port, servername: 'localhost', rejectUnauthorized: false })
  await once(socket, 'secureConnect')
  const spki = socket.getPeerX509Certificate()!.publicKey.export({ type: 'spki', format: 'der' })
  socket.destroy()
  return createHash('sha256').update(spki).digest('base64')
}

/** The visit of a dog by name, found on the day screen's own data. */
export async function visitOf(base: string, dog: string): Promise<string> {
  const day = (await (await fetch(`${base}api/day`)).json()) as {
    visits: { id: string; arrival: { dog: { name: string } } }[]
  }
  const visit = day.visits.find(({ arrival }) => arrival.dog.name === dog)
  if (!visit) throw new Error(`there is no visit of ${dog} today`)
  return visit.id
}

/**
 * Nothing is held on to: an element in hand keeps its whole screen, long after it was left.
 * @throws {Error} where it never comes, with what stood there instead
 */
export async function shows(page: Page, selector: string): Promise<void> {
  try {
    await (await page.waitForSelector(selector))?.dispose()
  } catch (cause) {
    throw new Error(`${selector} never came at ${page.url()}, which shows: ${await shown(page)}`, { cause })
  }
}
const MOST_TOLD = 600
const shown = (page: Page): Promise<string> =>
  page
    .$eval('body', (body) => [...body.querySelectorAll('main, [role=alert]')].map((part) => part.textContent).join(' '))
    .then(
      (text) => text.slice(0, MOST_TOLD) || 'nothing',
      (error: Error) => `nothing that can be read (${error.message})`,
    )

/** Once what was just done stands on the screen. */
export const drawn = (page: Page): Promise<unknown> =>
  page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))))

/** Once these words stand anywhere on the page. */
export const says = (page: Page, words: string): Promise<unknown> =>
  page.waitForFunction((wanted: string) => document.body.textContent!.includes(wanted), {}, words)

/** Presses as a hand does: what is there, can be pressed and stands still. */
export const click = (page: Page, selector: string): Promise<void> => page.locator(selector).click()

/** Presses what bears these words. */
export const press = (page: Page, words: string): Promise<void> => click(page, `::-p-text(${words})`)

/** Types over what a field holds. */
export const fill = async (page: Page, label: string, text: string): Promise<void> => {
  const field = (await page.waitForSelector(`::-p-aria([name="${label}"])`))!
  await field.click({ count: 3 })
  await field.type(text)
}
