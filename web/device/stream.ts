/** How soon what was refused is asked for again, ms: twice as late each time, up to the longest. */
const AGAIN_MS = { first: 1000, longest: 30_000 } as const

type Heard = Readonly<Record<string, (event: MessageEvent<string>) => void>>

/**
 * A stream of the server's events that is opened again, whatever ended it. A browser does so by itself where the network
 * failed, but never where something answered with a page: a proxy whose server is away, a server that is starting or
 * asks who is there.
 * @param on what is done with each kind of event; `open` and `error` are the browser's own
 * @returns what closes it for good
 */
export function openStream(path: string, on: Heard): () => void {
  let source: EventSource
  let timer: ReturnType<typeof setTimeout> | undefined
  let wait: number = AGAIN_MS.first
  const open = (): void => {
    source = new EventSource(path)
    source.addEventListener('open', () => {
      wait = AGAIN_MS.first
    })
    for (const [kind, heard] of Object.entries(on)) source.addEventListener(kind, heard)
    source.addEventListener('error', () => {
      if (source.readyState !== EventSource.CLOSED) return
      timer = setTimeout(open, wait)
      wait = Math.min(AGAIN_MS.longest, 2 * wait)
    })
  }
  open()
  return () => {
    clearTimeout(timer)
    source.close()
  }
}
