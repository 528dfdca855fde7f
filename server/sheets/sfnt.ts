import { inflateSync } from 'node:zlib'

const WOFF = 0x774f4646
const WOFF_HEADER = 44
const WOFF_ENTRY = 20
const SFNT_HEADER = 12
const SFNT_ENTRY = 16
const padded = (length: number): number => (length + 3) & ~3

/**
 * The plain font in a WOFF 1.0 file, its tables inflated once: a PDF library that reads WOFF inflates them again for
 * every letter it embeds, which took nine tenths of a sheet's time. W3C WOFF File Format 1.0, sections 3 to 5.
 * @throws {Error} on anything but WOFF 1.0
 */
export function sfntOf(woff: Buffer): Buffer {
  if (woff.length < WOFF_HEADER || woff.readUInt32BE(0) !== WOFF)
    throw new Error(`sfntOf takes a WOFF 1.0 file, got one that begins with ${woff.subarray(0, 4).toString('latin1')}`)
  const count = woff.readUInt16BE(12)
  const tables = Array.from({ length: count }, (_, i) => {
    const at = WOFF_HEADER + i * WOFF_ENTRY
    const offset = woff.readUInt32BE(at + 4)
    const packed = woff.subarray(offset, offset + woff.readUInt32BE(at + 8))
    const length = woff.readUInt32BE(at + 12)
    return {
      tag: woff.readUInt32BE(at),
      checksum: woff.readUInt32BE(at + 16),
      // Stored as it is where packing did not make it smaller.
      data: packed.length < length ? inflateSync(packed) : packed,
    }
  })
  const start = SFNT_HEADER + count * SFNT_ENTRY
  const sfnt = Buffer.alloc(tables.reduce((size, { data }) => size + padded(data.length), start))
  const power = Math.floor(Math.log2(count))
  sfnt.writeUInt32BE(woff.readUInt32BE(4), 0)
  sfnt.writeUInt16BE(count, 4)
  sfnt.writeUInt16BE(2 ** power * SFNT_ENTRY, 6)
  sfnt.writeUInt16BE(power, 8)
  sfnt.writeUInt16BE((count - 2 ** power) * SFNT_ENTRY, 10)
  let offset = start
  for (const [i, { tag, checksum, data }] of tables.entries()) {
    const at = SFNT_HEADER + i * SFNT_ENTRY
    sfnt.writeUInt32BE(tag, at)
    sfnt.writeUInt32BE(checksum, at + 4)
    sfnt.writeUInt32BE(offset, at + 8)
    sfnt.writeUInt32BE(data.length, at + 12)
    data.copy(sfnt, offset)
    offset += padded(data.length)
  }
  return sfnt
}
