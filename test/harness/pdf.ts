import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'

/** Pages and text of a PDF as another library than the one that writes them reads them. */
export async function readPdf(bytes: Buffer | Uint8Array): Promise<{ pages: number; text: string; lowest: number }> {
  const document = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise
  const page = await document.getPage(1)
  const { items } = await page.getTextContent()
  const parts = items.flatMap((item) => ('str' in item ? [item] : []))
  return {
    pages: document.numPages,
    text: parts
      .map(({ str }) => str)
      .join(' ')
      .replace(/\s+/g, ' '),
    lowest: Math.min(...parts.filter(({ str }) => str.trim() !== '').map(({ transform }) => transform[5] as number)),
  }
}
