import { Download, Upload } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { exchangeApi, MOST_CSV } from '../../../contract/api/exchange.ts'
import { salonApi } from '../../../contract/api/salon.ts'
import { shelfApi } from '../../../contract/api/shelf.ts'
import type { RecordTable } from '../../../contract/formats/record-tables.ts'
import { hrefOf, useWrite } from '../../device/api.ts'
import { Strong } from '../../door/Strong.tsx'
import { Button, ButtonAnchor } from '../../parts/Button.tsx'
import { ImportDialog } from '../../parts/ImportDialog.tsx'
import { HousePageOf } from '../HousePage.tsx'
import { Keeping } from './Keeping.tsx'
import { Nightly } from './Nightly.tsx'

const TABLES: readonly (readonly [RecordTable, string, string])[] = [
  ['clients', 'Owners', 'Name, telephones, e-mail and note. Bring these in first.'],
  ['dogs', 'Dogs', 'Breed, coat, weight, age, health; each with its owner by id or by name.'],
  ['visits', 'Visits', 'Past and booked, with what was planned and taken. In come dog, time, slot and groomer.'],
  ['scores', 'Scores', 'What hands found, place by place. In only for visits that are not planned yet.'],
]

/** What the salon knows, as open files: all of it as one backup, or table by table as CSV. */
export function FilesScreen(): ReactNode {
  const bring = useWrite(exchangeApi.import)
  const [bringing, setBringing] = useState<(typeof TABLES)[number] | null>(null)
  return (
    <HousePageOf changes={exchangeApi.import}>
      <h1 className="mb-1 text-3xl">Files, out and in</h1>
      <p className="mb-5 max-w-2xl text-ink-2">
        It is your salon: everything can be taken out in open formats, and brought in again. A file that comes in is
        tried first; nothing is written while anything in it is wrong.
      </p>
      <Strong why="Everything the salon knows is not taken out by a PIN that somebody may have watched.">
        <ul className="flex flex-col gap-3">
          <li className="card flex flex-wrap items-center gap-3 p-4">
            <div className="min-w-0 grow">
              <h2 className="text-xl">Everything</h2>
              <p className="text-ink-2">
                One backup with photos and a checksum. Into an empty salon with{' '}
                <code className="rounded bg-paper px-1">./etude start --restore FILE</code>.
              </p>
            </div>
            <ButtonAnchor href={hrefOf(salonApi.backup, {})}>
              <Download size={18} /> Backup
            </ButtonAnchor>
          </li>
          <Nightly />
          {TABLES.map((table) => {
            const [id, label, about] = table
            return (
              <li key={id} className="card flex flex-wrap items-center gap-3 p-4" data-table={id}>
                <div className="min-w-0 grow">
                  <h2 className="text-xl">{label}</h2>
                  <p className="text-ink-2">{about}</p>
                </div>
                <ButtonAnchor
                  href={hrefOf(exchangeApi.csv, { table: id })}
                  aria-label={`Take out ${label.toLowerCase()}`}
                >
                  <Download size={18} /> Take out
                </ButtonAnchor>
                <Button onClick={() => setBringing(table)} aria-label={`Bring in ${label.toLowerCase()}`}>
                  <Upload size={18} /> Bring in
                </Button>
              </li>
            )
          })}
          <li className="card flex flex-wrap items-center gap-3 p-4">
            <div className="min-w-0 grow">
              <h2 className="text-xl">Products</h2>
              <p className="text-ink-2">Labels and stock; bring them in on the shelf itself.</p>
            </div>
            <ButtonAnchor href={hrefOf(shelfApi.csv, {})} aria-label="Take out products">
              <Download size={18} /> Take out
            </ButtonAnchor>
          </li>
          <Keeping />
        </ul>
      </Strong>
      {bringing && (
        <ImportDialog
          title={`${bringing[1]} from CSV`}
          send={({ text, dryRun }) => bring.mutateAsync({ table: bringing[0], body: { csv: text, dryRun } })}
          mostBytes={MOST_CSV}
          onClose={() => setBringing(null)}
        />
      )}
    </HousePageOf>
  )
}
