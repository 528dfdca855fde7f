import { type ReactNode, useState } from 'react'
import { toast } from 'sonner'
import type { ImportResult } from '../../contract/api/exchange.ts'
import { listed } from '../../contract/words/index.ts'
import { Button } from './Button.tsx'
import { DialogSheet } from './Sheet.tsx'

const MOST_PROBLEMS = 30
const MOST_NAMED = 8

/** A file that is brought in: first what would happen and everything wrong with it, then all of it or nothing. */
export function ImportDialog({
  title,
  about = 'The same columns as the CSV you can fetch here. Nothing is written until you say so.',
  accept = '.csv,text/csv',
  send,
  mostBytes,
  onClose,
}: {
  title: string
  about?: string
  accept?: string
  /** Tries a file, or takes it. */
  send: (file: { text: string; dryRun: boolean }) => Promise<ImportResult>
  mostBytes: number
  onClose: () => void
}): ReactNode {
  const [busy, setBusy] = useState(false)
  const [text, setText] = useState<string | null>(null)
  const [tried, setTried] = useState<ImportResult | null>(null)
  const take = async (file: File | undefined): Promise<void> => {
    setTried(null)
    setText(null)
    if (!file) return
    if (file.size > mostBytes) {
      toast.error(`${file.name}: got ${Math.round(file.size / 1000)} kB, expected at most ${mostBytes / 1000}`)
      return
    }
    const read = await file.text()
    try {
      setTried(await send({ text: read, dryRun: true }))
      setText(read)
    } catch (error) {
      toast.error((error as Error).message)
    }
  }
  const write = async (): Promise<void> => {
    setBusy(true)
    try {
      const { added, changed } = await send({ text: text!, dryRun: false })
      toast.success(`${added.length} added, ${changed.length} changed`)
      onClose()
    } catch (error) {
      toast.error(`Nothing was written: ${(error as Error).message}`)
    }
    setBusy(false)
  }
  return (
    <DialogSheet title={title} about={about} onClose={onClose}>
      <label className="block">
        <span className="mb-1 block font-medium">File</span>
        <input type="file" accept={accept} className="field" onChange={(event) => void take(event.target.files?.[0])} />
      </label>
      {tried && (
        <div className="mt-4" data-testid="dry-run">
          {tried.problems.length > 0 ? (
            <>
              <p className="font-semibold text-alarm">
                {tried.problems.length} thing{tried.problems.length === 1 ? '' : 's'} to put right first; nothing was
                written.
              </p>
              <ul className="mt-2 flex flex-col gap-1">
                {tried.problems.slice(0, MOST_PROBLEMS).map(({ line, path, value, expected }) => (
                  <li key={`${line} ${path} ${expected}`}>
                    {line > 0 && `Line ${line}, `}
                    {path}: got “{String(value)}”, expected {expected}
                  </li>
                ))}
                {tried.problems.length > MOST_PROBLEMS && <li>and {tried.problems.length - MOST_PROBLEMS} more</li>}
              </ul>
            </>
          ) : (
            <>
              <p>
                {tried.added.length > 0 && `New: ${listed(tried.added, MOST_NAMED)}. `}
                {tried.changed.length > 0 && `Changed: ${listed(tried.changed, MOST_NAMED)}. `}
                {tried.unchanged > 0 && `${tried.unchanged} stay as they are.`}
              </p>
              <Button
                kind="main"
                className="mt-3"
                disabled={busy || tried.added.length + tried.changed.length === 0}
                onClick={() => void write()}
              >
                Write it
              </Button>
            </>
          )}
        </div>
      )}
    </DialogSheet>
  )
}
