import { CalendarX, UserX } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import * as z from 'zod'
import type { CalledOff, VisitCard } from '../../../contract/api/visit-card.ts'
import { visitsApi } from '../../../contract/api/visits.ts'
import { ANY_TIME } from '../../../contract/formats/wished-times.ts'
import { dateOf, instantAt, timeOf } from '../../../contract/words/index.ts'
import { onceTaken, useWrite } from '../../device/api.ts'
import { useSalon } from '../../device/use-salon.ts'
import { BeforeVisit } from '../../parts/BeforeVisit.tsx'
import { Button } from '../../parts/Button.tsx'
import { today } from '../../parts/dates.ts'
import { FindTime } from '../../parts/FindTime.tsx'
import { Form, FormSelect, FormText, useZodForm } from '../../parts/form.tsx'
import { KeepBar } from '../../parts/KeepBar.tsx'
import { DialogSheet } from '../../parts/Sheet.tsx'
import { said } from '../../parts/said.ts'
import { dayTyped, NotAdded, TimeAndSlot, timeAndSlot } from '../../parts/TimeAndSlot.tsx'

const bookingForm = z.object({
  date: dayTyped,
  ...timeAndSlot,
  personId: z.string(),
  why: z.string().trim().max(200, { error: 'at most 200 letters' }),
})

/** Another day, time, slot or person for a dog that has not come yet; or it does not come. */
export function BookingDialog({ visit, onClose }: { visit: VisitCard; onClose: () => void }): ReactNode {
  const move = useWrite(visitsApi.move)
  const callOff = useWrite(visitsApi.callOff)
  const { data: salon } = useSalon()
  const [wishes, setWishes] = useState(ANY_TIME)
  const form = useZodForm(bookingForm, {
    date: dateOf(visit.startsAt),
    time: timeOf(visit.startsAt),
    slot: String(visit.slotMinutes),
    personId: visit.personId ?? '',
    why: '',
  })
  const name = visit.arrival.dog.name ?? 'This dog'
  const off = (as: CalledOff): void =>
    onceTaken(callOff.mutateAsync({ id: visit.id, body: { as, why: form.getValues('why') } }), () => {
      onClose()
      said(`${name} does not come`, () => callOff.mutateAsync({ id: visit.id, body: { as: null } }))
    })
  const busy = move.isPending || callOff.isPending
  return (
    <DialogSheet
      changes={visitsApi.move}
      title={`${name} in the book`}
      about={`${visit.client.name} · ${visit.client.phone}`}
      onClose={onClose}
    >
      <Form
        form={form}
        className="grid grid-cols-2 gap-4"
        onSend={({ date, time, slot, personId }) =>
          onceTaken(
            move.mutateAsync({
              id: visit.id,
              body: { startsAt: instantAt(date, time), slotMinutes: slot, personId: personId === '' ? null : personId },
            }),
            () => {
              onClose()
              const { startsAt, slotMinutes, personId: before } = visit
              said(`${name} is moved`, () =>
                move.mutateAsync({ id: visit.id, body: { startsAt, slotMinutes, personId: before } }),
              )
            },
          )
        }
      >
        <FormText name="date" label="Day" type="date" />
        <FormSelect name="personId" label="With">
          <option value="">nobody yet</option>
          {salon?.people
            .filter(({ left, id }) => !left || id === visit.personId)
            .map(({ id, name: who }) => (
              <option key={id} value={id}>
                {who}
              </option>
            ))}
        </FormSelect>
        <TimeAndSlot />
        <div className="col-span-2 grid">
          <FindTime
            asked={{
              visitId: visit.id,
              minutes: Number(form.watch('slot')) || visit.slotMinutes,
              personId: form.watch('personId') || undefined,
            }}
            wishes={wishes}
            onWishes={setWishes}
            onTake={({ startsAt }) => {
              form.setValue('date', dateOf(startsAt))
              form.setValue('time', timeOf(startsAt))
            }}
          />
        </div>
        <div className="col-span-2 grid">
          <BeforeVisit visitId={visit.id} asks slotMinutes={visit.slotMinutes}>
            {({ foretold }) =>
              foretold?.slotMinutes && foretold.slotMinutes !== visit.slotMinutes ? (
                <Button tight onClick={() => form.setValue('slot', String(foretold.slotMinutes))}>
                  Make it {foretold.slotMinutes} min
                </Button>
              ) : null
            }
          </BeforeVisit>
        </div>
        <FormText name="why" label="If it does not come: why" className="col-span-2" />
        <NotAdded error={move.error ?? callOff.error} />
        <div className="col-span-2">
          <KeepBar busy={busy}>
            <Button disabled={busy} onClick={() => off('cancelled')}>
              <CalendarX size={18} /> Cancelled
            </Button>
            <Button disabled={busy} onClick={() => off('by-us')}>
              <CalendarX size={18} /> We call it off
            </Button>
            {dateOf(visit.startsAt) <= today() && (
              <Button disabled={busy} onClick={() => off('no-show')}>
                <UserX size={18} /> Did not come
              </Button>
            )}
          </KeepBar>
        </div>
      </Form>
    </DialogSheet>
  )
}
