import { clsx } from 'clsx'
import type { AnchorHTMLAttributes, ButtonHTMLAttributes, ReactNode, Ref } from 'react'
import { Link, type LinkProps } from 'react-router'

interface Look {
  /** `main` is the one next step of a screen; `quiet` stands back. */
  readonly kind?: 'plain' | 'main' | 'quiet' | undefined
  /** 44, 56 and 64 px high. */
  readonly size?: 'usual' | 'tall' | 'huge' | undefined
  /** Close to its words, where several stand side by side. */
  readonly tight?: boolean | undefined
  readonly className?: string | undefined
}

const KIND = { plain: '', main: 'btn-main', quiet: 'btn-quiet' } as const
const SIZE = { usual: '', tall: 'min-h-14', huge: 'min-h-16 text-lg' } as const

/** Everything that is pressed looks the same; for what has to be another element, such as the label of a file input. */
export const buttonClass = ({ kind = 'plain', size = 'usual', tight = false, className }: Look = {}): string =>
  clsx('btn', KIND[kind], SIZE[size], tight && 'px-3', className)

/** A button; it sends a form only where it says `type="submit"`. */
export const Button = ({
  kind,
  size,
  tight,
  className,
  type = 'button',
  ref,
  ...rest
}: Look & ButtonHTMLAttributes<HTMLButtonElement> & { ref?: Ref<HTMLButtonElement> }): ReactNode => (
  <button ref={ref} type={type} className={buttonClass({ kind, size, tight, className })} {...rest} />
)

/** Leads to another screen, and looks like what is pressed. */
export const ButtonLink = ({ kind, size, tight, className, ...rest }: Look & LinkProps): ReactNode => (
  <Link className={buttonClass({ kind, size, tight, className })} {...rest} />
)

/** Fetches a file or leaves the application. */
export const ButtonAnchor = ({
  kind,
  size,
  tight,
  className,
  ...rest
}: Look & AnchorHTMLAttributes<HTMLAnchorElement>): ReactNode => (
  <a className={buttonClass({ kind, size, tight, className })} {...rest} />
)
