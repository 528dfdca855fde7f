import { dayAndTimeText, dayText } from './dates.ts'

type Row = Record<string, unknown>

/** What an archive of an owner holds, for the page in it. */
export interface OwnerArchive {
  readonly at: string
  readonly tables: Readonly<Record<string, readonly Row[]>>
  /** Files beside the page. */
  readonly pictures: readonly string[]
}

const ESCAPES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }
const safe = (text: unknown): string => String(text ?? '').replace(/[&<>"]/g, (sign) => ESCAPES[sign]!)

const list = (lines: readonly string[]): string =>
  lines.length === 0 ? '<p>None.</p>' : `<ul>${lines.map((line) => `<li>${line}</li>`).join('')}</ul>`

const section = (title: string, body: string): string => `<section><h2>${title}</h2>${body}</section>`

const pageOf = (goodbye: Row | undefined): Row => (goodbye?.page ?? {}) as Row

/** All that a salon keeps of an owner, as a page that opens by itself, without a script: what is in the file beside it, in words. */
export function archivePage({ at, tables, pictures }: OwnerArchive): string {
  const rows = (table: string): readonly Row[] => tables[table] ?? []
  const client = rows('clients')[0] ?? {}
  const dogs = new Map(rows('dogs').map((dog) => [dog.id, dog]))
  const goodbyes = new Map(rows('goodbyes').map((goodbye) => [goodbye.visit_id, goodbye]))
  const visits = [...rows('visits')].sort((a, b) => String(b.starts_at).localeCompare(String(a.starts_at)))
  const visit = (one: Row): string => {
    const { did, verdict } = pageOf(goodbyes.get(one.id))
    const said = [verdict, did, goodbyes.get(one.id)?.note, one.called_off_why].filter(Boolean).map(safe)
    return `<strong>${safe(dogs.get(one.dog_id)?.name)}, ${safe(dayAndTimeText(String(one.starts_at)))}</strong> ${said.join(' ')}`
  }
  const message = (one: Row): string => `${safe(dayAndTimeText(String(one.at)))}: ${safe(one.body)}`
  const shown = (name: string): string => `<p><img src="${safe(name)}" alt="" style="max-width:100%"></p>`
  const details = [client.phone, client.second_phone, client.email, client.note].filter(Boolean).map(safe)
  const kinds = Object.entries(tables).filter(([, kept]) => kept.length > 0)
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>What is kept of ${safe(client.name)}</title>
<style>body{font:16px/1.5 sans-serif;max-width:44rem;margin:2rem auto;padding:0 1rem}li{margin:.4rem 0}</style></head><body>
<h1>What is kept of ${safe(client.name)}</h1>
<p>As it stood on ${safe(dayText(at))}. Every figure is in owner.json beside this page.</p>
${section('You', list(details))}
${section('Your dogs', list([...dogs.values()].map((dog) => `${safe(dog.name)}, ${safe(dog.breed)}`)))}
${section('Visits', list(visits.map(visit)))}
${section('Messages', list(rows('outbox').map(message)))}
${section('Pictures', pictures.length === 0 ? '<p>None.</p>' : pictures.map(shown).join(''))}
${section('What there is in owner.json', list(kinds.map(([table, kept]) => `${safe(table)}: ${kept.length}`)))}
</body></html>
`
}
