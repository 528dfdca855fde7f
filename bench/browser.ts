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
  // Event Timing: from the key going down to the frame with the score on it being shown, to the nearest 8 ms. React
  // commits a key's change before that frame; what follows later (the dog's turn) is not in it, so it is timed beside.
  await page.evaluate(`
    window.__paints = [];
    window.__turns = [];
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) if (entry.name === 'keydown') window.__paints.push(entry.duration);
    }).observe({ type: 'event', durationThreshold: 16 });
    addEventListener('keydown', (event) => {
      const place = () => document.querySelector('[data-testid=stage]').dataset.focus;
      const before = place();
      const seen = () => {
        if (place() === before) return requestAnimationFrame(seen);
        const channel = new MessageChannel();
        channel.port1.onmessage = () => window.__turns.push(performance.now() - event.timeStamp);
        channel.port2.postMessage(0);
      };
      requestAnimationFrame(seen);
    }, true);
  `)
  for (let i = 0; i < KEYS; i++) {
    await page.keyboard.press(`Digit${i % 4}` as KeyInput)
    await new Promise((done) => setTimeout(done, 200))
  }
  for (const [what, list] of [
    ['painted score', '__paints'],
    ['the next place shown, the dog turned', '__turns'],
  ] as const) {
    const times = (await page.evaluate(`window.${list}`)) as number[]
    console.log(
      `key to ${what}, ${SLOWER}x slower: median ${median(times).toFixed(0)} ms, 95th percentile ${p95(times).toFixed(0)} ms over ${times.length} keys`,
    )
  }
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
