import { openBrowser, shows, visitOf } from './e2e/browser.ts'
const base = 'http://127.0.0.1:4300/'
const b = await openBrowser()
const p = await b.newPage()
const made = await (await fetch(`${base}api/visits`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ startsAt: new Date().toISOString(), slotMinutes: 150, personId: null, owner: { name: 'Cornelia Ash', phone: '' }, dog: { name: 'Sorrel', coatType: 'curly', weightKg: 11 } }) })).json()
const shot = async (n: string) => { await new Promise(r => setTimeout(r, 600)); await p.screenshot({ path: `/tmp/s-${n}.png` }) }
for (const [w, h, tag] of [[1280, 800, 'd'], [390, 844, 'm']] as const) {
  await p.setViewport({ width: w, height: h })
  await p.goto(`${base}visits/${await visitOf(base, 'Quill')}/arrival`); await shows(p, 'form'); await shot(`known-${tag}`)
  await p.goto(`${base}visits/${made.id}/arrival`); await shows(p, 'form'); await shot(`new1-${tag}`)
  await p.evaluate(() => (document.querySelector('form [type=submit]') as HTMLElement).click()); await shot(`new2-${tag}`)
  await p.goto(`${base}visits/${made.id}/look`); await shows(p, '[data-front] [data-region]')
  if (tag === 'd') for (let i = 0; i < 39; i++) await p.keyboard.press(i === 38 ? 'Digit3' : 'Digit0')
  await shot(`look1-${tag}`)
  if (tag === 'd') await p.keyboard.press('KeyN'); else await p.keyboard.press('KeyU')
  await shot(`look2-${tag}`)
}
await b.close()
