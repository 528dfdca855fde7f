import { performance } from 'node:perf_hooks'
import type { KeyInput, Page } from 'puppeteer-core'
import { daysAfter } from '../contract/words/dates.ts'
import { openBrowser, shows, visitOf } from '../e2e/browser.ts'
import { median, p95, stands } from './timing.ts'

/*
 * The interface and the server as a groomer meets them, on a running salon: npm run bench:browser [address]
 * Key press to painted score with the processor slowed four times, at the pace of a whole dog in a minute and at one that
 * no hand keeps, and beside it what the same machine takes for a page that holds nothing; reads over HTTP.
 */
const base = process.argv[2] ?? 'http://127.0.0.1:4300/'
const SLOWER = 4
/** One for every place of the dog. */
const KEYS = 41
/** A whole dog in all four ways takes at most 80 keys and a minute: so many ms from key to key; and hurried beyond that. */
const PACES = [60_000 / 80, 400, 200]
/** No hand is a clock: a step is up to a third longer or shorter, spread evenly, the same in every run. */
const stepOf = (pace: number, i: number): number => pace * (1 + (2 * ((i * 0.618) % 1) - 1) / 3)
const READS = 60
const DRAG_MOVES = 150
/** How long a finger rests on what it touches; what happens from its lifting on is measured. */
const TOUCH_MS = 80
/** Shapes tried of each part. */
const SHAPES_EACH = 5

/** A dog of its own, far from today, so that every key scores a place nobody scored. @returns its visit */
async function freshDog(): Promise<string> {
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
  return ((await added.json()) as { id: string }).id
}

/**
 * Event Timing: from the key going down to the frame with what it changed being shown, to the nearest 8 ms. React commits a
 * key's change before that frame; what follows later is not in it.
 * @returns ms, of every key; 16 for what the browser does not tell of, since it was quicker
 */
async function paintedKeys(page: Page, pace: number): Promise<number[]> {
  await page.emulateCPUThrottling(SLOWER)
  await page.evaluate(`
    window.__paints = [];
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) if (entry.name === 'keydown') window.__paints.push(entry.duration);
    }).observe({ type: 'event', durationThreshold: 16 });
  `)
  for (let i = 0; i < KEYS; i++) {
    await page.keyboard.press(`Digit${i % 4}` as KeyInput)
    await new Promise((done) => setTimeout(done, stepOf(pace, i)))
  }
  const told = (await page.evaluate('window.__paints')) as number[]
  return [...told, ...Array.from({ length: KEYS - told.length }, () => 16)]
}

