import { Plus, Trash2 } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { toast } from 'sonner'
import type { Salon } from '../../../contract/api/salon.ts'
import { salonApi } from '../../../contract/api/salon.ts'
import { DRYER_KIND_LABEL, PROTECTOR_LABEL, RATING_LABEL, UNIT_SYSTEM_LABEL } from '../../../contract/words/index.ts'
import {
  BLOWERS,
  DRYER_KIND_IDS,
  type Dryer,
  type DryerKind,
  PROTECTOR_IDS,
  RATING_IDS,
  UNIT_SYSTEMS,
} from '../../../core/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useWrite } from '../../device/api.ts'
import { useDevice } from '../../device/devices.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Button } from '../../parts/Button.tsx'
import { OneOf } from '../../parts/Toggle.tsx'
import { HousePageOf } from '../HousePage.tsx'

type Equipment = Salon['equipment']

/** Dryers, the room they stand in, ear protection, and the units this house reads. */
export function RoomScreen(): ReactNode {
  const { data: salon, error, refetch } = useSalon()
  const save = useWrite(salonApi.setEquipment)
  const climate = useDevice('climate')
  if (!salon) return error ? <QueryFailed error={error} onRetry={() => void refetch()} /> : <Loading what="the room" />
  const { equipment } = salon
  const set = (next: Partial<Equipment>): void =>
    save.mutate(
      { body: { ...equipment, ...next } },
      { onError: (problem) => toast.error(`Not saved: ${problem.message}`) },
    )
  const setDryer = (id: string, next: Partial<Dryer>): void =>
    set({ dryers: equipment.dryers.map((dryer) => (dryer.id === id ? { ...dryer, ...next } : dryer)) })
  const setRoom = (next: Partial<Equipment['room']>): void => set({ room: { ...equipment.room, ...next } })
  const { room, protector } = equipment
  const live = climate?.link === 'live' && climate.values.tempC !== undefined && climate.values.rh !== undefined
  return (
    <HousePageOf changes={salonApi.setEquipment}>
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h1 className="grow text-3xl">Dryers and room</h1>
        <Button onClick={() => set({ dryers: [...equipment.dryers, newDryer()] })}>
          <Plus size={18} /> Another dryer
        </Button>
      </div>
      <p className="mb-4 max-w-2xl text-ink-2">
        Plans dry with the strongest high-velocity dryer at hand, and finish with the stand or hand dryer. Flow, heat
        and watts are on the plate; measure the level at your own ear.
      </p>
      <ul className="card divide-y divide-line">
        {equipment.dryers.map((dryer) => (
          <DryerRow
            key={dryer.id}
            dryer={dryer}
            onChange={(next) => setDryer(dryer.id, next)}
            onDrop={() => set({ dryers: equipment.dryers.filter(({ id }) => id !== dryer.id) })}
          />
        ))}
        {equipment.dryers.length === 0 && <li className="p-4 text-ink-2">No dryer yet: plans take usual ones.</li>}
      </ul>
      <h2 className="mb-2 mt-7 text-xl">The room</h2>
      <div className="card grid grid-cols-2 gap-4 p-4 md:grid-cols-4">
        <Figure label="Temperature" unit="°C" value={room.tempC} onChange={(tempC) => setRoom({ tempC })} />
        <Figure
          label="Humidity"
          unit="%"
          value={room.rh * 100}
          onChange={(percent) => setRoom({ rh: percent / 100 })}
        />
        <Figure label="Size" unit="m³" value={room.volumeM3} onChange={(volumeM3) => setRoom({ volumeM3 })} />
        <Figure
          label="Dehumidifier"
          unit="g/h"
          value={room.dehumidifierGPerHour}
          onChange={(dehumidifierGPerHour) => setRoom({ dehumidifierGPerHour })}
        />
        <Figure
          label="Fresh air, windows shut"
          unit="/h"
          value={room.changesPerHour}
          onChange={(changesPerHour) => setRoom({ changesPerHour })}
        />
        <Figure
          label="Fresh air, window open"
          unit="/h"
          value={room.windowChangesPerHour}
          onChange={(windowChangesPerHour) => setRoom({ windowChangesPerHour })}
        />
        <Figure label="Outside" unit="°C" value={room.outsideC} onChange={(outsideC) => setRoom({ outsideC })} />
        <Figure
          label="Outside"
          unit="%"
          value={room.outsideRh * 100}
          onChange={(percent) => setRoom({ outsideRh: percent / 100 })}
        />
        {live && (
          <Button
            className="col-span-full justify-self-start"
            onClick={() =>
              setRoom({ tempC: Math.round(climate.values.tempC! * 10) / 10, rh: Math.round(climate.values.rh!) / 100 })
            }
          >
            As the sensor reads: {climate.values.tempC!.toFixed(1)} °C, {Math.round(climate.values.rh!)} %
          </Button>
        )}
      </div>
      <div className="mt-7 grid gap-7 md:grid-cols-2">
        <section>
          <h2 className="mb-2 text-xl">Ear protection</h2>
          <OneOf
            legend="What is worn"
            hideLegend
            choices={[
              { value: 'none', label: 'None' },
              ...PROTECTOR_IDS.map((value) => ({ value, label: PROTECTOR_LABEL[value] })),
            ]}
            value={protector?.kind ?? 'none'}
            onChange={(kind) =>
              set({
                protector:
                  kind === 'none'
                    ? null
                    : {
                        kind: kind as (typeof PROTECTOR_IDS)[number],
                        ratingDb: protector?.ratingDb ?? 27,
                        rating: protector?.rating,
                      },
              })
            }
          />
          {protector && (
            <div className="mt-3 flex flex-wrap items-end gap-4">
              <OneOf
                legend="The label says"
                choices={RATING_IDS.map((value) => ({ value, label: RATING_LABEL[value] }))}
                value={protector.rating ?? 'nrr'}
                onChange={(rating) => set({ protector: { ...protector, rating } })}
              />
              <Figure
                label="Rating on the label"
                unit="dB"
                value={protector.ratingDb}
                onChange={(ratingDb) => set({ protector: { ...protector, ratingDb } })}
              />
            </div>
          )}
        </section>
        <section>
          <h2 className="mb-2 text-xl">Volumes</h2>
          <OneOf
            legend="Units"
            hideLegend
            choices={UNIT_SYSTEMS.map((value) => ({ value, label: UNIT_SYSTEM_LABEL[value] }))}
            value={equipment.units}
            onChange={(units) => set({ units })}
          />
        </section>
      </div>
    </HousePageOf>
  )
}

