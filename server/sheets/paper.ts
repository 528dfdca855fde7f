import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import PDFDocument from 'pdfkit'
import { sfntOf } from './sfnt.ts'

type Weight = 400 | 700
type Script = 'latin' | 'latin-ext' | 'cyrillic'

const require = createRequire(import.meta.url)
const files = new Map<string, Buffer>()

/** A font as the web ships it, read and unpacked once. */
function fontFile(script: Script, weight: Weight): Buffer {
  const path = `@fontsource/onest/files/onest-${script}-${weight}-normal.woff`
  const known = files.get(path)
  if (known) return known
  const bytes = sfntOf(readFileSync(require.resolve(path)))
  files.set(path, bytes)
  return bytes
}

/** Which of the font's files draws a character; null for what none of them has. */
function scriptOf(character: string): Script | null {
  const code = character.codePointAt(0)!
  if (
    code < 0x100 ||
    (code >= 0x2000 && code <= 0x206f) ||
    code === 0x20ac ||
    code === 0x2122 ||
    code === 0x0152 ||
    code === 0x0153
  )
    return 'latin'
  if (code < 0x250 || (code >= 0x1e00 && code <= 0x1eff)) return 'latin-ext'
  return code >= 0x400 && code <= 0x52f ? 'cyrillic' : null
}

/** Words are measured at this size once, and scaled. */
const MEASURE = 100
const MOST_WIDTHS = 20_000
const widths = new Map<string, number>()

interface Run {
  readonly script: Script
  readonly text: string
}

/** Text by the file that draws it; what no file has becomes a question mark, so that nothing is dropped unseen. */
function runsOf(text: string): Run[] {
  const runs: { script: Script; text: string }[] = []
  for (const character of text.replace(/\s+/g, ' ')) {
    const script = scriptOf(character)
    const drawn = script === null ? '?' : character
    const last = runs.at(-1)
    // A space belongs to whatever stands before it.
    if (last && (last.script === (script ?? 'latin') || character === ' ')) last.text += drawn
    else runs.push({ script: script ?? 'latin', text: drawn })
  }
  return runs
}

export const INK = '#14201e'
export const SOFT = '#5a6562'
const MARGIN = 42
const LINE = 1.28
const ABOVE_HEADING = 7
/** Of lines with a mark before them, in widths of the type. */
const INDENT = 1.1

interface Style {
  readonly size?: number
  readonly bold?: boolean
  readonly colour?: string
}

/** One A4 page that is filled from the top and never runs over: what does not fit is said to be more. */
export class Paper {
  readonly #doc: PDFKit.PDFDocument
  readonly #chunks: Buffer[] = []
  readonly left = MARGIN
  readonly width: number
  readonly bottom: number
  y = MARGIN

