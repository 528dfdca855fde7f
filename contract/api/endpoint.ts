import * as z from 'zod'
import { instant } from '../formats/instants.ts'
import { RECORD_TABLES } from '../formats/record-tables.ts'

/*
 * Endpoints as values. Server, web, the OpenAPI document, the service worker's list and the fuzz test all read the same
 * table: a path, what it takes and gives, what becomes stale, what is kept or queued while the server is away.
 */
export const idSchema = z.uuid({ error: 'an id as the server gives them' })
export { instant }

/** What may stand for a name in a path. */
const PARAMS = {
  id: idSchema,
  /** Made of 32 random bytes; anything shorter is no link of ours. */
  token: z.string().regex(/^[\w-]{20,100}$/, { error: 'a link as it was sent' }),
  table: z.enum(RECORD_TABLES),
  device: z.string().regex(/^[a-z]{1,20}$/, { error: 'a device' }),
} as const

type NamesIn<Path extends string> = Path extends `${infer Head}/${infer Rest}`
  ? NamesIn<Head> | NamesIn<Rest>
  : Path extends `:${infer Name}`
    ? Name
    : never
export type ParamsOf<Path extends string> = { readonly [K in NamesIn<Path>]: string }

/** Whose answers become stale with a change: every read of these subjects. */
export const SUBJECTS = [
  'access',
  'salon',
  'day',
  'visits',
  'scores',
  'plan',
  'consent',
  'before',
  'shelf',
  'bath',
  'drying',
  'rack',
  'patterns',
  'bench',
  'goodbye',
  'photos',
  'dogs',
  'pace',
  'learning',
  'exchange',
  'backups',
  'system',
  'log',
  'devices',
] as const
export type Subject = (typeof SUBJECTS)[number]

interface Common<Path extends string> {
  readonly path: Path
  readonly summary: string
}

/** Reads JSON. */
export interface Read<Path extends string, Q extends z.ZodObject | undefined, G extends z.ZodType>
  extends Common<Path> {
  readonly kind: 'read'
  readonly method: 'get'
  readonly query: Q
  readonly gives: G
  /** Kept on the device, so that it is there while the server is away. */
  readonly kept: boolean
}

/** Changes something, by JSON. */
export interface Write<Path extends string, T extends z.ZodType | undefined, G extends z.ZodType> extends Common<Path> {
  readonly kind: 'write'
  readonly method: 'post' | 'put' | 'patch'
  readonly takes: T
  readonly gives: G
  readonly touches: readonly Subject[]
  /** What it makes stale on other screens beside that; the one it was made on knows already. */
  readonly others: readonly Subject[]
  /** Whether a body asks for what any screen works out by itself, so that no other is told of it. */
  readonly quiet: (body: unknown) => boolean
  /** The read of the same subject and parameters that its answer is the new answer of. */
  readonly becomes: string | null
  /** Goes through the device's outbox, in order, and is sent until the server has answered. */
  readonly queued: boolean
  /** Bytes of the largest body. */
  readonly largest: number
  /** How long the server may take before it counts as away, ms: longer where it reckons or writes a great deal first. */
  readonly patienceMs: number
}

/** A file to keep or print. */
export interface Download<Path extends string> extends Common<Path> {
  readonly kind: 'download'
  readonly method: 'get'
  readonly type: string
}

/** What changes, as server-sent events. */
export interface Live<Path extends string, G extends z.ZodType> extends Common<Path> {
  readonly kind: 'live'
  readonly method: 'get'
  readonly event: string
  readonly gives: G
}

export type AnyRead = Read<string, z.ZodObject | undefined, z.ZodType>
export type AnyWrite = Write<string, z.ZodType | undefined, z.ZodType>
export type AnyEndpoint = AnyRead | AnyWrite | Download<string> | Live<string, z.ZodType>
export type Named<E> = E & {
  readonly subject: Subject
  readonly name: string
  /** Path of the read that a write's answer is the new answer of; null where it is none. */
  readonly becomesPath: string | null
}
export type Endpoints = Readonly<Record<string, AnyEndpoint>>

export const USUAL_PATIENCE_MS = 10_000
/** What takes some seconds of work takes a busy machine many times as long. */
export const LONG_PATIENCE_MS = 60_000
const USUAL_BODY = 512 * 1024
/** A photo as base64 in JSON, or a table of thousands of lines. */
export const LARGE_BODY = 2200 * 1024

export const read = <const Path extends string, G extends z.ZodType, Q extends z.ZodObject | undefined = undefined>(
  path: Path,
  spec: { summary: string; query?: Q; gives: G; kept?: boolean },
): Read<Path, Q, G> => ({
  kind: 'read',
  method: 'get',
  path,
  summary: spec.summary,
  query: spec.query as Q,
  gives: spec.gives,
  kept: spec.kept ?? false,
})