/** Quieter than this nothing runs at the meter. */
const RUNNING_DBA = 65

const newDryer = (): Dryer => ({
  id: crypto.randomUUID(),
  name: 'New dryer',
  kind: 'high-velocity',
  flowLs: 60,
  riseC: 14,
  outletC: 50,
  watts: 1800,
  dBA: 100,
  away: false,
})

function DryerRow({
  dryer,
  onChange,
  onDrop,
}: {
  dryer: Dryer
  onChange: (next: Partial<Dryer>) => void
  onDrop: () => void
}): ReactNode {
  const sound = useDevice('sound')
  const blows = BLOWERS.includes(dryer.kind)
  const measured = sound?.link === 'live' ? sound.values.dBA : undefined
  return (
    <li className="grid grid-cols-2 items-end gap-3 p-4 md:grid-cols-[1.4fr_1.5fr_repeat(4,0.9fr)_auto]">
      <Words label="Name" value={dryer.name} onChange={(name) => onChange({ name })} />
      <label className="block">
        <span className="mb-0.5 block text-sm text-ink-2">Kind</span>
        <select
          className="field"
          value={dryer.kind}
          onChange={(event) => onChange({ kind: event.target.value as DryerKind })}
        >
          {DRYER_KIND_IDS.map((kind) => (
            <option key={kind} value={kind}>
              {DRYER_KIND_LABEL[kind]}
            </option>
          ))}
        </select>
      </label>
      <Figure label="Flow" unit="L/s" value={dryer.flowLs} onChange={(flowLs) => onChange({ flowLs })} />
      {blows ? (
        <Figure label="Over room" unit="°C" value={dryer.riseC} onChange={(riseC) => onChange({ riseC })} />
      ) : (
        <Figure label="Outlet" unit="°C" value={dryer.outletC} onChange={(outletC) => onChange({ outletC })} />
      )}
      <Figure label="Draws" unit="W" value={dryer.watts} onChange={(watts) => onChange({ watts })} />
      <Figure label="At the ear" unit="dBA" value={dryer.dBA} onChange={(dBA) => onChange({ dBA })} />
      <Button kind="quiet" tight aria-label={`Remove ${dryer.name}`} onClick={onDrop}>
        <Trash2 size={18} />
      </Button>
      <div className="col-span-full flex flex-wrap items-center gap-3">
        <label className="flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            className="size-5 accent-(--accent)"
            checked={dryer.away}
            onChange={(event) => onChange({ away: event.target.checked })}
          />
          away or broken
        </label>
        {measured !== undefined && measured >= RUNNING_DBA && (
          <Button tight onClick={() => onChange({ dBA: Math.round(measured) })}>
            As the meter reads: {Math.round(measured)} dBA
          </Button>
        )}
      </div>
    </li>
  )
}

function Words({
  label,
  value,
  onChange,
}: {
  label: string
  value: string
  onChange: (value: string) => void
}): ReactNode {
  const [text, setText] = useState(value)
  return (
    <label className="block">
      <span className="mb-0.5 block text-sm text-ink-2">{label}</span>
      <input
        className="field"
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={() => (text.trim() === '' ? setText(value) : text !== value && onChange(text.trim()))}
      />
    </label>
  )
}

const shown = (value: number): string => String(Math.round(value * 100) / 100)

/** A figure that is saved when it is left; what is no number goes back to what it was. */
function Figure({
  label,
  unit,
  value,
  onChange,
}: {
  label: string
  unit: string
  value: number
  onChange: (value: number) => void
}): ReactNode {
  const [typed, setTyped] = useState<string | null>(null)
  const commit = (): void => {
    const next = Number((typed ?? '').replace(',', '.'))
    if (typed === null || typed === shown(value)) setTyped(null)
    else if (typed.trim() === '' || !Number.isFinite(next)) toast.error(`${label}: got "${typed}", expected a number`)
    else onChange(next)
    setTyped(null)
  }
  return (
    <label className="block">
      <span className="mb-0.5 block text-sm text-ink-2">{label}</span>
      <span className="flex items-center gap-1.5">
        <input
          className="field text-right"
          inputMode="decimal"
          value={typed ?? shown(value)}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={commit}
          onKeyDown={(event) => event.key === 'Enter' && commit()}
        />
        <span className="w-10 text-ink-2">{unit}</span>
      </span>
    </label>
  )
}
