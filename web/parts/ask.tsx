import { clsx } from 'clsx'
import { Popover } from 'radix-ui'
import type { ReactNode } from 'react'

/** A figure that opens to how it came about. */
export function Opens({
  children,
  title,
  label,
  className,
  body,
}: {
  children: ReactNode
  title: string
  label?: string
  className?: string
  body: ReactNode
}): ReactNode {
  return (
    <Popover.Root>
      <Popover.Trigger className={clsx('rounded-md text-left', className)} aria-label={label}>
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="card z-50 max-h-[min(70dvh,var(--radix-popover-content-available-height))] w-[min(94vw,440px)] overflow-auto p-5 shadow-xl"
          sideOffset={8}
          collisionPadding={12}
          aria-label={title}
        >
          <h3 className="mb-3 text-lg">{title}</h3>
          {body}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

interface Choice<T> {
  readonly value: T
  readonly label: string
}

/** One of a few, as large buttons; arrow keys move, as in any radio group. */
export function OneOf<T extends string | number>({
  legend,
  choices,
  value,
  onChange,
  hideLegend,
}: {
  legend: string
  choices: readonly Choice<T>[]
  value: T
  onChange: (value: T) => void
  hideLegend?: boolean
}): ReactNode {
  return (
    <fieldset>
      <legend className={clsx('mb-1 font-medium', hideLegend && 'sr-only')}>{legend}</legend>
      <div className="flex flex-wrap gap-1.5">
        {choices.map((choice) => (
          <label
            key={choice.value}
            className="btn cursor-pointer px-3.5 has-checked:border-accent has-checked:bg-accent-soft has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-accent"
          >
            <input
              type="radio"
              className="sr-only"
              name={legend}
              checked={choice.value === value}
              onChange={() => onChange(choice.value)}
            />
            {choice.label}
          </label>
        ))}
      </div>
    </fieldset>
  )
}

/** Any of several. */
export function AnyOf<T extends string>({
  legend,
  choices,
  values,
  onChange,
}: {
  legend: string
  choices: readonly Choice<T>[]
  values: readonly T[]
  onChange: (values: T[]) => void
}): ReactNode {
  return (
    <fieldset>
      <legend className="mb-1 font-medium">{legend}</legend>
      <div className="flex flex-wrap gap-1.5">
        {choices.map(({ value, label }) => (
          <label
            key={value}
            className="btn cursor-pointer px-3.5 has-checked:border-accent has-checked:bg-accent-soft has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-accent"
          >
            <input
              type="checkbox"
              className="sr-only"
              checked={values.includes(value)}
              onChange={() => onChange(values.includes(value) ? values.filter((v) => v !== value) : [...values, value])}
            />
            {label}
          </label>
        ))}
      </div>
    </fieldset>
  )
}
