import { Download, Plus, Upload } from 'lucide-react'
import { type ReactNode, useMemo, useState } from 'react'
import { MOST_PATTERNS_FILE, patternsApi, type SalonPattern } from '../../../contract/api/patterns.ts'
import { type OwnPattern, ownPatternOf } from '../../../contract/formats/patterns-file.ts'
import { COAT_LABEL, listed, patternName, patternText, upkeepText } from '../../../contract/words/index.ts'
import { type CoatType, DEFAULT_LENGTHS, LIBRARY, type LibraryPattern, PLAIN_FIGURE } from '../../../core/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { hrefOf, useRead, useWrite } from '../../device/api.ts'
import { CoatMap } from '../../dog/CoatMap.tsx'
import { PatternDialog } from '../../dog/PatternDialog.tsx'
import { looksOfPattern } from '../../dog/pattern-looks.ts'
import { Button, ButtonAnchor } from '../../parts/Button.tsx'
import { ImportDialog } from '../../parts/ImportDialog.tsx'
import { HousePageOf } from '../HousePage.tsx'

const NEW: OwnPattern = { name: '', coats: ['curly'], puppy: false, perWeek: 2, weeks: 8, pattern: {} }
/** The dog that a pattern is shown on. */
const SHOWN_KG = 12

/** The salon's own patterns, and those that ship: what each is, for which coats, what it asks at home. */
export function PatternsScreen(): ReactNode {
  const { data, error, refetch } = useRead(patternsApi.all, {})
  const bring = useWrite(patternsApi.import)
  const [open, setOpen] = useState<SalonPattern | OwnPattern | null>(null)
  const [importing, setImporting] = useState(false)
  const [takenOut, setTakenOut] = useState(false)
  if (!data)
    return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="the patterns" />
  const own = data.filter(({ retired }) => retired === takenOut)
  const known = open && 'id' in open ? open : null
  return (
    <HousePageOf changes={patternsApi.add} testId="patterns">
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <h1 className="text-3xl">Patterns</h1>
        <span className="grow" />
        <ButtonAnchor href={hrefOf(patternsApi.file, {})} download>
          <Download size={18} /> As a file
        </ButtonAnchor>
        <Button onClick={() => setImporting(true)}>
          <Upload size={18} /> From a file
        </Button>
        <Button kind="main" onClick={() => setOpen(NEW)}>
          <Plus size={18} /> New pattern
        </Button>
      </div>
      <section aria-label={takenOut ? 'Taken out' : 'Our own'} className="mb-6">
        <div className="mb-2 flex items-center gap-3">
          <h2 className="text-xl">{takenOut ? 'Taken out' : 'Our own'}</h2>
          <Button kind="quiet" onClick={() => setTakenOut(!takenOut)}>
            {takenOut ? 'Back to our own' : 'Taken out'}
          </Button>
        </div>
        {own.length === 0 ? (
          <p className="text-ink-2">
            {takenOut
              ? 'Nothing was taken out.'
              : 'None yet. Shape a dog at its cut and keep it as ours, or begin from one below.'}
          </p>
        ) : (
          <ul className="grid grid-cols-2 gap-3 max-lg:grid-cols-1">
            {own.map((one) => (
              <Row key={one.id} one={one} does="Change" onOpen={() => setOpen(one)} />
            ))}
          </ul>
        )}
      </section>
      <section aria-label="Ready to use">
        <h2 className="mb-2 text-xl">Ready to use</h2>
        <ul className="grid grid-cols-2 gap-3 max-lg:grid-cols-1">
          {LIBRARY.map((one) => (
            <Row
              key={one.id}
              one={one}
              does="Begin from it"
              onOpen={() => setOpen({ ...one, name: '', coats: [...one.coats] })}
            />
          ))}
        </ul>
      </section>
      {open && (
        <PatternDialog known={known?.name ? known : null} start={ownPatternOf(open)} onClose={() => setOpen(null)} />
      )}
      {importing && (
        <ImportDialog
          title="Patterns from a file"
          about="A file of patterns as you can fetch it here. Nothing is written until you say so."
          accept=".json,application/json"
          send={({ text, dryRun }) => bring.mutateAsync({ body: { text, dryRun } })}
          mostBytes={MOST_PATTERNS_FILE}
          onClose={() => setImporting(false)}
        />
      )}
    </HousePageOf>
  )
}

function Row({
  one,
  does,
  onOpen,
}: {
  one: LibraryPattern & { readonly name?: string }
  does: string
  onOpen: () => void
}): ReactNode {
  const name = patternName(one)
  const coat = one.coats[0] as CoatType
  const drawn = { ...PLAIN_FIGURE, weightKg: SHOWN_KG, coatType: coat, lengthMm: DEFAULT_LENGTHS[coat] }
  const looks = useMemo(() => looksOfPattern(one.pattern, coat), [one, coat])
  return (
    <li className="card flex gap-4 p-4">
      <div className="h-24 w-32 shrink-0">
        <CoatMap drawn={drawn} view="left" looks={looks} focus={null} plain label={`${name}, on a dog`} />
      </div>
      <div className="flex min-w-0 grow flex-col gap-1">
        <h3 className="text-lg">{name}</h3>
        <p className="text-sm text-ink-2">{patternText(one.pattern)}</p>
        <p className="text-sm">
          {listed(one.coats.map((id) => COAT_LABEL[id].toLowerCase()))}; {upkeepText(one)}.
        </p>
        <span>
          <Button tight onClick={onOpen} aria-label={`${does}: ${name}`}>
            {does}
          </Button>
        </span>
      </div>
    </li>
  )
}
