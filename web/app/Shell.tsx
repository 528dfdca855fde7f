import { useIsFetching, useQueryClient } from '@tanstack/react-query'
import { clsx } from 'clsx'
import { Keyboard, Menu as MenuIcon, Moon, Sun, UserRound } from 'lucide-react'
import { lazy, type ReactNode, Suspense, useCallback, useEffect, useState } from 'react'
import { Link, Outlet, useLocation } from 'react-router'
import { followChanges } from '../device/changes.ts'
import { useMadeUpLeft } from '../device/made-up.ts'
import { setPersonOnDuty, usePersonOnDuty } from '../device/person.ts'
import { useSalon } from '../device/use-salon.ts'
import { useDoor } from '../door/use-door.ts'
import { Button, ButtonLink } from '../parts/Button.tsx'
import { PeopleOptions } from '../parts/PeopleOptions.tsx'
import { FromThisDevice } from './FromThisDevice.tsx'
import type { KeySheet } from './KeySheet.tsx'
import { isForOthers } from './keys.ts'
import { loaded } from './load.ts'
import { SCREENS, screenAt } from './screens.ts'
import { allowSound } from './sound.ts'
import { Loading } from './states.tsx'
import { currentTheme, setTheme } from './theme.ts'
import { useArrival } from './use-arrival.ts'

const Door = lazy(async () => ({ default: (await import('../door/Door.tsx')).Door }))
const AskAgain = lazy(async () => ({ default: (await import('../door/AskAgain.tsx')).AskAgain }))
const FirstRun = lazy(async () => ({ default: (await import('./FirstRun.tsx')).FirstRun }))
const Menu = lazy(async () => ({ default: (await import('./Menu.tsx')).Menu }))
const SearchBox = lazy(async () => ({ default: (await import('../desk/dogs/SearchBox.tsx')).SearchBox }))
const TimersBell = lazy(async () => ({ default: (await import('./TimersBell.tsx')).TimersBell }))
const readKeySheet = async () => (await import('./KeySheet.tsx')).KeySheet
const Toasts = lazy(async () => ({ default: (await import('./Toasts.tsx')).Toasts }))
const PhotosOnTheirWay = lazy(async () => ({
  default: (await import('./PhotosOnTheirWay.tsx')).PhotosOnTheirWay,
}))

function Mark(): ReactNode {
  return (
    <svg viewBox="0 0 32 32" className="size-8" aria-hidden="true">
      <g fill="none" stroke="currentColor" strokeWidth="2.6" strokeLinecap="round">
        <path d="M5 8h22" />
        <path d="M7 8v17M13 8v17M19 8v17M25 8v17" />
      </g>
    </svg>
  )
}

/** Who is signed in, in a locked salon: one touch to the door, where somebody else is the second. */
function SignedIn({ name, onLeave }: { name: string; onLeave: () => void }): ReactNode {
  return (
    <Button tight onClick={onLeave} aria-label={`${name} is signed in: switch`} data-testid="signed-in">
      <UserRound size={18} /> {name}
    </Button>
  )
}

function PersonOnDuty(): ReactNode {
  const { data: salon } = useSalon()
  const person = usePersonOnDuty()
  const known = salon?.people.some(({ id }) => id === person)
  return (
    <label className="flex items-center gap-2 text-ink-2">
      <span className="max-2xl:sr-only">At this screen</span>
      <select
        className="field w-auto max-w-44 py-1 max-sm:max-w-24"
        value={known ? (person ?? '') : ''}
        onChange={(event) => setPersonOnDuty(event.target.value || null)}
      >
        <PeopleOptions people={salon?.people} chosen={person} nobody="nobody named" />
      </select>
    </label>
  )
}

/** What no first screen needs comes once it is shown: clocks of other dogs, pictures on their way, short words. */
const SOON_MS = 500
function useShown(): boolean {
  const asking = useIsFetching()
  const [begun, setBegun] = useState(false)
  const [shown, setShown] = useState(false)
  useEffect(
    function afterTheFirstAnswers() {
      if (asking > 0) setBegun(true)
      if (asking > 0 || !begun) return
      const timer = setTimeout(() => setShown(true), SOON_MS)
      return () => clearTimeout(timer)
    },
    [asking, begun],
  )
  return shown
}

const MenuButton = ({ onClick }: { onClick?: () => void }): ReactNode => (
  <Button kind="quiet" tight className="xl:hidden" aria-label="Menu" aria-haspopup="menu" onClick={onClick}>
    <MenuIcon size={22} />
  </Button>
)

/** The house is one word here, and has pages of its own. */
const FRAME = SCREENS.filter(({ place, path }) => place === 'frame' || path === '/house').map(({ path, label }) => ({
  path,
  label: path === '/house' ? 'House' : label,
}))

/** Where a screen has keys of its own, their sheet is read ahead once the screen stands. */
const KEY_SHEET_AFTER_MS = 1000

