import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Browser, Page } from 'puppeteer-core'
import { afterAll, beforeAll, expect, test } from 'vitest'
import { PASSPHRASE } from '../test/harness/door.ts'
import { click, fill, keyServed, openBrowser, PATIENCE_MS, press, says } from './browser.ts'
import { axeFinds, openSalon, type Salon } from './salon.ts'

/* A salon over HTTPS with its own authority, opened from browsers with profiles of their own, as tablets and telephones are. */

let salon: Salon
let folder: string
const browsers: Browser[] = []
/** A device of its own. @param trusting the authority was installed on it */
async function newDevice(trusting: boolean): Promise<Page> {
  const browser = await openBrowser(trusting ? await keyServed(Number(new URL(salon.base).port)) : undefined)
  browsers.push(browser)
  const page = await browser.newPage()
  page.setDefaultTimeout(PATIENCE_MS)
  await page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }])
  await page.setBypassCSP(true)
  return page
}

/** A finger that is always the right one (Chrome DevTools Protocol, WebAuthn domain). */
async function withFinger(page: Page): Promise<void> {
  const session = await page.createCDPSession()
  await session.send('WebAuthn.enable')
  await session.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  })
}

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'etude-authority-'))
  salon = await openSalon({ empty: true, tls: folder })
})
afterAll(async () => {
  for (const browser of browsers) await browser.close()
  await salon?.close()
  rmSync(folder, { recursive: true, force: true })
})

test('a tablet that trusts the authority is let in by its code; the owner’s passkey lets them in by a touch', async () => {
  const desk = await newDevice(true)
  await withFinger(desk)
  await desk.goto(salon.base)
  const ownerId = await desk.evaluate(async (passphrase: string) => {
    const send = async (path: string, body: object): Promise<{ people: { id: string }[] }> =>
      (
        await fetch(`/api${path}`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
        })
      ).json()
    await send('/salon/begin', { name: 'Harbour Row', country: 'GB' })
    const { people } = await send('/people', { name: 'Odile', role: 'groomer', experience: 'expert' })
    await send('/access/lock', { ownerId: people[0]!.id, passphrase, device: 'Desk' })
    return people[0]!.id
  }, PASSPHRASE)
  expect(ownerId).toBeTruthy()
  await desk.goto(`${salon.base}house/access`)
  await fill(desk, 'A name for it', 'The desk’s finger')
  await press(desk, 'Make a passkey')
  await says(desk, 'at localhost, made')
  expect(await axeFinds(desk)).toEqual([])
  await press(desk, 'Let another in')
  const code = await (await desk.waitForSelector('[data-testid=invitation] .figure'))!.evaluate(
    (one) => one.textContent!,
  )
  const fingerprint = await desk.$eval('[data-testid=fingerprint] .figure', (one) => one.textContent)
  expect(fingerprint).toMatch(/^(?:[0-9A-F]{2}:){31}[0-9A-F]{2}$/)

  // Who does not have the authority is warned before anything is shown.
  const stranger = await newDevice(false)
  await expect(stranger.goto(salon.base)).rejects.toThrow('ERR_CERT_AUTHORITY_INVALID')

  const tablet = await newDevice(true)
  await tablet.goto(`${salon.base}#code=${code}`)
  await fill(tablet, 'A name for this device', 'Tablet')
  await press(tablet, 'Let this device in')
  await says(tablet, 'Who is here?')
  const cookies = await tablet.browserContext().cookies()
  expect(
    cookies.filter(({ name }) => name.startsWith('etude_')).map(({ secure, httpOnly }) => [secure, httpOnly]),
  ).toEqual([[true, true]])
  // The tablet has a finger too, and no passkey: it says so, and the words still do.
  await withFinger(tablet)
  await press(tablet, 'Odile')
  await press(tablet, 'By a passkey')
  await says(tablet, 'this device has no passkey for this salon')
  await fill(tablet, 'The owner’s passphrase', PASSPHRASE)
  await click(tablet, '[data-testid=door] button[type=submit]')
  await tablet.waitForSelector('[data-testid=signed-in]')

  // Out at the desk and in again by a touch, and what asks for the passphrase is open.
  await click(desk, '[data-testid=signed-in]')
  await press(desk, 'Odile')
  await desk.waitForSelector('::-p-text(By a passkey)')
  expect(await axeFinds(desk)).toEqual([])
  await press(desk, 'By a passkey')
  await desk.waitForSelector('[data-testid=signed-in]')
  await says(desk, 'The desk’s finger')
  await says(desk, 'used')
  await press(desk, 'Take away')
  await says(desk, 'Make a passkey')
  await desk.waitForFunction(() => !document.querySelector('[aria-label="Passkeys"]'))
})
