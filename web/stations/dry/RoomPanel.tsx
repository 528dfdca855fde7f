import { type ReactNode, useDeferredValue, useMemo } from 'react'
import { minutesText, ROOM_WAY_LABEL } from '../../../contract/words/index.ts'
import { temperatureText } from '../../../contract/words/measures.ts'
import {
  type DryingModel,
  type DrySettings,
  dryInRoom,
  type House,
  ROOM_WAYS,
  type RoomAir,
} from '../../../core/index.ts'
import { useDevice } from '../../device/devices.ts'
import { Button } from '../../parts/Button.tsx'
import { Slider } from '../../parts/Slider.tsx'
import { Table } from '../../parts/Table.tsx'

interface Room {
  readonly tempC: number
  readonly rh: number
}

/** The room the dryer stands in: its warmth and damp, and what a window or a dehumidifier would change. */
export function RoomPanel({
  room,
  onRoom,
  air,
  model,
  settings,
  changeover,
  house,
}: {
  room: Room
  onRoom: (room: Room) => void
  air: RoomAir
  model: DryingModel
  settings: DrySettings
  changeover: number
  house: House
}): ReactNode {
  const sensor = useDevice('climate')
  const live = sensor?.link === 'live' && sensor.values.tempC !== undefined && sensor.values.rh !== undefined
  const asked = useDeferredValue(
    useMemo(() => ({ model, settings, changeover, room }), [model, settings, changeover, room]),
  )
  const runs = useMemo(
    () =>
      ROOM_WAYS.filter((way) => way !== 'dehumidifier' || air.dehumidifierGPerHour > 0).map((way) => ({
        way,
        run: dryInRoom(asked.model, asked.settings, { ...air, ...asked.room }, way, asked.changeover, house),
      })),
    [asked, air, house],
  )
  return (
    <section aria-label="The room">
      <Slide
        label="Room"
        value={room.tempC}
        least={10}
        most={35}
        step={1}
        says={temperatureText(room.tempC)}
        onChange={(tempC) => onRoom({ ...room, tempC })}
      />
      <Slide
        label="Humidity"
        value={Math.round(room.rh * 100)}
        least={10}
        most={95}
        step={5}
        says={`${Math.round(room.rh * 100)} %`}
        onChange={(percent) => onRoom({ ...room, rh: percent / 100 })}
      />
      {live && (
        <Button
          tight
          className="mt-1"
          data-testid="use-sensor"
          onClick={() =>
            onRoom({ tempC: Math.round(sensor.values.tempC! * 10) / 10, rh: Math.round(sensor.values.rh!) / 100 })
          }
        >
          As the sensor reads: {temperatureText(sensor.values.tempC!, 1)}, {Math.round(sensor.values.rh!)} %
        </Button>
      )}
      <Table
        testId="room"
        className="mt-3"
        caption={`In this room of ${Math.round(air.volumeM3)} m³, filling with damp`}
        rows={runs}
        keyOf={({ way }) => way}
        columns={[
          { head: '', names: true, cell: ({ way }) => ROOM_WAY_LABEL[way] },
          { head: '', figures: true, cell: ({ run }) => `${minutesText(run.minutes)} min` },
          {
            head: '',
            figures: true,
            className: 'font-semibold',
            cell: ({ run }) => `${Math.round(run.endRh * 100)} %`,
          },
        ]}
      />
    </section>
  )
}

function Slide({
  label,
  value,
  least,
  most,
  step,
  says,
  onChange,
}: {
  label: string
  value: number
  least: number
  most: number
  step: number
  says: string
  onChange: (value: number) => void
}): ReactNode {
  return (
    <div className="grid grid-cols-[90px_1fr_64px] items-center gap-3">
      <span>{label}</span>
      <Slider label={label} says={says} least={least} most={most} step={step} value={value} onChange={onChange} />
      <span className="figure text-right font-semibold">{says}</span>
    </div>
  )
}