/** The frame of every screen: the salon, who works here, the theme, the keys. */
export function Shell(): ReactNode {
  const { access, isOut, asksAgain, close, leave } = useDoor()
  const { data: salon } = useSalon()
  useMadeUpLeft(salon)
  const [theme, setThemeState] = useState(currentTheme)
  // Not lazy: what is shown in place of what is lazy stays for a third of a second.
  const [keySheet, setKeySheet] = useState<{ readonly Component: typeof KeySheet } | null>(null)
  const openKeys = useCallback(() => void loaded(readKeySheet).then(setKeySheet), [])
  const [menuAsked, setMenuAsked] = useState(false)
  // Where there is no room for the box beside everything else it comes when it is asked for.
  const [finding, setFinding] = useState(false)
  const shown = useShown()
  useArrival()
  const { pathname } = useLocation()
  // biome-ignore lint/correctness/useExhaustiveDependencies: it has done its part once another screen is there
  useEffect(() => setFinding(false), [pathname])

  useEffect(
    function openKeySheet() {
      const onKey = (event: KeyboardEvent): void => {
        if (event.key === '?' && !isForOthers(event)) openKeys()
      }
      addEventListener('keydown', onKey)
      return () => removeEventListener('keydown', onKey)
    },
    [openKeys],
  )

  useEffect(
    function readKeySheetAhead() {
      if (!screenAt(pathname)?.keys) return
      const timer = setTimeout(() => readKeySheet().catch(() => undefined), KEY_SHEET_AFTER_MS)
      return () => clearTimeout(timer)
    },
    [pathname],
  )

  useEffect(function soundFromTheFirstTouch() {
    addEventListener('pointerdown', allowSound)
    addEventListener('keydown', allowSound)
    return () => {
      removeEventListener('pointerdown', allowSound)
      removeEventListener('keydown', allowSound)
    }
  }, [])
  useEffect(
    function titleOfTheScreen() {
      const here = screenAt(pathname)
      // A dog's screens say whose they are as soon as the dog is known.
      if (here && here.needs !== 'nothing') return
      document.title = [here?.path === '/' ? null : here?.title, salon?.name ?? 'Etude'].filter(Boolean).join(' · ')
    },
    [pathname, salon?.name],
  )

  const client = useQueryClient()
  const letIn = access !== undefined && !isOut
  useEffect(() => (shown && letIn ? followChanges(client) : undefined), [client, shown, letIn])

  const toggleTheme = (): void => {
    const next = theme === 'light' ? 'dim' : 'light'
    setTheme(next)
    setThemeState(next)
  }

  if (access && isOut)
    return (
      <Suspense fallback={<Loading what="the door" />}>
        <Door access={access} />
      </Suspense>
    )
  if (salon && (!salon.founded || salon.loading))
    return (
      <Suspense fallback={<Loading what="the salon" />}>
        <FirstRun salon={salon} />
      </Suspense>
    )
  return (
    <div className="flex h-dvh flex-col">
      <a href="#main" className="btn sr-only focus:not-sr-only focus:absolute focus:left-3 focus:top-2 focus:z-50">
        Skip to the work
      </a>
      <header className="flex min-h-14 shrink-0 flex-wrap items-center gap-x-4 border-b max-2xl:gap-x-2.5 border-line bg-sheet px-5 max-sm:flex-nowrap max-sm:gap-1.5 max-sm:px-2">
        <Link to="/" className="flex min-h-14 min-w-11 shrink-0 items-center gap-3 rounded-lg text-accent">
          <Mark />
          <span className="font-display text-xl font-semibold whitespace-nowrap text-ink max-sm:sr-only">
            {salon?.name ?? 'Etude'}
            <span className="sr-only">, the day</span>
          </span>
        </Link>
        {salon?.demo && (
          <Link
            to="/house/salon"
            className="rounded-lg border border-dashed border-ink-2 px-2 py-1 text-ink-2 whitespace-nowrap hover:bg-sheet-2 max-sm:flex max-sm:min-h-11 max-sm:w-12 max-sm:shrink-0 max-sm:items-center max-sm:px-1 max-sm:text-center max-sm:text-sm max-sm:leading-none max-sm:whitespace-normal"
            data-testid="made-up"
          >
            made up<span className="max-2xl:sr-only">, to look around</span>
          </Link>
        )}
        <span className={clsx('grow', finding && 'max-sm:hidden')} />
        <div className={clsx('min-w-0', finding ? 'max-sm:grow' : 'max-sm:hidden')}>
          <Suspense fallback={null}>
            <SearchBox key={finding ? 'asked' : ''} asked={finding} />
          </Suspense>
        </div>
        <Suspense fallback={null}>{shown && <TimersBell />}</Suspense>
        <Suspense fallback={null}>{shown && <PhotosOnTheirWay />}</Suspense>
        {access?.locked && access.person ? <SignedIn name={access.person.name} onLeave={leave} /> : <PersonOnDuty />}
        <nav aria-label="The salon" className="flex max-xl:hidden">
          {FRAME.map(({ path, label }) => (
            <ButtonLink key={path} to={path} kind="quiet" tight className="px-2.5!">
              {label}
            </ButtonLink>
          ))}
        </nav>
        <Button
          kind="quiet"
          tight
          className="max-xl:hidden"
          onClick={toggleTheme}
          aria-label={theme === 'light' ? 'Dim the screen' : 'Light screen'}
        >
          {theme === 'light' ? <Moon size={20} /> : <Sun size={20} />}
        </Button>
        <Button kind="quiet" tight className="max-xl:hidden" onClick={openKeys} aria-label="Keys">
          <Keyboard size={20} />
        </Button>
        {menuAsked ? (
          <Suspense fallback={<MenuButton />}>
            <Menu
              pages={FRAME}
              theme={theme}
              onTheme={toggleTheme}
              onKeys={openKeys}
              onFind={() => setFinding(!finding)}
            />
          </Suspense>
        ) : (
          <MenuButton onClick={() => setMenuAsked(true)} />
        )}
      </header>
      <FromThisDevice />
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a page that is only read is scrolled by keyboard */}
      <main id="main" className="relative flex min-h-0 grow flex-col overflow-y-auto" tabIndex={0}>
        <Suspense fallback={<Loading what="the screen" />}>
          <Outlet />
        </Suspense>
      </main>
      <Suspense fallback={null}>{asksAgain && <AskAgain onClose={close} />}</Suspense>
      {keySheet && <keySheet.Component path={pathname} onClose={() => setKeySheet(null)} />}
      <Suspense fallback={null}>{shown && <Toasts theme={theme} />}</Suspense>
    </div>
  )
}
