import { type ReactNode, useState } from 'react'
import { Link } from 'react-router'
import { LOG_AREAS, type LogArea, type LogLine, logApi } from '../../../contract/api/log.ts'
import { capital, dayAndTimeText } from '../../../contract/words/index.ts'
import { logText } from '../../../contract/words/log.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useRead } from '../../device/api.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Button } from '../../parts/Button.tsx'
import { SelectField } from '../../parts/Field.tsx'
import { type Column, Table } from '../../parts/Table.tsx'
import { OneOf } from '../../parts/Toggle.tsx'
import { HousePage } from '../HousePage.tsx'

const AREA_LABEL: Readonly<Record<LogArea, string>> = { visits: 'Visits', book: 'Dogs and owners', house: 'The house' }
const ALL = 'all'
const CHOICES = [
  { value: ALL, label: 'Everything' },
  ...(Object.keys(LOG_AREAS) as LogArea[]).map((value) => ({ value, label: AREA_LABEL[value] })),
] as const

const SETTING: Readonly<Record<string, string>> = {
  prices: 'Prices',
  equipment: 'Room and dryers',
  name: 'Name of the salon',
  country: 'Country',
  salon: 'The salon',
}

const aboutText = ({ entity, about }: LogLine): string =>
  entity === 'setting' ? (SETTING[about ?? ''] ?? `Our numbers and ways, ${about}`) : (about ?? `A ${entity}`)

const COLUMNS: readonly Column<LogLine>[] = [
  { head: 'When', className: 'whitespace-nowrap', cell: ({ at }) => dayAndTimeText(at) },
  {
    head: 'What',
    names: true,
    cell: (line) =>
      line.dogId ? (
        <Link className="opens" to={`/dogs/${line.dogId}`}>
          {aboutText(line)}
        </Link>
      ) : (
        aboutText(line)
      ),
  },
  { head: 'Done', cell: (line) => capital(logText(line)) },
  {
    head: 'By',
    cell: ({ by, device }) => (
      <>
        {by ?? <span className="text-ink-2">nobody named</span>}
        {device && <span className="text-ink-2">, at {device}</span>}
      </>
    ),
  },
]

/** What was changed, when, and by whom: the log that nobody can change. */
export function LogScreen(): ReactNode {
  const { data: salon } = useSalon()
  const [area, setArea] = useState<LogArea | typeof ALL>(ALL)
  const [person, setPerson] = useState('')
  const [before, setBefore] = useState<readonly string[]>([])
  const query = {
    ...(area === ALL ? {} : { area }),
    ...(person === '' ? {} : { person }),
    ...(before.length > 0 ? { before: before.at(-1)! } : {}),
  }
  const { data, error, refetch } = useRead(logApi.lines, { query })
  /** Another choice begins with the newest. */
  const anew = (change: () => void): void => {
    change()
    setBefore([])
  }
  return (
    <HousePage testId="log">
      <h1 className="mb-1 text-3xl">What was changed</h1>
      <p className="mb-4 text-ink-2">Every change, by whoever was named at the screen. Nobody can change this list.</p>
      <div className="mb-4 flex flex-wrap items-end gap-6">
        <OneOf legend="About" choices={CHOICES} value={area} onChange={(to) => anew(() => setArea(to))} />
        <SelectField label="By" value={person} onChange={(event) => anew(() => setPerson(event.target.value))}>
          <option value="">everybody</option>
          {salon?.people.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </SelectField>
      </div>
      {data ? (
        <>
          {data.lines.length === 0 ? (
            <p className="text-lg text-ink-2">Nothing of that kind.</p>
          ) : (
            <div className="overflow-x-auto">
              <Table rows={data.lines} keyOf={({ id }) => id} columns={COLUMNS} />
            </div>
          )}
          <div className="mt-4 flex gap-2">
            {before.length > 0 && <Button onClick={() => setBefore(before.slice(0, -1))}>Newer</Button>}
            {data.more && <Button onClick={() => setBefore([...before, data.lines.at(-1)!.id])}>Older</Button>}
          </div>
        </>
      ) : error ? (
        <QueryFailed error={error} onRetry={() => void refetch()} />
      ) : (
        <Loading what="what was changed" />
      )}
    </HousePage>
  )
}
