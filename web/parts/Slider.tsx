import { Slider as Primitive } from 'radix-ui'
import type { ReactNode } from 'react'

/** A number that is dragged, with what it says beside it; the arrows, Home and End move it too. */
export const Slider = ({
  label,
  says,
  value,
  least,
  most,
  step = 1,
  onChange,
}: {
  label: string
  /** As a screen reader hears it. */
  says: string
  value: number
  least: number
  most: number
  step?: number
  onChange: (value: number) => void
}): ReactNode => (
  <Primitive.Root
    className="relative flex min-h-11 w-full touch-none select-none items-center"
    value={[value]}
    min={least}
    max={most}
    step={step}
    onValueChange={([to]) => to !== undefined && onChange(to)}
  >
    <Primitive.Track className="relative h-1.5 grow rounded-full bg-line">
      <Primitive.Range className="absolute h-full rounded-full bg-accent" />
    </Primitive.Track>
    <Primitive.Thumb
      className="block size-6 rounded-full border-[3px] border-sheet bg-accent shadow-[0_0_0_1px_var(--accent)]"
      aria-label={label}
      aria-valuetext={says}
    />
  </Primitive.Root>
)
