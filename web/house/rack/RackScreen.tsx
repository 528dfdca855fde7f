import { Plus, SprayCan } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { Link } from 'react-router'
import { toast } from 'sonner'
import type { RunningBlade } from '../../../contract/api/bench.ts'
import { benchApi } from '../../../contract/api/bench.ts'
import { coreTool, type RackToolDoc, rackApi } from '../../../contract/api/rack.ts'
import { temperatureText } from '../../../contract/words/measures.ts'
import { bladeTemperature, dueOf, type House, houseWith, RACK_KIND_IDS, type RackKind } from '../../../core/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useRead, useWrite } from '../../device/api.ts'
import { useDevice } from '../../device/devices.ts'
import { useNow } from '../../device/use-now.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Button } from '../../parts/Button.tsx'
import { HousePageOf } from '../HousePage.tsx'
import { byLength } from './names.ts'
import { ToolDialog } from './ToolDialog.tsx'
import { ToolRow } from './ToolRow.tsx'

/** How often the blades that run are looked for. */
const BLADES_MS = 5000

/** Every tool and how it stands; what is away, dull or past its count is not planned with. */
export function RackScreen(): ReactNode {
  const { data: tools, error, refetch } = useRead(rackApi.all, {})
  const { data: salon } = useSalon()
  const { data: running = [] } = useRead(benchApi.blades, {}, { refetchInterval: BLADES_MS })
  const now = useNow(running.length > 0)
  const thermometer = useDevice('thermometer')
  const [editing, setEditing] = useState<RackToolDoc | 'new' | null>(null)
  if (!tools || !salon)
    return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="the rack" />
  const house = houseWith(salon.estimates)
  const there = tools.filter(({ retired }) => !retired)
  const due = there.filter((tool) => dueOf(coreTool(tool, new Date()), house).length > 0).length
  const measured = thermometer?.link === 'live' ? (thermometer.values.celsius ?? null) : null
  return (
    <HousePageOf changes={rackApi.add} testId="rack">
      <div className="mb-4 flex flex-wrap items-center gap-x-6 gap-y-2">
        <h1 className="text-3xl">The rack</h1>
        <p className="text-ink-2">
          {there.length} tools, {due} want something.
        </p>
        <span className="grow" />
        <Button onClick={() => setEditing('new')}>
          <Plus size={18} /> Hang up a tool
        </Button>
        <CareForAll tools={there} house={house} />
      </div>
      {there.length === 0 && (
        <p className="text-lg">No list yet: plans take every blade and comb attachment to be there.</p>
      )}
      {RACK_KIND_IDS.map((kind) => {
        const here = there.filter(({ tool }) => tool.kind === kind).sort(byLength)
        return (
          here.length > 0 && (
            <section key={kind} className="mb-6" aria-label={PLURAL[kind]}>
              <h2 className="mb-1 text-xl">{PLURAL[kind]}</h2>
              <ul className="card grid grid-cols-2 gap-x-8 px-5 py-1 max-lg:grid-cols-1">
                {here.map((tool) => (
                  <ToolRow
                    key={tool.id}
                    tool={tool}
                    heat={heatOf(tool, running, measured, now, house)}
                    house={house}
                    people={salon.people}
                    onEdit={() => setEditing(tool)}
                  />
                ))}
              </ul>
            </section>
          )
        )
      })}
      <p className="text-ink-2">
        Dryers stand under{' '}
        <Link className="opens" to="/house/room">
          Dryers and room
        </Link>
        .
      </p>
      {editing && (
        <ToolDialog tool={editing === 'new' ? null : editing} people={salon.people} onClose={() => setEditing(null)} />
      )}
    </HousePageOf>
  )
}

const MINUTE = 60_000

/** "On Tansy, 34 °C": how warm a blade is that runs now; by the thermometer where it is the only one, else by the clock. */
function heatOf(
  { tool: { kind, id, ownerId } }: RackToolDoc,
  running: readonly RunningBlade[],
  measured: number | null,
  now: number,
  house: House,
): string | null {
  if (kind !== 'blade') return null
  const run = running.find(({ blade, by }) => blade === id && (ownerId === null || ownerId === by))
  if (!run) return null
  const minutes = Math.max(0, now - Date.parse(run.cooledAt ?? run.since)) / MINUTE
  const read = running.length === 1 ? measured : null
  const celsius = read ?? bladeTemperature(minutes, house['blade.cooled'], house)
  return `on ${run.dog} now, ${read === null ? 'about ' : ''}${temperatureText(celsius)}`
}

/** At the end of a dog: everything that was used is oiled and disinfected in one go. */
function CareForAll({ tools, house }: { tools: readonly RackToolDoc[]; house: House }): ReactNode {
  const care = useWrite(rackApi.care)
  const due = tools.flatMap((tool) =>
    dueOf(coreTool(tool, new Date()), house)
      .filter((what) => what !== 'sharpen')
      .map((care) => ({ id: tool.id, body: { care } })),
  )
  if (due.length === 0) return null
  const all = async (): Promise<void> => {
    try {
      for (const one of due) await care.mutateAsync(one)
    } catch (error) {
      toast.error(`Not all kept: ${(error as Error).message}`)
    }
  }
  return (
    <Button kind="main" disabled={care.isPending} onClick={() => void all()}>
      <SprayCan size={18} /> All oiled and disinfected
    </Button>
  )
}

const PLURAL: Record<RackKind, string> = {
  blade: 'Blades',
  comb: 'Comb attachments',
  shears: 'Shears',
  brush: 'Brushes and combs',
  clipper: 'Clippers',
  other: 'Other',
}
