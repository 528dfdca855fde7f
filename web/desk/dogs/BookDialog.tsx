import { addWeeks, max } from 'date-fns'
import type { ReactNode } from 'react'
import { toast } from 'sonner'
import { z } from 'zod'
import type { DogRecord } from '../../../contract/api/dogs.ts'
import { visitsApi } from '../../../contract/api/visits.ts'
import { dateOf, instantAt, timeOf } from '../../../contract/words/index.ts'
import { useWrite } from '../../device/api.ts'
import { Button } from '../../parts/Button.tsx'
import { today } from '../../parts/dates.ts'
import { FindTime } from '../../parts/FindTime.tsx'
import { Form, FormCheck, FormText, useZodForm } from '../../parts/form.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { dayTyped, NotAdded, TimeAndSlot, timeAndSlot } from '../../parts/TimeAndSlot.tsx'

const SLOT_MINUTES = 120
const WEEKS = 6
const MORNING = '09:00'

const bookForm = z.object({
  date: dayTyped,
  ...timeAndSlot,
  asLastTime: z.boolean(),
})

/** Puts a dog into the book: when its coat wants it, at the time it came last. */
export function BookDialog({ dog, onClose }: { dog: DogRecord; onClose: () => void }): ReactNode {
  const add = useWrite(visitsApi.add)
  const last = dog.visits.find(({ summary }) => summary)
  const home = dog.home ? new Date(dog.home.at) : new Date()
  const form = useZodForm(bookForm, {
    date: dateOf(max([new Date(), addWeeks(home, last?.summary?.nextWeeks ?? WEEKS)])),
    time: last ? timeOf(last.startsAt) : MORNING,
    slot: String(SLOT_MINUTES),
    asLastTime: true,
  })
  const send = ({ date, time, slot, asLastTime }: z.output<typeof bookForm>): void =>
    add.mutate(
      {
        body: {
          dogId: dog.id,
          startsAt: instantAt(date, time),
          slotMinutes: slot,
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
  return (
    <DialogSheet title={`Book ${dog.name}`} about="The date is when its coat wants it." onClose={onClose}>
      <Form form={form} className="grid grid-cols-2 gap-4" onSend={send}>
        <FormText name="date" label="Day" type="date" className="col-span-2" min={today()} />
        <TimeAndSlot />
        <div className="col-span-2 grid">
          <FindTime
            asked={{ dogId: dog.id, minutes: Number(form.watch('slot')) || SLOT_MINUTES, from: form.watch('date') }}
            onTake={({ startsAt }) => {
              form.setValue('date', dateOf(startsAt))
              form.setValue('time', timeOf(startsAt))
            }}
          />
        </div>
        <FormCheck name="asLastTime" label="As last time: to the lengths it went home with" className="col-span-2" />
        <NotAdded error={add.error} />
        <Button type="submit" kind="main" className="col-span-2" disabled={add.isPending}>
          Put it in the book
        </Button>
      </Form>
    </DialogSheet>
  )
}
