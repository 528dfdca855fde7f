import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { openBrowser, shows, visitOf } from '../e2e/browser.ts'
import { ROOT } from './build.ts'

/*
 * One picture of each main view, from the demo salon of a running server: npm run screenshots [address]
 */
const base = process.argv[2] ?? 'http://127.0.0.1:4300/'
const OUT = process.argv[3] ?? join(ROOT, 'docs', 'screenshots')

const VIEWS: readonly (readonly [
  file: string,
  dog: string | null,
  path: string,
  wait: string,
  theme: 'light' | 'dim',
])[] = [
  ['day', null, '', '[data-dog]', 'light'],
  ['arrival', 'Quill', 'arrival', 'form', 'light'],
  ['look', 'Mortimer', 'look', '[data-front] [data-region]', 'light'],
  ['look-dim', 'Kettle', 'look', '[data-front] [data-region]', 'dim'],
  ['verdict', 'Bramble', 'verdict', '[data-testid=verdict]', 'light'],
  ['place', 'Bramble', 'verdict', '[data-front] [data-region]', 'light'],
  ['verdict-stop', 'Biscuit', 'verdict', '[data-testid=stops]', 'light'],
  ['verdict-split-dim', 'Old Tobit', 'verdict', '[data-testid=verdict]', 'dim'],
  ['numbers', null, 'numbers', 'input', 'light'],
]

mkdirSync(OUT, { recursive: true })
const browser = await openBrowser()
try {
  for (const [file, dog, path, wait, theme] of VIEWS) {
    const page = await browser.newPage()
    await page.evaluateOnNewDocument((chosen: string) => localStorage.setItem('etude.theme', chosen), theme)
    await page.goto(`${base}${dog ? `visits/${await visitOf(base, dog)}/` : ''}${path}`)
    await shows(page, wait)
    if (file === 'place') {
      await page.$eval('[data-front] [data-region="side.left"]', (place) =>
        place.dispatchEvent(new MouseEvent('click', { bubbles: true })),
      )
      await shows(page, '[role=dialog]')
    }
    await page.evaluate(() => document.fonts.ready.then(() => new Promise((done) => setTimeout(done, 600))))
    await page.screenshot({ path: join(OUT, `${file}.png`) as `${string}.png` })
    await page.close()
  }
} finally {
  await browser.close()
}
