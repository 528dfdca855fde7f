import { clsx } from 'clsx'
import { Check, Timer } from 'lucide-react'
import { type ReactNode, useMemo } from 'react'
import { NavLink, Outlet, useLocation, useOutletContext, useParams } from 'react-router'
import { bathApi } from '../../contract/api/bath.ts'
import { benchApi, progressWith } from '../../contract/api/bench.ts'
import { dryingApi } from '../../contract/api/drying.ts'
import type { AnyWrite, Named } from '../../contract/api/endpoint.ts'
import { scoresApi } from '../../contract/api/scores.ts'
import type { Station } from '../../contract/api/stations.ts'
import type { Visit } from '../../contract/api/visits.ts'
import { visitsApi } from '../../contract/api/visits.ts'
import { endOf, RAIL } from '../app/screens.ts'
import { Loading, QueryFailed } from '../app/states.tsx'
import { useTitleOf } from '../app/use-title.ts'
import { useRead } from '../device/api.ts'
import { benchLane, eventIn } from '../device/use-log.ts'
import { useLane } from '../device/use-outbox.ts'
import { useSalon } from '../device/use-salon.ts'
import { ButtonLink, buttonClass } from '../parts/Button.tsx'
import { OnlyFor } from '../parts/OnlyFor.tsx'

export const useVisit = (): Visit => useOutletContext<Visit>()

/** Where the groom is under way, the way to the bench stands out, beside what the screen itself leads to. */
const onBench = (station: Station): boolean => station === 'bath' || station === 'dry' || station === 'cut'

const order = (station: Station): number => RAIL.findIndex(({ at }) => at.includes(station))

/** The rail: the dog's way through the salon, where it is, what is done, what is next. */
function Rail({ visit }: { visit: Visit }): ReactNode {
  const reached = order(visit.station)
  const { pathname } = useLocation()
  const shown = RAIL.findIndex((stop) => pathname.endsWith(`/${endOf(stop)}`))
  const here = shown < 0 ? reached : shown
  return (
    <nav aria-label={`${visit.arrival.dog.name ?? 'The dog'}'s way`} className="min-w-0 grow overflow-x-auto">
      <ol className="flex items-center">
        {RAIL.map((stop, i) => {
          const { label } = stop
          const done = i < reached
          // Where there is no room for all of them: this one and its neighbours, and where the dog is.
          const near = Math.abs(i - here) <= 1 || i === reached
          const dot = (
            <span
              className={clsx(
                'grid size-6 shrink-0 place-items-center rounded-full border-2',
                done ? 'border-ink bg-ink text-sheet' : i === reached ? 'border-accent' : 'border-line',
              )}
            >
              {done && <Check size={14} strokeWidth={3} />}
              {i === reached && <span className="size-2.5 rounded-full bg-accent" />}
            </span>
          )
          return (
            <li key={label} className={clsx('flex items-center', !near && 'max-md:hidden')}>
              {i > 0 && (
                <span className={clsx('h-0.5 w-2.5 max-desk:w-1 2xl:w-8', i <= reached ? 'bg-ink' : 'bg-line')} />
              )}
              <NavLink
                to={endOf(stop)}
                className={({ isActive }) =>
                  clsx(
                    'flex min-h-11 items-center gap-2 rounded-xl px-2 max-desk:gap-1 max-desk:px-1',
                    isActive && 'bg-accent-soft font-semibold',
                  )
                }
              >
                {dot}
                <span className={i === here ? undefined : near ? 'max-md:sr-only' : 'max-xl:sr-only'}>{label}</span>
                {done && <span className="sr-only">done</span>}
              </NavLink>
            </li>
          )
        })}
      </ol>
    </nav>
  )
}

/** What hands do at a station; elsewhere some of it is everybody's. */
const HANDS: Readonly<Record<string, Named<AnyWrite>>> = {
  look: scoresApi.change,
  second: scoresApi.change,
  bath: bathApi.swap,
  dry: dryingApi.change,
  bench: benchApi.add,
}

/** The station at hand, greyed with the reason for whoever does not do what is done there. */
function AtStation({ children }: { children: ReactNode }): ReactNode {
  const { pathname } = useLocation()
  const changes = HANDS[pathname.split('/').at(-1) ?? '']
  return changes ? (
    <OnlyFor edge changes={changes}>
      {children}
    </OnlyFor>
  ) : (
    children
  )
}

/** One visit: its rail, and the station at hand. */
export function VisitLayout(): ReactNode {
  const { visitId = '' } = useParams()
  const visit = useRead(visitsApi.one, { id: visitId })
  const salon = useSalon()
  const { entries } = useLane(benchLane(visitId))
  const here = useMemo(
    () => visit.data && { ...visit.data, progress: progressWith(visit.data.progress, entries.map(eventIn)) },
    [visit.data, entries],
  )
  useTitleOf(here?.arrival.dog.name)
  if (here && salon.data)
    return (
      <>
        <div className="flex items-center gap-6 border-b border-line bg-sheet px-5 py-1.5 max-desk:gap-3 max-sm:px-4">
          <p className="shrink-0">
            <span className="font-display text-2xl font-semibold max-md:text-lg">{here.arrival.dog.name}</span>
            <span className="ml-3 text-ink-2 max-2xl:hidden">{here.client.name}</span>
          </p>
          <Rail visit={here} />
          <NavLink
            to="bench"
            className={({ isActive }) =>
              buttonClass({
                className: clsx(
                  'shrink-0',
                  isActive ? 'border-accent bg-accent-soft' : onBench(here.station) && 'border-2 border-accent',
                ),
              })
            }
          >
            <Timer size={18} /> <span className="max-sm:sr-only">Bench</span>
          </NavLink>
          <ButtonLink kind="quiet" tight className="shrink-0 max-md:hidden" to={`/dogs/${here.dogId}`}>
            Its life
          </ButtonLink>
        </div>
        <AtStation>
          <Outlet context={here} />
        </AtStation>
      </>
    )
  const error = visit.error ?? salon.error
  return error ? <QueryFailed error={error} onRetry={() => void visit.refetch()} /> : <Loading what="this dog" />
}
