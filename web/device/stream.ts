import { ALIVE_EVENT, ALIVE_MS } from '../../contract/api/endpoint.ts'

/** How soon what was refused is asked for again, ms: twice as late each time, up to the longest. */
const AGAIN_MS = { first: 1000, longest: 30_000 } as const
/** A stream that said nothing for so long is dead, whatever the browser believes, ms. */
const SILENT_MS = 2.5 * ALIVE_MS

type Heard = Readonly<Record<string, (event: MessageEvent<string>) => void>>

/**
 * A stream of the server's events that is opened again, whatever ended it. A browser does so by itself where the network
 * failed, but never where something answered with a page: a proxy whose server is away, a server that is starting or
 * asks who is there. Nor does it where nothing comes any more and nobody says so: a tablet that went from one network
 * to another, a request that is never answered.
 * @param on what is done with each kind of event; `open` and `error` are the browser's own, and `error` also comes
 * where the stream fell silent
 * @returns what closes it for good
 */
export function openStream(path: string, on: Heard): () => void {
  let source: EventSource
  let timer: ReturnType<typeof setTimeout> | undefined
  let wait: number = AGAIN_MS.first
  const next = (ms: number, then: () => void): void => {
    clearTimeout(timer)
    timer = setTimeout(then, ms)
  }
  const fellSilent = (): void => {
    source.close()
    source.dispatchEvent(new MessageEvent('error'))
  }
  const listen = (): void => next(SILENT_MS, fellSilent)
  const open = (): void => {
    source = new EventSource(path)
    listen()
    source.addEventListener('open', () => {
      wait = AGAIN_MS.first
    })
    for (const kind of new Set(['open', ALIVE_EVENT, ...Object.keys(on)])) source.addEventListener(kind, listen)
    for (const [kind, heard] of Object.entries(on)) source.addEventListener(kind, heard)
    source.addEventListener('error', () => {
      if (source.readyState !== EventSource.CLOSED) return listen()
      next(wait, open)
      wait = Math.min(AGAIN_MS.longest, 2 * wait)
    })
  }
  open()
  return () => {
    clearTimeout(timer)
    source.close()
  }
}
