import { Check, TriangleAlert } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import type { StoredEvent } from '../../../contract/api/bench.ts'
import { FIRST_AID, INCIDENT_LABEL, NO_PLACE, placeName } from '../../../contract/words/index.ts'
import {
  type Bench,
  type BenchHappening,
  type BenchIncident,
  INCIDENT_IDS,
  type IncidentId,
  indexAt,
  REGION_SIDES,
} from '../../../core/index.ts'
import { CoatMap, type Look } from '../../dog/CoatMap.tsx'
import type { DogDrawn } from '../../dog/dog-drawn.ts'
import { PhotoButton } from '../../dog/PhotoButton.tsx'
import { ViewButtons } from '../../dog/ViewButtons.tsx'
import { Button } from '../../parts/Button.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'

interface Props {
  readonly visitId: string
  readonly bench: Bench
  readonly drawn: DogDrawn
  readonly looks: readonly Look[]
  readonly add: (happening: BenchHappening) => StoredEvent
}

/** Something went wrong: two touches and it is written down with its time; then what to do comes up. */
export function Incidents(props: Props): ReactNode {
  const { bench, add } = props
  const [choosing, setChoosing] = useState(false)
  const [open, setOpen] = useState<string | null>(null)
  const shown = bench.incidents.find(({ id }) => id === open)
  const record = (incident: IncidentId): void => {
    const { id } = add({ kind: 'incident', incident, region: null, side: null, sizeMm: null, did: '' })
    setChoosing(false)
    setOpen(id)
  }
  return (
    <>
      <Button size="tall" className="border-alarm text-alarm" onClick={() => setChoosing(true)}>
        <TriangleAlert size={20} /> Something happened
      </Button>
      {bench.incidents.map(({ id, incident, toldAt }) => (
        <Button key={id} size="tall" onClick={() => setOpen(id)} data-testid="incident">
          {INCIDENT_LABEL[incident]}
          {toldAt === null ? ', owner not told' : ', owner told'}
        </Button>
      ))}
      {choosing && (
        <DialogSheet title="What happened?" onClose={() => setChoosing(false)}>
          <div className="grid grid-cols-2 gap-3">
            {INCIDENT_IDS.map((id) => (
              <Button key={id} size="huge" onClick={() => record(id)}>
                {INCIDENT_LABEL[id]}
              </Button>
            ))}
          </div>
        </DialogSheet>
      )}
      {shown && <IncidentCard {...props} incident={shown} onClose={() => setOpen(null)} />}
    </>
  )
}

/** First aid, then where, how big, what was done, and whether the owner knows. */
function IncidentCard({
  visitId,
  drawn,
  looks,
  incident,
  add,
  onClose,
}: Props & { incident: BenchIncident; onClose: () => void }): ReactNode {
  const { now, handOver } = FIRST_AID[incident.incident]
  const [view, setView] = useState<'left' | 'right' | 'underside'>('left')
  const [place, setPlace] = useState<number | null>(incident.region ? indexAt(incident.region, incident.side) : null)
  const [size, setSize] = useState(incident.sizeMm === null ? '' : String(incident.sizeMm))
  const [did, setDid] = useState(incident.did)
  const sizeMm = size.trim() === '' ? null : Number(size.replace(',', '.'))
  const wrong = sizeMm !== null && !(sizeMm >= 0 && sizeMm <= 1000)
  const at = place === null ? null : REGION_SIDES[place]!
  const keep = (): void => {
    if (wrong) return
    add({
      kind: 'incident-more',
      incident: incident.id,
      sizeMm,
      did: did.trim(),
      region: at?.region ?? null,
      side: at?.side ?? null,
    })
    onClose()
  }
  return (
    <DialogSheet title={INCIDENT_LABEL[incident.incident]} onClose={onClose}>
      <div className="flex flex-col gap-4" data-testid="first-aid">
        <ol className="flex list-decimal flex-col gap-1 pl-6 text-lg">
          {now.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ol>
        <p className="rounded-xl border-2 border-alarm bg-alarm-soft p-3 text-lg font-medium">{handOver}</p>
        {!NO_PLACE.has(incident.incident) && (
          <div>
            <div className="mb-1 flex flex-wrap items-center gap-2">
              <p className="grow font-medium">{at ? placeName(at.region, at.side) : 'Where? Touch the place.'}</p>
              <ViewButtons view={view} onTurn={setView} />
            </div>
            <div className="h-52 rounded-xl bg-paper">
              <CoatMap
                drawn={drawn}
                view={view}
                looks={looks}
                focus={place}
                onPick={setPlace}
                nameOf={(index) => placeName(REGION_SIDES[index]!.region, REGION_SIDES[index]!.side)}
                reachable
                label="Where it happened"
              />
            </div>
          </div>
        )}
        <div className="grid grid-cols-[110px_1fr] gap-3">
          <label>
            <span className="font-medium">Size, mm</span>
            <input
              className="field"
              inputMode="decimal"
              value={size}
              aria-invalid={wrong}
              onChange={(event) => setSize(event.target.value)}
            />
          </label>
          <label>
            <span className="font-medium">What was done</span>
            <input className="field" maxLength={600} value={did} onChange={(event) => setDid(event.target.value)} />
          </label>
        </div>
        {wrong && <p className="text-alarm">Size: a number from 0 to 1000 mm</p>}
        <div className="flex flex-wrap gap-2">
          {incident.toldAt === null ? (
            <Button size="tall" onClick={() => add({ kind: 'told', incident: incident.id })}>
              <Check size={18} /> The owner knows
            </Button>
          ) : (
            <p className="flex min-h-14 items-center gap-2">
              <Check size={18} /> The owner knows
            </p>
          )}
          <PhotoButton visitId={visitId} kind="incident" incidentId={incident.id} />
          <span className="grow" />
          <Button kind="main" size="tall" disabled={wrong} onClick={keep}>
            Keep
          </Button>
        </div>
      </div>
    </DialogSheet>
  )
}