const write =
  (method: 'post' | 'put' | 'patch') =>
  <const Path extends string, G extends z.ZodType, T extends z.ZodType | undefined = undefined>(
    path: Path,
    spec: {
      summary: string
      takes?: T
      gives: G
      touches?: readonly Subject[]
      others?: readonly Subject[]
      quiet?: (body: unknown) => boolean
      becomes?: string
      queued?: boolean
      largest?: number
      patienceMs?: number
    },
  ): Write<Path, T, G> => ({
    kind: 'write',
    method,
    path,
    summary: spec.summary,
    takes: spec.takes as T,
    gives: spec.gives,
    touches: spec.touches ?? [],
    others: spec.others ?? [],
    quiet: spec.quiet ?? (() => false),
    becomes: spec.becomes ?? null,
    queued: spec.queued ?? false,
    largest: spec.largest ?? USUAL_BODY,
    patienceMs: spec.patienceMs ?? USUAL_PATIENCE_MS,
  })
export const post = write('post')
export const put = write('put')
export const patch = write('patch')

export const download = <const Path extends string>(
  path: Path,
  spec: { summary: string; type: string },
): Download<Path> => ({ kind: 'download', method: 'get', path, ...spec })

/** A stream of events says at least this often that it is there, ms; who hears nothing for longer asks anew. */
export const ALIVE_MS = 5_000
/** The event that says only this. */
export const ALIVE_EVENT = 'alive'

export const live = <const Path extends string, G extends z.ZodType>(
  path: Path,
  spec: { summary: string; event: string; gives: G },
): Live<Path, G> => ({ kind: 'live', method: 'get', path, ...spec })

/** The endpoints of one subject, each knowing its own name. */
export function subject<const S extends Endpoints>(
  id: Subject,
  endpoints: S,
): { readonly [K in keyof S]: Named<S[K]> } {
  const named = {} as { [K in keyof S]: Named<S[K]> }
  for (const name in endpoints) {
    const endpoint: AnyEndpoint = endpoints[name]!
    const of = endpoint.kind === 'write' && endpoint.becomes !== null ? endpoints[endpoint.becomes] : undefined
    if (endpoint.kind === 'write' && endpoint.becomes !== null && of?.kind !== 'read')
      throw new Error(`subject ${id}: ${name} becomes ${endpoint.becomes}, which is no read of it`)
    named[name] = { ...endpoints[name]!, subject: id, name, becomesPath: of?.path ?? null }
  }
  return named
}

const NAME = /:(\w+)/g

/** The schema of what stands in an endpoint's path; undefined where nothing does. */
export function paramsSchema({ path }: AnyEndpoint): z.ZodObject | undefined {
  const names = [...path.matchAll(NAME)].map(([, name]) => name as keyof typeof PARAMS)
  return names.length === 0 ? undefined : z.object(Object.fromEntries(names.map((name) => [name, PARAMS[name]])))
}

/** A path with its parameters filled in, as it follows `/api`. */
export const pathOf = ({ path }: { readonly path: string }, params: Readonly<Record<string, string>>): string =>
  path.replace(NAME, (_, name: string) => encodeURIComponent(params[name] ?? ''))

/** A body without anything to say. */
export const nothing = z.object({})

type BodyOf<T> = T extends z.ZodType ? { readonly body: z.input<T> } : { readonly body?: undefined }
type QueryOf<Q> = Q extends z.ZodObject ? { readonly query?: z.input<Q> } : { readonly query?: undefined }
/** What a call of an endpoint names: what stands in its path, and its query or its body. */
export type CallOf<E> =
  E extends Read<infer P, infer Q, z.ZodType>
    ? ParamsOf<P> & QueryOf<Q>
    : E extends Write<infer P, infer T, z.ZodType>
      ? ParamsOf<P> & BodyOf<T>
      : E extends Download<infer P>
        ? ParamsOf<P>
        : never
export type GivesOf<E> = E extends { readonly gives: infer G extends z.ZodType } ? z.infer<G> : never

type Parsed<S> = S extends z.ZodType ? z.output<S> : undefined
/** Parsed input, as a handler gets it. */
export type TakenOf<E, At = unknown> =
  E extends Read<infer P, infer Q, z.ZodType>
    ? { readonly params: ParamsOf<P>; readonly query: Parsed<Q>; readonly actorId: string | null; readonly at: At }
    : E extends Write<infer P, infer T, z.ZodType>
      ? { readonly params: ParamsOf<P>; readonly body: Parsed<T>; readonly actorId: string | null; readonly at: At }
      : E extends Download<infer P>
        ? { readonly params: ParamsOf<P> }
        : never

export interface FileGiven {
  readonly name: string
  readonly body: string | Uint8Array | AsyncIterable<string>
  /** Shown where it is, or kept as a file. */
  readonly inline?: boolean
  /** Where the endpoint's own type is only the usual one. */
  readonly type?: string
}

type HandlerOf<E, At> =
  E extends Download<string>
    ? (taken: TakenOf<E, At>) => Promise<FileGiven>
    : E extends Live<string, z.ZodType>
      ? (send: (value: GivesOf<E>) => void) => () => void
      : (taken: TakenOf<E, At>) => Promise<GivesOf<E>>
/**
 * What answers each endpoint of a subject: a missing or mistyped one does not compile. `At` is where a request comes from,
 * as the server knows it.
 */
export type Handlers<S, At = unknown> = { readonly [K in keyof S]: HandlerOf<S[K], At> }