const visit = await freshDog()
const browser = await openBrowser()
try {
  for (const pace of PACES) {
    const page = await browser.newPage()
    await page.goto(`${base}visits/${await freshDog()}/look`)
    await shows(page, '[data-facing] [data-region]')
    await stands()
    await page.evaluate(`
      window.__turns = [];
      let pressed = 0;
      addEventListener('keydown', (event) => { pressed = event.timeStamp; }, true);
      // Heard of, not asked for at every frame: asking made the frames it asked in wait.
      new MutationObserver(() => {
        const since = pressed;
        requestAnimationFrame(() => {
          const channel = new MessageChannel();
          channel.port1.onmessage = () => window.__turns.push(performance.now() - since);
          channel.port2.postMessage(0);
        });
      }).observe(document.querySelector('[data-testid=stage]'), { attributeFilter: ['data-focus'] });
    `)
    const scores = await paintedKeys(page, pace)
    const turns = (await page.evaluate('window.__turns')) as number[]
    await page.close()
    const bare = await browser.newPage()
    await bare.setContent('<p style="font-size:20vh">0</p>')
    await bare.evaluate(`addEventListener('keydown', ({ key }) => { document.querySelector('p').textContent = key; })`)
    const digits = await paintedKeys(bare, pace)
    await bare.close()
    for (const [what, times] of [
      ['painted score', scores],
      ['the next place shown, the dog turned', turns],
      ['a digit painted on a page that holds nothing else', digits],
    ] as const)
      console.log(
        `key to ${what}, ${SLOWER}x slower, a key about every ${pace.toFixed(0)} ms: median ${median(times).toFixed(0)} ms, 95th percentile ${p95(times).toFixed(0)} ms over ${times.length} keys`,
      )
  }

  const page = await browser.newPage()
  await page.emulateCPUThrottling(SLOWER)
  // The cut: from a shape being touched to the frame with the dog so shaped; then what stands beside it may follow.
  await page.goto(`${base}visits/${await visitOf(base, 'Juniper')}/cut`)
  await shows(page, '[data-testid=part-shapes]')
  await page.evaluate(`
    window.__shapes = [];
    let touched = null;
    // Watching the dog costs nothing worth counting; reading it before and after did.
    new MutationObserver(() => {
      if (touched === null) return;
      const since = touched;
      touched = null;
      requestAnimationFrame(() => {
        const channel = new MessageChannel();
        channel.port1.onmessage = () => window.__shapes.push(performance.now() - since);
        channel.port2.postMessage(0);
      });
    }).observe(document.querySelector('[data-facing]'), { subtree: true, childList: true, attributes: true });
    addEventListener('click', (event) => {
      touched = event.target.closest('[data-testid=part-shapes] button') ? event.timeStamp : null;
    }, true);
  `)
  for (const part of ['feet', 'tail', 'ears', 'head', 'forelegs', 'chest']) {
    await page.click(`[data-shape-part=${part}]`)
    await shows(page, `[data-testid=part-shapes][data-part=${part}]`)
    const shapes = (await page.$$('[data-testid=part-shapes] button')).length
    for (let i = 1; i < Math.min(shapes, SHAPES_EACH); i++) {
      await page.click(`[data-testid=part-shapes] button:nth-of-type(${i + 1})`, { delay: TOUCH_MS })
      await new Promise((done) => setTimeout(done, 600))
    }
  }
  const shapes = (await page.evaluate('window.__shapes')) as number[]
  console.log(
    `touch to painted shape, ${SLOWER}x slower: median ${median(shapes).toFixed(0)} ms, 95th percentile ${p95(shapes).toFixed(0)} ms over ${shapes.length} shapes`,
  )

  // Drags across the charts: how long each frame took, from one to the next, while what is drawn changed with the handle.
  await page.emulateCPUThrottling(1)
  const DOG_DRAWN = `[...document.querySelectorAll('[data-facing] [data-region]')].map((p) => p.nextElementSibling?.getAttribute('fill')).join()`
  const CURVE_DRAWN = `[...document.querySelectorAll('svg[aria-label^="Water"] path')].map((p) => p.getAttribute('d')).join()`
  const STRANDS_DRAWN = `[...document.querySelectorAll('[data-testid=strands] [role=button]')].map((g) => g.getAttribute('transform')).join()`
  const bramble = `visits/${await visitOf(base, 'Bramble')}`
  const tomorrow = daysAfter(new Date().toISOString().slice(0, 10), 1)
  for (const [what, path, grip, drawn, reach] of [
    ['the budget', `${bramble}/verdict?tab=ask`, '[data-testid=budget] circle', DOG_DRAWN, 160],
    ['the changeover', `${bramble}/dry`, '[data-testid=changeover] circle', CURVE_DRAWN, 60],
    ['a dog of the day', `plan?date=${tomorrow}`, '[data-testid=strands] [role=button] rect', STRANDS_DRAWN, 160],
  ] as const) {
    await page.goto(`${base}${path}`)
    await shows(page, grip)
    await new Promise((done) => setTimeout(done, 3000))
    const handle = (await (await page.$(grip))!.boundingBox())!
    const [x, y] = [handle.x + handle.width / 2, handle.y + handle.height / 2]
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.evaluate(`
      window.__frames = [];
      window.__drawn = new Set();
      let last = performance.now();
      const tick = (now) => {
        window.__frames.push(now - last);
        window.__drawn.add(${drawn});
        last = now;
        requestAnimationFrame(tick);
      };
      requestAnimationFrame(tick);
    `)
    for (let i = 0; i < DRAG_MOVES; i++) {
      await page.mouse.move(x + reach * Math.sin((i / DRAG_MOVES) * 2 * Math.PI), y)
      await new Promise((done) => setTimeout(done, 16))
    }
    const frames = ((await page.evaluate('window.__frames')) as number[]).slice(2)
    await page.mouse.up()
    console.log(
      `dragging ${what}, the processor at its own speed: ${(1000 / median(frames)).toFixed(0)} frames a second at the median, 95th percentile ${p95(frames).toFixed(0)} ms a frame, ${await page.evaluate('window.__drawn.size')} pictures drawn over ${frames.length} frames`,
    )
  }
} finally {
  await browser.close()
}

for (const path of ['api/day', `api/visits/${visit}`, 'api/salon', `api/times?visitId=${visit}&minutes=120`]) {
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
