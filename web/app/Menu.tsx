import { clsx } from 'clsx'
import { Keyboard, Menu as MenuIcon, Moon, Search, Sun } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { buttonClass } from '../parts/Button.tsx'

const ITEM =
  'flex min-h-11 items-center gap-3 rounded-lg px-3 text-lg outline-none data-[highlighted]:bg-accent-soft cursor-pointer'

/** Where the frame is too narrow for its words: the same, behind one button. It is fetched by the first touch, and open. */
export function Menu({
  pages,
  theme,
  onTheme,
  onKeys,
  onFind,
}: {
  pages: readonly { readonly path: string; readonly label: string }[]
  theme: 'light' | 'dim'
  onTheme: () => void
  onKeys: () => void
  /** Where the frame has no room for the search. */
  onFind: () => void
}): ReactNode {
  return (
    <DropdownMenu.Root modal={false} defaultOpen>
      <DropdownMenu.Trigger
        className={buttonClass({ kind: 'quiet', tight: true, className: 'xl:hidden' })}
        aria-label="Menu"
      >
        <MenuIcon size={22} />
      </DropdownMenu.Trigger>
      {/* In the frame it belongs to, so that it is within a landmark. */}
      <DropdownMenu.Portal container={document.querySelector('header')}>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-50 min-w-56 rounded-2xl border border-line bg-sheet p-2 shadow-lg"
        >
          <DropdownMenu.Item className={clsx(ITEM, 'sm:hidden')} onSelect={onFind}>
            <Search size={20} /> Find a dog or an owner
          </DropdownMenu.Item>
          {pages.map(({ path, label }) => (
            <DropdownMenu.Item key={path} asChild>
              <Link to={path} className={ITEM}>
                {label}
              </Link>
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Separator className="my-1 h-px bg-line" />
          <DropdownMenu.Item className={ITEM} onSelect={onTheme}>
            {theme === 'light' ? <Moon size={20} /> : <Sun size={20} />}
            {theme === 'light' ? 'Dim the screen' : 'Light screen'}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={onKeys}>
            <Keyboard size={20} /> Keys
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
