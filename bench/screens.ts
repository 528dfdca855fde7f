import { performance } from 'node:perf_hooks'
import type { KeyInput, Page } from 'puppeteer-core'
import { openBrowser, shows, visitOf } from '../e2e/browser.ts'
import { SCREENS } from '../web/app/screens.ts'
import { median, p95, stands } from './timing.ts'

/*
 * What is felt around the work itself, on a running salon with the made-up dogs: npm run bench:screens [address]
 * The first screen cold over a slow network; dialogs from the key to the dialog painted, the processor slowed four
 * times; memory after two hundred changes of screen.
 */
const base = process.argv[2] ?? 'http://127.0.0.1:4300/'
const SLOWER = 4
const COLD_STARTS = 5
/** Slow Wi-Fi at the far end of a salon: bytes a second each way, and ms for an answer. */
const SLOW_WIFI = { download: (5 * 1024 * 1024) / 8, upload: (2 * 1024 * 1024) / 8, latency: 40 }
const OPENINGS = 12
const ROUNDS = 10
const A_ROUND = 20

const browser = await openBrowser()

/** ms from asking for the page to its dogs being painted, nothing kept from before. */
async function coldStart(): Promise<number> {
  const context = await browser.createBrowserContext()
  const page = await context.newPage()
  await page.emulateNetworkConditions(SLOW_WIFI)
  const start = performance.now()
  await page.goto(base, { waitUntil: 'domcontentloaded' })
  await shows(page, '[data-dog]')
  await page.evaluate(() => new Promise((painted) => requestAnimationFrame(() => requestAnimationFrame(painted))))
  const took = performance.now() - start
  await context.close()
  return took
}

/** ms from a key to the frame with the dialog that it opens, each. */
async function openings(page: Page, key: KeyInput): Promise<number[]> {
  await page.evaluate(`
    window.__opened = [];
    // Watched from the first dialog on, once.
    if (window.__pressed === undefined) {
      window.__pressed = null;
      addEventListener('keydown', (event) => { if (event.key !== 'Escape') window.__pressed = event.timeStamp; }, true);
      new MutationObserver(() => {
        if (window.__pressed === null || !document.querySelector('[role=dialog]')) return;
        const since = window.__pressed;
        window.__pressed = null;
        requestAnimationFrame(() => {
          const channel = new MessageChannel();
          channel.port1.onmessage = () => window.__opened.push(performance.now() - since);
          channel.port2.postMessage(0);
        });
      }).observe(document.body, { subtree: true, childList: true });
    }
  `)
  for (let i = 0; i < OPENINGS; i++) {
    await page.keyboard.press(key)
    await shows(page, '[role=dialog]')
    await page.keyboard.press('Escape')
    await page.waitForFunction(() => !document.querySelector('[role=dialog]'))
  }
  return (await page.evaluate('window.__opened')) as number[]
}

/** Bytes of the page's heap once what is not needed was thrown away, and how many nodes of the page are kept. */
async function kept(page: Page): Promise<{ heap: number; nodes: number }> {
  const session = await page.createCDPSession()
  await session.send('HeapProfiler.collectGarbage')
  const { JSHeapUsedSize = 0, Nodes = 0 } = await page.metrics()
  await session.detach()
  return { heap: JSHeapUsedSize, nodes: Nodes }
}

try {
  const cold: number[] = []
  for (let i = 0; i < COLD_STARTS; i++) cold.push(await coldStart())
  console.log(
    `first screen, nothing kept, 5 Mbit/s and 40 ms away: median ${median(cold).toFixed(0)} ms, slowest ${Math.max(...cold).toFixed(0)} ms of ${COLD_STARTS}`,
  )

  const visit = await visitOf(base, 'Mortimer')
  const page = await browser.newPage()
  await page.goto(`${base}visits/${visit}/look`)
  await shows(page, '[data-facing] [data-region]')
  await stands()
  await page.emulateCPUThrottling(SLOWER)
  for (const [what, key] of [
    ['the sheet of keys', '?'],
    ['what was found', 'f'],
  ] as const) {
    const [first, ...more] = await openings(page, key as KeyInput)
    console.log(
      `key to ${what}, ${SLOWER}x slower: the first ${first!.toFixed(0)} ms, then median ${median(more).toFixed(0)} ms, 95th percentile ${p95(more).toFixed(0)} ms over ${more.length}`,
    )
  }
  await page.emulateCPUThrottling(1)

  // Within the page, as a tap on a link goes: the router hears of a changed address.
  const paths = SCREENS.filter(({ needs }) => needs === 'nothing' || needs === 'visit')
    .map(({ path }) => path.replace(':visitId', visit))
    .filter((path) => !path.endsWith('/second/look'))
  const goTo = async (path: string): Promise<void> => {
    await page.evaluate((to) => {
      history.pushState({ idx: 0 }, '', to)
      dispatchEvent(new PopStateEvent('popstate', { state: { idx: 0 } }))
    }, path)
    await shows(page, 'main h1')
  }
  const round = async (from: number): Promise<void> => {
    for (let i = 0; i < A_ROUND; i++) await goTo(paths[(from + i) % paths.length]!)
  }
  // Once round first, so that what is loaded once is there.
  for (const path of paths) await goTo(path)
  const start = await kept(page)
  const mb = (bytes: number): string => (bytes / 1024 / 1024).toFixed(1)
  const heaps: string[] = []
  for (let i = 0; i < ROUNDS; i++) {
    await round(i * A_ROUND)
    heaps.push(mb((await kept(page)).heap))
  }
  const end = await kept(page)
  console.log(
    `${ROUNDS * A_ROUND} changes of screen: ${mb(start.heap)} MB before, ${mb(end.heap)} MB after (${heaps.join(', ')}); nodes ${start.nodes} before, ${end.nodes} after`,
  )
} finally {
  await browser.close()
}
