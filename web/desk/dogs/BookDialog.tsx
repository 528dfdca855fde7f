import { addWeeks, max } from 'date-fns'
import { Hourglass } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { toast } from 'sonner'
import * as z from 'zod'
import type { DogRecord } from '../../../contract/api/dogs.ts'
import { planningApi } from '../../../contract/api/planning.ts'
import { visitsApi } from '../../../contract/api/visits.ts'
import { ANY_TIME } from '../../../contract/formats/wished-times.ts'
import { dateOf, instantAt, timeOf } from '../../../contract/words/index.ts'
import { onceTaken, useWrite } from '../../device/api.ts'
import { Button } from '../../parts/Button.tsx'
import { today } from '../../parts/dates.ts'
import { FindTime } from '../../parts/FindTime.tsx'
import { Form, FormCheck, FormSelect, FormText, useZodForm } from '../../parts/form.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { dayTyped, NotAdded, TimeAndSlot, timeAndSlot } from '../../parts/TimeAndSlot.tsx'
import { useIdFor } from '../../parts/use-id-for.ts'

const SLOT_MINUTES = 120
const WEEKS = 6
const MORNING = '09:00'
/** Visits of a row that are offered. */
const ROWS = [2, 3, 4, 6, 8] as const

const bookForm = z.object({
  date: dayTyped,
  ...timeAndSlot,
  asLastTime: z.boolean(),
  times: z.coerce.number(),
})

/** Puts a dog into the book: when its coat wants it, at the time it came last. */
export function BookDialog({ dog, onClose }: { dog: DogRecord; onClose: () => void }): ReactNode {
  const add = useWrite(visitsApi.add)
  const idFor = useIdFor()
  const wait = useWrite(planningApi.wait)
  const [wishes, setWishes] = useState(ANY_TIME)
  const last = dog.visits.find(({ summary }) => summary)
  const everyWeeks = last?.summary?.nextWeeks ?? WEEKS
  const home = dog.home ? new Date(dog.home.at) : new Date()
  const form = useZodForm(bookForm, {
    date: dateOf(max([new Date(), addWeeks(home, everyWeeks)])),
    time: last ? timeOf(last.startsAt) : MORNING,
    slot: String(SLOT_MINUTES),
    asLastTime: true,
    times: '1',
  })
  const send = ({ date, time, slot, asLastTime, times }: z.output<typeof bookForm>): void => {
    const visit = {
      dogId: dog.id,
      startsAt: instantAt(date, time),
      slotMinutes: slot,
      personId: null,
      asLastTime,
      ...(times > 1 ? { repeat: { everyWeeks, times } } : {}),
    }
    onceTaken(add.mutateAsync({ body: { id: idFor(visit), ...visit } }), () => {
      toast.success(times > 1 ? `${dog.name} is in the book ${times} times` : `${dog.name} is in the book`)
      onClose()
    })
  }
  return (
    <DialogSheet
      changes={visitsApi.add}
      title={`Book ${dog.name}`}
      about="The date is when its coat wants it."
      onClose={onClose}
    >
      <Form form={form} className="grid grid-cols-2 gap-4" onSend={send}>
        <FormText name="date" label="Day" type="date" className="col-span-2" min={today()} />
        <TimeAndSlot />
        <div className="col-span-2 grid">
          <FindTime
            asked={{ dogId: dog.id, minutes: Number(form.watch('slot')) || SLOT_MINUTES, from: form.watch('date') }}
            wishes={wishes}
            onWishes={setWishes}
            onTake={({ startsAt }) => {
              form.setValue('date', dateOf(startsAt))
              form.setValue('time', timeOf(startsAt))
            }}
          />
        </div>
        <FormSelect name="times" label="How often" className="col-span-2">
          <option value="1">once</option>
          {ROWS.map((times) => (
            <option key={times} value={times}>
              {times} times, every {everyWeeks} weeks at this hour
            </option>
          ))}
        </FormSelect>
        <FormCheck name="asLastTime" label="As last time: to the lengths it went home with" className="col-span-2" />
        <NotAdded error={add.error ?? wait.error} />
        <Button
          className="col-span-2 justify-self-start"
          disabled={wait.isPending}
          onClick={() =>
            onceTaken(
              wait.mutateAsync({
                body: { dogId: dog.id, minutes: Number(form.watch('slot')) || SLOT_MINUTES, wishes },
              }),
              () => {
                toast.success(`${dog.name} waits for a place: see the week`)
                onClose()
              },
            )
          }
        >
          <Hourglass size={18} /> No time suits: let it wait
        </Button>
        <Button type="submit" kind="main" className="col-span-2" disabled={add.isPending}>
          Put it in the book
        </Button>
      </Form>
    </DialogSheet>
  )
}
