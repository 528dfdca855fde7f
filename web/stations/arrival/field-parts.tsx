import { ChevronDown } from 'lucide-react'
import { Collapsible } from 'radix-ui'
import type { ReactNode } from 'react'
import type { Arrival } from '../../../contract/api/visit-card.ts'
import { capital } from '../../../contract/words/index.ts'
import { TextField } from '../../parts/Field.tsx'

/** What every form of the arrival takes. */
export interface FieldProps {
  readonly arrival: Arrival
  readonly change: (change: (arrival: Arrival) => Arrival) => void
}

export const setDog =
  (set: Partial<Arrival['dog']>) =>
  (arrival: Arrival): Arrival => ({ ...arrival, dog: { ...arrival.dog, ...set } })
export const setWishes =
  (set: Partial<NonNullable<Arrival['wishes']>>) =>
  (arrival: Arrival): Arrival => ({
    ...arrival,
    wishes: { ...arrival.wishes, ...set },
  })

export const choices = <T extends string>(
  ids: readonly T[],
  labels: Record<T, string>,
): { value: T; label: string }[] => ids.map((value) => ({ value, label: capital(labels[value]) }))

interface NumberProps {
  readonly label: string
  readonly unit: string
  readonly value: number | null | undefined
  readonly min: number
  readonly max: number
  readonly step?: number
  readonly placeholder?: string
  readonly onChange: (value: number | null) => void
}

/** A number with its unit; outside its range it says so beside itself, and the server says no. */
export function NumberField({ label, unit, value, min, max, step = 1, placeholder, onChange }: NumberProps): ReactNode {
  const wrong = value !== null && value !== undefined && !(value >= min && value <= max)
  return (
    <TextField
      label={label}
      unit={unit}
      className="w-28"
      type="number"
      inputMode="decimal"
      min={min}
      max={max}
      step={step}
      placeholder={placeholder}
      value={value ?? ''}
      error={wrong ? `${min} to ${max}` : undefined}
      onChange={(event) => onChange(event.target.value === '' ? null : Number(event.target.value))}
    />
  )
}

export const Group = ({ title, children }: { title: string; children: ReactNode }): ReactNode => (
  <section className="flex flex-col gap-4">
    <h2 className="text-xl">{title}</h2>
    {children}
  </section>
)

/** A part of the arrival that is as it was: one line of it, and its fields behind a touch. */
export const AsItWas = ({ title, line, children }: { title: string; line: string; children: ReactNode }): ReactNode => (
  <Collapsible.Root asChild>
    <section className="border-t border-line">
      <h2 className="font-sans text-base">
        <Collapsible.Trigger className="group flex min-h-14 w-full items-center gap-4 py-2 text-left stacked:gap-2">
          <span className="w-40 shrink-0 font-semibold stacked:w-24">{title}</span>
          <span className="min-w-0 grow font-normal leading-tight">{line}</span>
          <span className="shrink-0 font-normal text-ink-2 stacked:hidden group-data-[state=open]:hidden">Change</span>
          <ChevronDown
            size={20}
            aria-hidden="true"
            className="shrink-0 text-ink-2 group-data-[state=open]:rotate-180"
          />
        </Collapsible.Trigger>
      </h2>
      <Collapsible.Content className="flex flex-col gap-4 pt-1 pb-5">{children}</Collapsible.Content>
    </section>
  </Collapsible.Root>
)
