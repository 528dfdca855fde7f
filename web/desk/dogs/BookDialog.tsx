import { addWeeks, format, max } from 'date-fns'
import { type FormEvent, type ReactNode, useState } from 'react'
import { toast } from 'sonner'
import type { DogRecord } from '../../../contract/api/dogs.ts'
import { visitsApi } from '../../../contract/api/visits.ts'
import { useWrite } from '../../device/api.ts'
import { Button } from '../../parts/Button.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { NotAdded, TimeAndSlot } from '../../parts/TimeAndSlot.tsx'

const SLOT_MINUTES = 120
const WEEKS = 6
const MORNING = '09:00'

/** Puts a dog into the book: when its coat wants it, at the time it came last. */
export function BookDialog({ dog, onClose }: { dog: DogRecord; onClose: () => void }): ReactNode {
  const add = useWrite(visitsApi.add)
  const last = dog.visits.find(({ summary }) => summary)
  const [date, setDate] = useState(() => {
    const home = dog.home ? new Date(dog.home.at) : new Date()
    return format(max([new Date(), addWeeks(home, last?.summary?.nextWeeks ?? WEEKS)]), 'yyyy-MM-dd')
  })
  const [time, setTime] = useState(last ? format(new Date(last.startsAt), 'HH:mm') : MORNING)
  const [slot, setSlot] = useState(String(SLOT_MINUTES))
  const [asLastTime, setAsLastTime] = useState(true)
  const submit = (event: FormEvent): void => {
    event.preventDefault()
    add.mutate(
      {
        body: {
          dogId: dog.id,
          startsAt: new Date(`${date}T${time}`).toISOString(),
          slotMinutes: Number(slot),
          personId: null,
          asLastTime,
        },
      },
      {
        onSuccess: () => {
          toast.success(`${dog.name} is in the book`)
          onClose()
        },
      },
    )
  }
  return (
    <DialogSheet title={`Book ${dog.name}`} about="The date is when its coat wants it." onClose={onClose}>
      <form className="grid grid-cols-2 gap-4" onSubmit={submit}>
        <label className="col-span-2">
          <span className="font-medium">Day</span>
          <input
            type="date"
            required
            className="field"
            value={date}
            min={format(new Date(), 'yyyy-MM-dd')}
            onChange={(event) => setDate(event.target.value)}
          />
        </label>
        <TimeAndSlot time={time} slot={slot} onTime={setTime} onSlot={setSlot} />
        <label className="col-span-2 flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="size-5"
            checked={asLastTime}
            onChange={(event) => setAsLastTime(event.target.checked)}
          />
          As last time: to the lengths it went home with
        </label>
        <NotAdded error={add.error} />
        <Button type="submit" kind="main" className="col-span-2" disabled={add.isPending}>
          Put it in the book
        </Button>
      </form>
    </DialogSheet>
  )
}
