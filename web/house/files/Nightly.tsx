import { Archive, ShieldCheck } from 'lucide-react'
import type { ReactNode } from 'react'
import { backupsApi } from '../../../contract/api/backups.ts'
import { dayAndTimeText } from '../../../contract/words/index.ts'
import { useRead, useWrite } from '../../device/api.ts'
import { Alert } from '../../parts/Alert.tsx'
import { Button } from '../../parts/Button.tsx'
import { sizeText } from '../../parts/number-text.ts'
import { isOldBackup } from '../system/signs.ts'

/** While one is made it is asked for this often. */
const LOOK_MS = 1000

/** Backups that are made by themselves: how old the last good one is, what went wrong, and one now. */
export function Nightly(): ReactNode {
  const { data } = useRead(backupsApi.all, {})
  const make = useWrite(backupsApi.make)
  const running = make.isPending || data?.running === true
  useRead(backupsApi.all, {}, running ? { refetchInterval: LOOK_MS } : {})
  const [last] = data?.backups ?? []
  const old = last !== undefined && isOldBackup(last.at, Date.now())
  return (
    <li className="card flex flex-wrap items-center gap-3 p-4" data-testid="nightly">
      <div className="min-w-0 grow basis-80">
        <h2 className="text-xl">Every night by itself</h2>
        <p className={old ? 'font-semibold text-alarm' : undefined} data-testid="last-backup">
          {!data ? (
            // Holds its place, so that nothing under it moves away from a hand.
            'Looking when the last one was made.'
          ) : running ? (
            'One is being made and compared.'
          ) : last ? (
            <>
              <ShieldCheck size={18} className="mr-1.5 inline align-[-3px]" aria-hidden="true" />
              Last good one: {dayAndTimeText(last.at)}, {sizeText(last.bytes)}
              {last.name.endsWith('.age') && ', under your passphrase'}; {data.backups.length} kept
            </>
          ) : (
            'None yet: the first is made at three in the night.'
          )}
        </p>
        <p className="text-ink-2">
          Each is brought back beside the salon and compared before it counts. Seven days, four weeks and twelve months
          are kept in{' '}
          <code className="rounded bg-paper px-1 [overflow-wrap:anywhere]">{data?.folder ?? 'the data folder'}</code>:
          copy that folder to another machine.
        </p>
        {data?.failed && (
          <Alert className="mt-2">
            Not made on {dayAndTimeText(data.failed.at)}: {data.failed.why}.
          </Alert>
        )}
      </div>
      <Button disabled={running} onClick={() => make.mutate({ body: {} })}>
        <Archive size={18} /> Make one now
      </Button>
    </li>
  )
}
