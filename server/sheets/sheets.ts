import type { GoodbyePage } from '../../contract/api/goodbye.ts'
import { dayText, fullDateText, minutesText, moneyText } from '../../contract/words/index.ts'
import { coatPartOf, DEFAULT_LENGTHS, REGION_SIDES } from '../../core/index.ts'
import { busierSide, drawDog, drawLegend } from './map.ts'
import { Paper, SOFT } from './paper.ts'

const nextText = ({ next: { on, at } }: GoodbyePage): string => `${fullDateText(on)}${at ? ` at ${at}` : ''}`
const index = (value: number | null): string => (value === null ? 'not seen' : String(Math.round(value)))

/** Lengths of the coat as it came, for the drawing before. */
const cameMm = ({ dog }: GoodbyePage): number[] => {
  const mm = { ...DEFAULT_LENGTHS[dog.coatType], ...dog.lengthMm }
  return REGION_SIDES.map(({ region }) => mm[coatPartOf(region, dog.coatType)])
}

function head(paper: Paper, title: string, { name, owner, at, by, salon }: GoodbyePage): void {
  const right = dayText(at)
  const rightWidth = paper.widthOf(right, { size: 11 })
  paper.fitted(`${name}, ${title}`, paper.left, paper.y, paper.width - rightWidth - 20, {
    size: 20,
    least: 11,
    bold: true,
  })
  paper.at(right, paper.left + paper.width - rightWidth, paper.y + 8, { size: 11 })
  paper.y += 28
  const who = [`for ${owner}`, ...(by.length > 0 ? [`done by ${by.join(' and ')}`] : []), salon].join(' · ')
  paper.fitted(who, paper.left, paper.y, paper.width, { size: 10, least: 7, colour: SOFT })
  paper.y += 15
  paper.rule()
}

interface Pictured {
  readonly label: string
  readonly view: 'left' | 'right' | 'underside'
  readonly rows: GoodbyePage['before']
  readonly mm: readonly number[]
}

function pictures(paper: Paper, page: GoodbyePage, row: readonly Pictured[], height: number): void {
  const width = paper.width / row.length
  for (const [i, { label, view, rows, mm }] of row.entries()) {
    const x = paper.left + i * width
    drawDog(paper, view, { rows, dog: page.dog, mm }, { x: x + 4, y: paper.y, width: width - 8, height: height - 14 })
    paper.at(label, x + 8, paper.y + height - 10, { size: 8.5, colour: SOFT })
  }
  paper.y += height + 4
}

/** A table of short cells; the first column takes what is left over. */
function table(paper: Paper, header: readonly string[], rows: readonly (readonly string[])[], most: number): void {
  const column = 78
  const size = 9
  const xs = header.map((_, i) => (i === 0 ? paper.left : paper.left + paper.width - (header.length - i) * column))
  const line = (cells: readonly string[], bold: boolean): void => {
    for (const [i, cell] of cells.entries()) {
      const width = i === 0 ? paper.width - (header.length - 1) * column - 6 : column - 6
      const x = i === 0 ? xs[0]! : xs[i]! + column - 6 - Math.min(width, paper.widthOf(cell, { size, bold }))
      paper.fitted(cell, x, paper.y, width, { size, least: 6, bold })
    }
    paper.y += size * 1.35
  }
  line(header, true)
  for (const row of rows.slice(0, most)) line(row, false)
  if (rows.length > most) paper.paragraph(`and ${rows.length - most} more, in the record`, { size, colour: SOFT })
}

/** The groomer's sheet: everything that the next pair of hands wants to know, on one page. */
export async function groomerSheet(page: GoodbyePage): Promise<Buffer> {
  const paper = new Paper(`${page.name}, groomer's sheet`, page.salon)
  head(paper, 'the groom', page)
  paper.paragraph(page.did, { size: 10.5, bold: true, most: 3 })
  paper.y += 4
  const came = cameMm(page)
  const views = ['left', 'right', 'underside'] as const
  pictures(
    paper,
    page,
    views.map((view) => ({ label: `came, ${view}`, view, rows: page.before, mm: came })),
    98,
  )
  pictures(
    paper,
    page,
    views.map((view) => ({ label: `went, ${view}`, view, rows: page.after, mm: page.outlineMm })),
    98,
  )
  drawLegend(paper, paper.left, paper.y)
  paper.y += 16
  const { before, after } = page.indices
  table(
    paper,
    ['0 to 100, 100 is worst', 'Mats', 'Undercoat', 'Condition'],
    [
      ['As it came', index(before.mat), index(before.undercoat), index(before.condition)],
      ['As it went', index(after.mat), index(after.undercoat), index(after.condition)],
    ],
    2,
  )
  if (page.work.length > 0) {
    paper.heading('Minutes')
    const { planned, taken, whole } = page.minutes
    table(
      paper,
      ['Work', 'Planned', 'Taken', 'Steps done'],
      [
        ...page.work
          .filter(({ plannedMin, takenMin }) => plannedMin >= 0.5 || (takenMin ?? 0) >= 0.5)
          .map(({ label, plannedMin, takenMin, done, steps }) => [
            label,
            minutesText(plannedMin),
            takenMin === null ? '' : minutesText(takenMin),
            `${done} of ${steps}`,
          ]),
        ['All', minutesText(planned), taken === null ? '' : minutesText(taken), ''],
        ...(whole === null ? [] : [['With the waits in the tub', minutesText(whole), '', '']]),
      ],
      11,
    )
  }
  if (page.cut.length > 0 || page.tools.length > 0) {
    paper.heading('Cut and tools')
    paper.list([...page.cut, ...(page.tools.length > 0 ? [`Tools: ${page.tools.join(', ')}`] : [])], {
      size: 9,
      most: 10,
      keep: 110,
    })
  }
  if (page.products.length > 0) {
    paper.heading('Products')
    paper.paragraph(page.products.map(({ name, ml }) => `${name}, ${Math.round(ml)} ml mixed`).join('; '), {
      size: 9,
      most: 3,
    })
  }
  const noted = [
    ...page.found.map((line) => `Seen: ${line}`),
    ...page.incidents.map(
      ({ text, did, told }) => `${text}${did ? `: ${did}` : ''}${told ? '; owner told' : '; owner not told yet'}`,
    ),
    ...page.skipped.map(({ what, why }) => `Not done: ${what} (${why})`),
    ...(page.note ? [page.note] : []),
  ]
  if (noted.length > 0) {
    paper.heading('To know')
    paper.list(noted, { size: 9, most: 8, keep: 50 })
  }
  paper.heading('Next')
  paper.paragraph(
    `${nextText(page)}, ${page.next.why}. Nails in ${page.next.nailsWeeks} weeks. ${moneyText(page.price.total, page.price.currency)}.${
      page.checkedBy ? ` Comb check by ${page.checkedBy}.` : ''
    }`,
    { size: 9, most: 3 },
  )
  return paper.finish()
}

