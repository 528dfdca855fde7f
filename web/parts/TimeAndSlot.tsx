import type { ReactNode } from 'react'
import * as z from 'zod'
import { Away } from '../device/client.ts'
import { Alert } from './Alert.tsx'
import { FormText } from './form.tsx'
import { numberText } from './number-text.ts'

/** When a dog comes, and how long it has, as typed. */
export const dayTyped = z.string().regex(/^\d{4}-\d\d-\d\d$/, { error: 'a day' })
export const timeAndSlot = {
  time: z.string().regex(/^\d\d:\d\d$/, { error: 'a time, as 09:30' }),
  slot: numberText(15, 1440, { whole: true, unit: 'minutes' }),
}

/** Of a form that has both. */
export const TimeAndSlot = (): ReactNode => (
  <>
    <FormText name="time" label="Comes at" type="time" />
    <FormText name="slot" label="Slot, minutes" inputMode="numeric" />
  </>
)

/** Why a visit was not added; what was filled in stays. */
export const NotAdded = ({ error }: { error: Error | null }): ReactNode =>
  error && (
    <Alert className="col-span-2">
      {error instanceof Away ? 'The server is away. Nothing is lost here; try again when it is back.' : error.message}
    </Alert>
  )
