import { performance } from 'node:perf_hooks'
import type { KeyInput } from 'puppeteer-core'
import { openBrowser, shows } from '../e2e/browser.ts'

/*
 * The interface and the server as a groomer meets them, on a running salon: npm run bench:browser [address]
 * Key press to painted score with the processor slowed four times; reads over HTTP.
 */
const base = process.argv[2] ?? 'http://127.0.0.1:4300/'
const SLOWER = 4
const KEYS = 30
const READS = 60

const median = (times: readonly number[]): number => [...times].sort((a, b) => a - b)[times.length >> 1]!
const p95 = (times: readonly number[]): number => [...times].sort((a, b) => a - b)[Math.floor(times.length * 0.95)]!

// A dog of its own, far from today, so that every key scores a place nobody scored.
const added = await fetch(`${base}api/visits`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({
    startsAt: '2020-01-06T09:00:00.000Z',
    slotMinutes: 180,
    personId: null,
    owner: { name: 'Bench', phone: '' },
    dog: { name: 'Bench', coatType: 'curly', weightKg: 12 },
  }),
})
const { id: visit } = (await added.json()) as { id: string }
const browser = await openBrowser()
try {
  const page = await browser.newPage()
  await page.goto(`${base}visits/${visit}/look`)
  await shows(page, '[data-front] [data-region]')
  await page.emulateCPUThrottling(SLOWER)
  // From the key event to the first frame after the score stands in the document.
  await page.evaluate(`
    window.__paints = [];
    addEventListener('keydown', (event) => {
      const before = document.querySelector('[data-testid=progress]').textContent + document.querySelector('[data-testid=place]').textContent;
      const seen = () => {
        const now = document.querySelector('[data-testid=progress]').textContent + document.querySelector('[data-testid=place]').textContent;
        if (now === before) return requestAnimationFrame(seen);
        const channel = new MessageChannel();
        channel.port1.onmessage = () => window.__paints.push(performance.now() - event.timeStamp);
        channel.port2.postMessage(0);
      };
      requestAnimationFrame(seen);
    }, true);
  `)
  for (let i = 0; i < KEYS; i++) {
    await page.keyboard.press(`Digit${i % 4}` as KeyInput)
    await new Promise((done) => setTimeout(done, 120))
  }
  const paints = (await page.evaluate('window.__paints')) as number[]
  console.log(
    `key to painted score, ${SLOWER}x slower: median ${median(paints).toFixed(0)} ms, 95th percentile ${p95(paints).toFixed(0)} ms over ${paints.length} keys`,
  )
} finally {
  await browser.close()
}

for (const path of ['api/day', `api/visits/${visit}`, 'api/salon']) {
  const times: number[] = []
  for (let i = 0; i < READS; i++) {
    const start = performance.now()
    await (await fetch(`${base}${path}`)).arrayBuffer()
    times.push(performance.now() - start)
  }
  console.log(
    `read ${path.replace(visit, '{id}')}: median ${median(times).toFixed(1)} ms, 95th percentile ${p95(times).toFixed(1)} ms`,
  )
}