  constructor(title: string, author: string) {
    this.#doc = new PDFDocument({
      size: 'A4',
      margin: 0,
      info: { Title: title, Author: author },
      // Nothing is written before a font is chosen.
      font: null as unknown as string,
    })
    this.#doc.on('data', (chunk: Buffer) => this.#chunks.push(chunk))
    this.width = this.#doc.page.width - 2 * MARGIN
    this.bottom = this.#doc.page.height - MARGIN
  }

  get draw(): PDFKit.PDFDocument {
    return this.#doc
  }

  #font(script: Script, bold: boolean): PDFKit.PDFDocument {
    const weight: Weight = bold ? 700 : 400
    const name = `${script} ${weight}`
    if (!this.#fonts.has(name)) {
      this.#doc.registerFont(name, fontFile(script, weight))
      this.#fonts.add(name)
    }
    return this.#doc.font(name)
  }
  readonly #fonts = new Set<string>()

  /** Width of a line, from those of its words: shaping every line anew takes most of a sheet's time. */
  widthOf(text: string, { size = 10, bold = false }: Style = {}): number {
    let units = 0
    for (const word of text.split(/(?= )/)) {
      const key = `${bold} ${word}`
      let known = widths.get(key)
      if (known === undefined) {
        known = runsOf(word).reduce(
          (sum, run) => sum + this.#font(run.script, bold).fontSize(MEASURE).widthOfString(run.text),
          0,
        )
        if (widths.size > MOST_WIDTHS) widths.clear()
        widths.set(key, known)
      }
      units += known
    }
    return (units * size) / MEASURE
  }

  /** Text broken into lines that fit a width; a word that is longer than a line is cut. */
  wrap(text: string, width: number, style: Style = {}): string[] {
    const lines: string[] = []
    let line = ''
    for (const word of text.replace(/\s+/g, ' ').trim().split(' ')) {
      const longer = line === '' ? word : `${line} ${word}`
      if (this.widthOf(longer, style) <= width) line = longer
      else {
        if (line !== '') lines.push(line)
        line = word
        while (this.widthOf(line, style) > width) {
          let cut = line.length - 1
          while (cut > 1 && this.widthOf(line.slice(0, cut), style) > width) cut--
          lines.push(line.slice(0, cut))
          line = line.slice(cut)
        }
      }
    }
    if (line !== '') lines.push(line)
    return lines
  }

  /** One line at a place, without wrapping. */
  at(text: string, x: number, y: number, { size = 10, bold = false, colour = INK }: Style = {}): void {
    let along = x
    for (const run of runsOf(text)) {
      this.#font(run.script, bold).fontSize(size).fillColor(colour).text(run.text, along, y, { lineBreak: false })
      along += this.widthOf(run.text, { size, bold })
    }
  }

  /** One line that is made smaller until it fits. */
  fitted(text: string, x: number, y: number, width: number, style: Style & { size: number; least: number }): number {
    let { size } = style
    while (size > style.least && this.widthOf(text, { ...style, size }) > width) size -= 0.5
    let shown = text
    while (shown.length > 1 && this.widthOf(`${shown}…`, { ...style, size }) > width && shown.length > 1)
      shown = shown.slice(0, -1)
    this.at(shown === text || this.widthOf(text, { ...style, size }) <= width ? text : `${shown}…`, x, y, {
      ...style,
      size,
    })
    return size
  }

  room(lines = 1, size = 10): boolean {
    return this.y + lines * size * LINE <= this.bottom
  }

  heading(text: string, size = 11): void {
    if (!this.room(2, size)) return
    this.y += ABOVE_HEADING
    this.at(text, this.left, this.y, { size, bold: true })
    this.y += size * LINE + 1
  }

  headingHeight = (size: number): number => ABOVE_HEADING + size * LINE + 1

  /** How much of the page some paragraphs take, points; `listed` with a mark before each. */
  heightOf(texts: readonly string[], size: number, listed = false): number {
    const width = this.width - (listed ? INDENT * size : 0)
    return texts.reduce((sum, text) => sum + this.wrap(text, width, { size }).length * size * LINE, 0)
  }

  /** Paragraphs with a mark before each, as many as there is room for above `keep` points of the page's foot. */
  list(
    items: readonly string[],
    { size = 10, keep = 0, most = 12 }: { size?: number; keep?: number; most?: number } = {},
  ): void {
    for (const [i, item] of items.entries()) {
      const lines = this.wrap(item, this.width - INDENT * size, { size })
      const fits = this.y + lines.length * size * LINE + keep + size * LINE <= this.bottom
      if (!fits || i >= most) {
        this.at(`and ${items.length - i} more, in the record`, this.left + INDENT * size, this.y, {
          size,
          colour: SOFT,
        })
        this.y += size * LINE
        return
      }
      this.at('–', this.left, this.y, { size, colour: SOFT })
      for (const line of lines) {
        this.at(line, this.left + INDENT * size, this.y, { size })
        this.y += size * LINE
      }
    }
  }

  paragraph(text: string, style: Style & { most?: number } = {}): void {
    const size = style.size ?? 10
    for (const line of this.wrap(text, this.width, style).slice(0, style.most ?? 6)) {
      if (!this.room(1, size)) return
      this.at(line, this.left, this.y, style)
      this.y += size * LINE
    }
  }

  rule(): void {
    this.#doc
      .moveTo(this.left, this.y + 3)
      .lineTo(this.left + this.width, this.y + 3)
      .lineWidth(0.6)
      .strokeColor(SOFT)
      .stroke()
    this.y += 7
  }

  async finish(): Promise<Buffer> {
    const done = new Promise((ready) => this.#doc.on('end', ready))
    this.#doc.end()
    await done
    return Buffer.concat(this.#chunks)
  }
}
