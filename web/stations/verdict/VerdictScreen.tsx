import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query'
import { ArrowLeft, Check } from 'lucide-react'
import { type ReactNode, useCallback, useEffect, useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import type { PlanRecord, Visit } from '../../../contract/api.ts'
import { capital, placeName, TREATMENT_LABEL, VERDICT_LABEL, verdictSentence } from '../../../contract/words/index.ts'
import { houseWith, type Plan, REGION_SIDES } from '../../../core/index.ts'
import { Away } from '../../api/client.ts'
import { makePlan, salonQuery, useAcceptPlan } from '../../api/queries.ts'
import { DogStage } from '../../coatmap/DogStage.tsx'
import { type CloseLook, type View, viewFor } from '../../coatmap/geometry.ts'
import { looksOfPlan } from '../../coatmap/looks.ts'
import { isTyping } from '../../shell/Shell.tsx'
import { Loading, QueryFailed } from '../../shell/states.tsx'
import { usePlan } from '../../workers/use-plan.ts'
import { dogDrawn, useFile } from '../dog-file.ts'
import { unsavedChanges } from '../look/score-saver.ts'
import { applied, sheetOf } from '../look/sheet-state.ts'
import { useVisit } from '../VisitLayout.tsx'
import { Alternatives } from './Alternatives.tsx'
import { Figures } from './Figures.tsx'
import { PlaceDetail } from './PlaceDetail.tsx'
import { Reasons, Stops } from './Said.tsx'
import { TreatmentList } from './TreatmentList.tsx'

/** The plan the server computed and kept; while it is away, the same computed here, and said to be unsaved. */
function useKeptPlan(visit: Visit): {
  record: PlanRecord | null
  plan: Plan | null
  error: Error | null
  retry: () => void
} {
  const { data: salon } = useQuery(salonQuery)
  const client = useQueryClient()
  const house = useMemo(() => houseWith(salon?.estimates), [salon?.estimates])
  const sheet = useMemo(
    () => applied(sheetOf(visit.assessment), unsavedChanges(visit.assessment.id, localStorage)),
    [visit],
  )
  const { plan: here } = usePlan(useFile(visit, sheet), house)
  const kept = useQuery({
    queryKey: ['plan', visit.assessment.id, visit.assessment.revision, visit.arrivalRevision, salon?.estimates],
    queryFn: async () => {
      const record = await makePlan(visit.assessment.id)
      void client.invalidateQueries({ queryKey: ['day'] })
      void client.invalidateQueries({ queryKey: ['visit', visit.id] })
      return record
    },
    staleTime: Number.POSITIVE_INFINITY,
    // While scores given a moment ago are still on their way, the plan before them stands; it cannot be taken.
    placeholderData: keepPreviousData,
  })
  return {
    record: kept.isPlaceholderData ? null : (kept.data ?? null),
    plan: kept.isPlaceholderData ? (here ?? kept.data?.plan ?? null) : (kept.data?.plan ?? here),
    error: kept.error,
    retry: () => void kept.refetch(),
  }
}

/** Which way to go, and why: the dog with its treatments, the verdict in a sentence, what it takes, what else there is. */
export function VerdictScreen(): ReactNode {
  const visit = useVisit()
  const { record, plan, error, retry } = useKeptPlan(visit)
  if (!plan)
    return error && !(error instanceof Away) ? (
      <QueryFailed error={error} onRetry={retry} />
    ) : (
      <Loading what="the verdict" />
    )
  return <Verdict visit={visit} plan={plan} record={record} away={error !== null} />
}

function Verdict({
  visit,
  plan,
  record,
  away,
}: {
  visit: Visit
  plan: Plan
  record: PlanRecord | null
  away: boolean
}): ReactNode {
  const navigate = useNavigate()
  const accept = useAcceptPlan(visit.id)
  const drawn = useMemo(() => dogDrawn(visit.arrival), [visit.arrival])
  const [focus, setFocus] = useState<number | null>(null)
  const [view, setView] = useState<View>('left')
  const [close, setClose] = useState<CloseLook>(null)
  const [open, setOpen] = useState<number | null>(null)
  const [lit, setLit] = useState<ReadonlySet<number> | null>(null)
  const looks = useMemo(() => looksOfPlan(plan), [plan])
  const name = visit.arrival.dog.name ?? 'This dog'

  const nameOf = useCallback(
    (index: number) => {
      const { region, side, treatment } = plan.regions[index]!
      return `${capital(placeName(region, side))}, ${TREATMENT_LABEL[treatment]}`
    },
    [plan],
  )
  const pick = useCallback((index: number) => {
    setFocus(index)
    setOpen(index)
  }, [])
  const turn = (to?: View): void => {
    setClose(null)
    setView(to ?? ({ left: 'right', right: 'underside', underside: 'left' } as const)[view])
  }

  useEffect(function listen() {
    if (open !== null) return
    const go = (by: number): void => {
      const next = Math.max(0, Math.min(REGION_SIDES.length - 1, (focus ?? -1) + by))
      setFocus(next)
      setView(viewFor(next, view))
      requestAnimationFrame(() =>
        document.querySelector<SVGElement>(`[data-front] [data-region="${REGION_SIDES[next]!.key}"]`)?.focus(),
      )
    }
    const onKey = (event: KeyboardEvent): void => {
      if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return
      const onPlace = event.target instanceof Element && event.target.matches('[data-region]')
      const openHere = (): void => {
        const key = (event.target as Element).getAttribute('data-region')
        pick(REGION_SIDES.find((place) => place.key === key)!.index)
      }
      const commands: Readonly<Record<string, () => void>> = {
        t: () => turn(),
        h: () => setClose(close === 'head' ? null : 'head'),
        p: () => setClose(close === 'feet' ? null : 'feet'),
        b: () => void navigate('../look'),
        ArrowRight: () => go(1),
        ArrowLeft: () => go(-1),
        ...(onPlace ? { Enter: openHere, ' ': openHere } : {}),
      }
      const command = commands[event.key.length === 1 ? event.key.toLowerCase() : event.key]
      if (!command) return
      event.preventDefault()
      command()
    }
    addEventListener('keydown', onKey)
    return () => removeEventListener('keydown', onKey)
  })

  const take = (): void => {
    if (!record) return
    accept.mutate(record.id, {
      onSuccess: () => {
        toast.success(`${name}: taken, on to the bath`)
        void navigate('/')
      },
      onError: () => toast.error('Not taken yet: the server is away. Try again when it is back.'),
    })
  }
  const { choice } = plan.verdict
  const mayTake = record !== null && choice !== 'look-first'

  return (
    <div className="grid grow md:min-h-0 md:overflow-hidden grid-rows-[minmax(0,1fr)] max-md:grid-rows-none grid-cols-[minmax(0,1fr)_minmax(400px,500px)] max-md:grid-cols-1">
      <section className="flex flex-col md:min-h-0" aria-label="Treatment of each place">
        <div className="flex min-h-[380px] grow md:min-h-0">
          <DogStage
            drawn={drawn}
            looks={looks}
            view={view}
            close={close}
            focus={focus}
            lit={lit}
            onPick={pick}
            nameOf={nameOf}
            onTurn={turn}
            onClose={setClose}
            label={`${name}, treatments, ${view}`}
          />
        </div>
        <TreatmentList plan={plan} onLight={setLit} />
      </section>
      <aside className="flex min-h-0 flex-col border-l border-line bg-sheet max-md:border-l-0">
        <div className="flex min-h-0 grow flex-col gap-5 overflow-y-auto p-6">
          <div>
            <p className="text-ink-2" data-testid="choice" data-choice={choice}>
              {VERDICT_LABEL[choice]}
            </p>
            <h1 className="text-[26px] leading-snug" data-testid="verdict">
              {verdictSentence(plan, name)}
            </h1>
          </div>
          <Stops plan={plan} />
          <Figures plan={plan} />
          <Reasons plan={plan} />
          <Alternatives plan={plan} drawn={drawn} />
          <p className="text-sm text-ink-2">
            What was seen, never a diagnosis. A vet's word, the product's label, local rules and your own hands come
            before this plan.
          </p>
        </div>
        <div className="flex items-center gap-3 border-t border-line px-6 py-4 max-md:sticky max-md:bottom-0 max-md:bg-sheet">
          <button type="button" className="btn" onClick={() => void navigate('../look')}>
            <ArrowLeft size={18} /> Look again
          </button>
          <span className="grow text-right text-sm text-ink-2" role="status">
            {away && !record ? 'Server away: shown from this device' : record?.acceptedAt ? 'Taken' : ''}
          </span>
          <button
            type="button"
            className="btn btn-main"
            disabled={!mayTake || record?.acceptedAt !== null}
            onClick={take}
          >
            <Check size={18} /> {choice === 'refer' ? 'Stop and refer' : 'Take this plan'}
          </button>
        </div>
      </aside>
      {open !== null && <PlaceDetail region={plan.regions[open]!} onClose={() => setOpen(null)} />}
    </div>
  )
}
