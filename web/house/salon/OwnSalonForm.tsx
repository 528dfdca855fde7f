import type { ReactNode } from 'react'
import { type OwnSalon, ownSalonSchema } from '../../../contract/api/salon.ts'
import { COUNTRIES, countryOfLanguage } from '../../../contract/words/countries.ts'
import { capital } from '../../../contract/words/index.ts'
import { Alert } from '../../parts/Alert.tsx'
import { Button } from '../../parts/Button.tsx'
import { Form, FormSelect, FormText, useZodForm } from '../../parts/form.tsx'

/** What a salon is called and where it is: the same to begin one and to put it right. */
export function OwnSalonForm({
  given,
  send,
  label,
  busy,
  error,
  kind = 'main',
}: {
  given?: { name: string; country: string | null }
  send: (salon: OwnSalon) => void
  label: string
  busy: boolean
  error: Error | null
  kind?: 'main' | 'plain'
}): ReactNode {
  const form = useZodForm(ownSalonSchema, {
    name: given?.name ?? '',
    country: given?.country ?? countryOfLanguage(navigator.language) ?? '',
  })
  return (
    <Form form={form} className="flex flex-col gap-4" onSend={send}>
      <FormText<OwnSalon> name="name" label="The salon is called" maxLength={80} autoComplete="organization" />
      <FormSelect<OwnSalon>
        name="country"
        label="Country"
        hint="Dates, hours, weights and money are written as they are there. All of it can be changed later."
      >
        <option value="">which?</option>
        {COUNTRIES.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </FormSelect>
      {error && <Alert>{capital(error.message)}</Alert>}
      <Button type="submit" kind={kind} className="self-start" disabled={busy}>
        {label}
      </Button>
    </Form>
  )
}
