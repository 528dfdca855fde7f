/** A failure told in one line; anything else thrown is a defect. */
export class Told extends Error {
  override readonly name = 'Told'
}

export const say = (line: string): void => void process.stderr.write(`etude: ${line}\n`)

/** Ends the process with one line, never a stack trace. */
export function fail(error: unknown): never {
  const { code, message } = error as NodeJS.ErrnoException
  if (code === 'ENOSPC') say('the disk is full: free some space and start again; nothing was lost')
  else say(error instanceof Told ? message : `unexpected: ${String(message).split('\n')[0]}`)
  process.exit(1)
}
