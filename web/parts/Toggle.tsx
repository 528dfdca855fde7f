import { clsx } from 'clsx'
import { Toggle as Primitive, ToggleGroup } from 'radix-ui'
import { type ComponentProps, type ReactNode, useId } from 'react'
import { buttonClass } from './Button.tsx'

const ON = 'data-[state=on]:border-accent data-[state=on]:bg-accent-soft data-[state=on]:font-semibold'

type Look = NonNullable<Parameters<typeof buttonClass>[0]>

/** Stays pressed until it is pressed again. */
export const Toggle = ({
  kind,
  size,
  tight,
  className,
  ...rest
}: Look & Omit<ComponentProps<typeof Primitive.Root>, 'className'>): ReactNode => (
  <Primitive.Root className={buttonClass({ kind, size, tight, className: clsx(ON, className) })} {...rest} />
)

export interface Choice<T> {
  readonly value: T
  readonly label: string
  /** Over its label. */
  readonly picture?: ReactNode
}

/** One of a few, as large buttons: the arrows move, Enter or space takes; it is never none. */
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
  const id = useId()
  return (
    <div>
      <p id={id} className={clsx('mb-1 font-medium', hideLegend && 'sr-only')}>
        {legend}
      </p>
      <ToggleGroup.Root
        type="single"
        className="flex flex-wrap gap-1.5"
        aria-labelledby={id}
        value={String(value)}
        onValueChange={(to) => {
          const chosen = choices.find((choice) => String(choice.value) === to)
          if (chosen) onChange(chosen.value)
        }}
      >
        {choices.map((choice) => (
          <ToggleGroup.Item
            key={choice.value}
            value={String(choice.value)}
            className={buttonClass({
              tight: true,
              className: clsx(
                ON,
                choice.picture &&
                  'w-30 flex-col! justify-start! gap-1! whitespace-normal! px-1.5! py-1.5 text-center text-sm leading-tight',
              ),
            })}
          >
            {choice.picture}
            {choice.label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  )
}

/** Any of several. */
export function AnyOf<T extends string>({
  legend,
  choices,
  values,
  onChange,
  disabled = false,
}: {
  legend: string
  choices: readonly Choice<T>[]
  values: readonly T[]
  onChange: (values: T[]) => void
  disabled?: boolean
}): ReactNode {
  const id = useId()
  return (
    <div>
      <p id={id} className="mb-1 font-medium">
        {legend}
      </p>
      <ToggleGroup.Root
        type="multiple"
        disabled={disabled}
        role="group"
        className="flex flex-wrap gap-1.5"
        aria-labelledby={id}
        value={[...values]}
        onValueChange={(to: string[]) =>
          // In the order in which they were taken; what is no choice here stays as it is.
          onChange([
            ...values.filter((value) => to.includes(value)),
            ...choices.map(({ value }) => value).filter((value) => to.includes(value) && !values.includes(value)),
          ])
        }
      >
        {choices.map(({ value, label }) => (
          <ToggleGroup.Item key={value} value={value} className={buttonClass({ tight: true, className: ON })}>
            {label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  )
}
