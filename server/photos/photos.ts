import type { Sequelize } from 'sequelize'
import { Op } from 'sequelize'
import type { NewPhoto, Photo } from '../../contract/api/photos.ts'
import { BadInput } from '../../contract/formats/problem.ts'
import { iso } from '../db/documents.ts'
import { NotFound } from '../db/errors.ts'
import { lockVisit } from '../db/locks.ts'
import { logChange } from '../db/log.ts'
import { PhotoRow } from '../db/models/index.ts'

/** First bytes of the pictures that are taken: what a file says of itself is not believed. */
const SIGNATURES: readonly (readonly [type: string, matches: (bytes: Buffer) => boolean])[] = [
  ['image/jpeg', (b) => b.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff]))],
  ['image/png', (b) => b.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]))],
  [
    'image/webp',
    (b) => b.subarray(0, 4).toString('latin1') === 'RIFF' && b.subarray(8, 12).toString('latin1') === 'WEBP',
  ],
]
const LEAST_BYTES = 16
const MOST_BYTES = 1_500_000

export const photoDoc = ({ id, kind, incidentId, takenAt }: PhotoRow): Photo => ({
  id,
  kind,
  incidentId,
  takenAt: iso(takenAt),
})

/** Photos, beside everything else in the database, so that one backup holds them. */
export class PhotoRepo {
  readonly #sequelize: Sequelize
  constructor(sequelize: Sequelize) {
    this.#sequelize = sequelize
  }

  async of(visitId: string): Promise<Photo[]> {
    const rows = await PhotoRow.findAll({
      where: { visitId, removedAt: { [Op.is]: null } },
      attributes: { exclude: ['bytes'] },
      order: [['takenAt', 'ASC']],
    })
    return rows.map(photoDoc)
  }

  /** Keeps a picture; one that comes twice is kept once. @throws {BadInput} for what is no picture by its content */
  async add(
    visitId: string,
    { id, kind, incidentId, takenAt, data }: NewPhoto,
    actorId: string | null,
  ): Promise<Photo> {
    const bytes = Buffer.from(data, 'base64')
    const type = SIGNATURES.find(([, matches]) => matches(bytes))?.[0]
    if (!type || bytes.length < LEAST_BYTES || bytes.length > MOST_BYTES)
      throw new BadInput([
        { path: 'data', value: `${bytes.length} bytes`, expected: 'a JPEG, PNG or WebP picture of up to 1.5 MB' },
      ])
    return this.#sequelize.transaction(async (t) => {
      await lockVisit(visitId, t)
      const known = await PhotoRow.findByPk(id, { transaction: t, attributes: { exclude: ['bytes'] } })
      if (known && known.visitId === visitId) return photoDoc(known)
      if (known) throw new BadInput([{ path: 'id', value: id, expected: 'an id that no other visit has' }])
      const row = await PhotoRow.create(
        { id, visitId, kind, incidentId, type, bytes, takenAt: new Date(takenAt), actorId },
        { transaction: t },
      )
      await logChange({ actorId, entity: 'photo', entityId: id, action: 'added', change: { visitId, kind } }, t)
      return photoDoc(row)
    })
  }

  async bytes(id: string): Promise<{ type: string; bytes: Buffer }> {
    const row = await PhotoRow.findByPk(id)
    if (!row || row.removedAt) throw new NotFound('photo', id)
    return { type: row.type, bytes: row.bytes }
  }

  remove(id: string, now: Date, actorId: string | null): Promise<Photo> {
    return this.#sequelize.transaction(async (t) => {
      const row = await PhotoRow.findByPk(id, { transaction: t, attributes: { exclude: ['bytes'] } })
      if (!row) throw new NotFound('photo', id)
      await PhotoRow.update({ removedAt: now }, { where: { id }, transaction: t })
      await logChange({ actorId, entity: 'photo', entityId: id, action: 'removed', change: {} }, t)
      return photoDoc(row)
    })
  }
}