/** A part of the owner's sheet: a heading, and what stands under it. */
interface Block {
  readonly heading: string
  readonly text?: string
  readonly lines?: readonly string[]
  /** A smaller word under the lines. */
  readonly aside?: string
  /** At the smallest size, lines to the most, and points kept free below for what follows. */
  readonly most: number
  readonly keep: number
}

/** Largest first: an owner reads it at arm's length where there is room. */
const OWNER_SIZES = [14, 13, 12, 11] as const
const LEAST_SIZE = 11
const ASIDE = 1

const blocksOf = (page: GoodbyePage): Block[] => [
  { heading: 'What we did', text: page.did, most: 4, keep: 0 },
  ...(page.askVet.length > 0
    ? [
        {
          heading: 'Please show your vet',
          lines: page.askVet,
          aside: 'We say what we saw; what it is, only a vet can say.',
          most: 5,
          keep: 220,
        },
      ]
    : []),
  ...(page.incidents.length > 0
    ? [
        {
          heading: 'What happened on the way',
          lines: page.incidents.map(({ text, did }) => `${text}${did ? `: ${did}` : ''}`),
          most: 4,
          keep: 200,
        },
      ]
    : []),
  { heading: 'At home until next time', lines: page.care.lines, most: 9, keep: 110 },
  { heading: 'Next visit', text: `${nextText(page)}: ${page.next.why}. ${page.next.later}`, most: 4, keep: 0 },
  ...(page.note ? [{ heading: 'A word from us', text: page.note, most: 6, keep: 0 }] : []),
  {
    heading: 'Today',
    text: `${moneyText(page.price.total, page.price.currency)}. Thank you.`,
    most: 2,
    keep: 0,
  },
]

const heightOf = (paper: Paper, { text, lines = [], aside }: Block, size: number): number =>
  paper.headingHeight(size) +
  paper.heightOf(text ? [text] : [], size) +
  paper.heightOf(lines, size, true) +
  paper.heightOf(aside ? [aside] : [], size - ASIDE)

/** The owner's sheet: no figures of the trade, one page, in the largest type that has room. */
export async function ownerSheet(page: GoodbyePage): Promise<Buffer> {
  const paper = new Paper(`${page.name}, from ${page.salon}`, page.salon)
  head(paper, 'home again', page)
  const side = busierSide(page.before)
  const blocks = blocksOf(page)
  const fits = (size: number, picture: number): boolean =>
    paper.y + picture + blocks.reduce((sum, block) => sum + heightOf(paper, block, size), 0) <= paper.bottom
  const size = OWNER_SIZES.find((one) => fits(one, OWNER_PICTURE + LEGEND)) ?? LEAST_SIZE
  pictures(
    paper,
    page,
    [
      { label: 'As it came', view: side, rows: page.before, mm: cameMm(page) },
      { label: 'As it goes home', view: side, rows: page.after, mm: page.outlineMm },
    ],
    OWNER_PICTURE,
  )
  drawLegend(paper, paper.left, paper.y)
  paper.y += 14
  for (const { heading, text, lines, aside, most, keep } of blocks) {
    paper.heading(heading, size)
    if (text) paper.paragraph(text, { size, most: size > LEAST_SIZE ? MANY : most })
    if (lines) paper.list(lines, size > LEAST_SIZE ? { size, most: MANY } : { size, most, keep })
    if (aside) paper.paragraph(aside, { size: size - ASIDE, colour: SOFT, most: 2 })
  }
  return paper.finish()
}

const OWNER_PICTURE = 175
const LEGEND = 18
/** Where everything fits nothing is left out. */
const MANY = 99
