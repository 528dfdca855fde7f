import * as z from 'zod'
import { download, idSchema, instant, LARGE_BODY, nothing, post, put, read, subject } from './endpoint.ts'

export const photoSchema = z.object({
  id: idSchema,
  kind: z.enum(['before', 'after', 'incident']),
  incidentId: idSchema.nullable(),
  takenAt: instant,
})

export type Photo = z.infer<typeof photoSchema>

const LARGEST_PHOTO = 1_500_000

/** Base64 is a third longer than what it holds. */
export const newPhotoSchema = z
  .object({
    id: idSchema,
    kind: z.enum(['before', 'after', 'incident']),
    incidentId: idSchema.nullable(),
    takenAt: instant,
    data: z.base64({ error: 'the picture, base64' }).max(Math.ceil((LARGEST_PHOTO * 4) / 3)),
  })
  .refine(({ kind, incidentId }) => (kind === 'incident') === (incidentId !== null), {
    path: ['incidentId'],
    error: 'the incident it shows, and only for one',
  })

export type NewPhoto = z.infer<typeof newPhotoSchema>

/** Photos of a visit. */
export const photosApi = subject('photos', {
  of: read('/visits/:id/photos', { summary: 'Photos of a visit', gives: z.array(photoSchema) }),
  add: post('/visits/:id/photos', {
    summary: 'Keep a photo',
    takes: newPhotoSchema,
    gives: photoSchema,
    touches: ['photos'],
    queued: true,
    largest: LARGE_BODY,
  }),
  remove: put('/photos/:id/removed', {
    summary: 'Take a photo out',
    takes: nothing,
    gives: photoSchema,
    touches: ['photos'],
  }),
  bytes: download('/photos/:id', { summary: 'The picture itself', type: 'image/jpeg' }),
})
