import { clsx } from 'clsx'
import { type InputHTMLAttributes, type ReactNode, type Ref, type SelectHTMLAttributes, useId } from 'react'

interface Look {
  readonly label: ReactNode
  /** After the label, or after the box where the box is narrow. */
  readonly unit?: string | undefined
  /** What is wrong with what stands in it; said beside it. */
  readonly error?: string | undefined
  /** What helps to fill it in. */
  readonly hint?: ReactNode
  readonly className?: string | undefined
}

/** What ties a control to its label, its hint and its fault. */
export interface Tied {
  readonly id: string
  readonly 'aria-invalid': boolean
  readonly 'aria-describedby': string | undefined
}

/** A control with its label over it and what is wrong with it under it. */
export function Field({
  label,
  unit,
  error,
  hint,
  className,
  children,
}: Look & { children: (tied: Tied) => ReactNode }): ReactNode {
  const id = useId()
  const about = [error && `${id}-wrong`, hint && `${id}-hint`].filter(Boolean).join(' ') || undefined
  return (
    <div className={className}>
      <label htmlFor={id} className="mb-1 block font-medium">
        {label} {unit && <span className="font-normal text-ink-2">{unit}</span>}
      </label>
      {children({ id, 'aria-invalid': error !== undefined, 'aria-describedby': about })}
      {error !== undefined && (
        <p id={`${id}-wrong`} role="alert" className="mt-0.5 text-sm font-medium text-alarm">
          {error}
        </p>
      )}
      {hint && (
        <p id={`${id}-hint`} className="mt-0.5 text-sm text-ink-2">
          {hint}
        </p>
      )}
    </div>
  )
}

type Input = Omit<InputHTMLAttributes<HTMLInputElement>, 'id' | 'className'> & { ref?: Ref<HTMLInputElement> }

/** Words, a day, a time, or a number as it is typed. */
export const TextField = ({ label, unit, error, hint, className, ...input }: Look & Input): ReactNode => (
  <Field label={label} unit={unit} error={error} hint={hint} className={className}>
    {(tied) => <input className="field" {...tied} {...input} />}
  </Field>
)

type Select = Omit<SelectHTMLAttributes<HTMLSelectElement>, 'id' | 'className'> & { ref?: Ref<HTMLSelectElement> }

/** One of a list. */
export const SelectField = ({ label, unit, error, hint, className, ...select }: Look & Select): ReactNode => (
  <Field label={label} unit={unit} error={error} hint={hint} className={className}>
    {(tied) => <select className="field" {...tied} {...select} />}
  </Field>
)

/** Yes or no. */
export const CheckField = ({
  label,
  className,
  ...input
}: Pick<Look, 'label' | 'className'> & Omit<Input, 'type'>): ReactNode => (
  <label className={clsx('flex min-h-11 items-center gap-3', className)}>
    <input type="checkbox" className="size-5" {...input} />
    {label}
  </label>
)
