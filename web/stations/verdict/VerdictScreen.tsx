import { useQueryClient } from '@tanstack/react-query'
import { ArrowLeft, Check, MessageSquareText } from 'lucide-react'
import { Tabs } from 'radix-ui'
import { type ReactNode, useCallback, useEffect, useMemo, useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import { toast } from 'sonner'
import { plansApi } from '../../../contract/api/plan.ts'
import type { Visit } from '../../../contract/api/visits.ts'
import { visitsApi } from '../../../contract/api/visits.ts'
import { type CloseLook, TURN, type View, viewFor } from '../../../contract/drawing/geometry.ts'
import { assessmentOf } from '../../../contract/formats/read-assessment.ts'
import {
  capital,
  placeName,
  STYLE_LABEL,
  TREATMENT_LABEL,
  VERDICT_LABEL,
  verdictLabel,
  verdictSentence,
} from '../../../contract/words/index.ts'
import {
  type GoesHome,
  goesHome,
  type Plan,
  plannedPart,
  REGION_SIDES,
  type Score,
  treatmentOf,
} from '../../../core/index.ts'
import { isForOthers } from '../../app/keys.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { reread, useWrite } from '../../device/api.ts'
import { Away, Refused } from '../../device/client.ts'
import { useBenchAdd } from '../../device/use-log.ts'
import { useMayNot } from '../../device/use-may-not.ts'
import { useSalon } from '../../device/use-salon.ts'
import { ConflictDialog } from '../../dog/ConflictDialog.tsx'
import { DogStage } from '../../dog/DogStage.tsx'
import { dogDrawn } from '../../dog/dog-drawn.ts'
import { looksOfPlan } from '../../dog/looks.ts'
import { Reasons, Stops } from '../../dog/Said.tsx'
import type { Saving } from '../../dog/saving.ts'
import { scoreChange } from '../../dog/sheet-state.ts'
import { type KeptPlan, useKeptPlan } from '../../dog/use-kept-plan.ts'
import { useVisitScoring } from '../../dog/use-scoring.ts'
import { Button } from '../../parts/Button.tsx'
import { OnlyFor } from '../../parts/OnlyFor.tsx'
import { Answer, Station } from '../Station.tsx'
import { useVisit } from '../VisitLayout.tsx'
import { AskTab } from './ask/AskTab.tsx'
import { type AsIf, looksOfWay } from './ask/as-if.ts'
import { PlaceActions, UnderWay, WhatChanged } from './Groom.tsx'
import { HowSure } from './HowSure.tsx'
import { OwnerTab } from './OwnerTab.tsx'
import { PlaceDetail } from './PlaceDetail.tsx'
import { SecondInvite } from './SecondInvite.tsx'
import { SplitVisits } from './SplitVisits.tsx'
import { TreatmentList } from './TreatmentList.tsx'
import { Ways } from './Ways.tsx'
import { WholeGroom } from './WholeGroom.tsx'

/** Which way to go, and why: the dog with its treatments, the verdict in a sentence, what it takes, what else there is. */
export function VerdictScreen(): ReactNode {
  const visit = useVisit()
  const kept = useKeptPlan(visit)
  const { plan, error, retry } = kept
  if (!plan)
    return error && !(error instanceof Away) ? (
      <QueryFailed error={error} onRetry={retry} />
    ) : (
      <Loading what="the verdict" />
    )
  return <Verdict visit={visit} plan={plan} kept={kept} />
}

const TABS = [
  { id: 'verdict', label: 'Verdict', key: '1' },
  { id: 'ask', label: 'What if', key: '2' },
  { id: 'ways', label: 'Ways', key: '3' },
  { id: 'owner', label: 'Owner', key: '4' },
] as const
type Tab = (typeof TABS)[number]['id']

const isTab = (id: string | null): id is Tab => TABS.some((tab) => tab.id === id)

/** What the verdict says of scores that are still on their way; nothing where they are through. */
const SCORES_SAID: Readonly<Record<Saving['state'], string | null>> = {
  saved: null,
  saving: 'Scores on their way',
  waiting: 'Server away: your scores are kept on this device',
  unkept: 'This device keeps nothing: leave this page open until the scores are sent',
  conflict: 'Somebody else scored this dog too',
  refused: 'A score was not taken: look again',
}

function Verdict({ visit, plan, kept }: { visit: Visit; plan: Plan; kept: KeptPlan }): ReactNode {
  const { record, file, house } = kept
  const home = useMemo(() => goesHome(assessmentOf(file, house), plan, house), [file, plan, house])
  const navigate = useNavigate()
  const client = useQueryClient()
  const [search, setSearch] = useSearchParams()
  const { data: salon } = useSalon()
  const asked = search.get('tab')
  const tab: Tab = isTab(asked) ? asked : 'verdict'
  const setTab = useCallback(
    (id: string) => setSearch(id === 'verdict' ? {} : { tab: id }, { replace: true }),
    [setSearch],
  )
  const drawn = useMemo(() => dogDrawn(visit.arrival), [visit.arrival])
  const [open, setOpen] = useState<number | null>(null)
  const [asIf, setAsIf] = useState<AsIf | null>(null)
  const [lit, setLit] = useState<ReadonlySet<number> | null>(null)
  const accept = useWrite(plansApi.accept)
  const [opening, setOpening] = useState(false)
  const addToBench = useBenchAdd(visit.id)
  const scoring = useVisitScoring(visit, 'first')
  const mayNot = useMayNot(plansApi.accept)
  const name = visit.arrival.dog.name ?? 'This dog'
  const { choice } = plan.verdict
  const underWay = visit.acceptedPlan !== null
  const needs = record?.needs ?? []

  const take = (): void => {
    if (!record) return
    if (needs.length > 0) {
      toast('The owner has to say yes first')
      setTab('owner')
      return
    }
    accept.mutate(
      { id: record.id, body: {} },
      {
        onSuccess: async () => {
          // The bench works by the plan that was taken: it has to be there when it opens. Until then nothing is
          // pressed again, or every press would begin the reading anew.
          setOpening(true)
          await reread(client, visitsApi.one, { id: visit.id }).finally(() => setOpening(false))
          toast.success(underWay ? `${name}: going on with this` : `${name}: taken`)
          if (!underWay) void navigate(choice === 'refer' ? '/' : '../bench')
        },
        onError: (error) => {
          if (error instanceof Refused && error.problem.code === 'needs-consent') setTab('owner')
          toast.error(
            error instanceof Refused ? error.message : 'Not taken yet: the server is away. Try again when it is back.',
          )
        },
      },
    )
  }
  const finish = (index: number, done: boolean): void => {
    const { treatment, option } = plan.regions[index]!
    const { minutes, pull, leavesMm } = option
    addToBench({
      kind: 'places',
      finished: done ? [{ index, treatment, leavesMm, minutes, pull }] : [],
      reopened: done ? [] : [index],
    })
    setOpen(null)
  }
  const rescore = (index: number, score: Score): void => {
    if (plan.regions[index]!.done) finish(index, false)
    scoring.act([scoreChange(index, 'mat', score, { ...drawn, house })])
    setOpen(null)
  }
  const changedSince =
    underWay && record !== null && record.acceptedAt === null && !samePlan(record.plan, visit.acceptedPlan!.plan)
  // Scores still on their way are not in the plan that would be taken.
  const mayTake =
    record !== null &&
    (scoring.saving.state === 'saved' || scoring.saving.state === 'refused') &&
    choice !== 'look-first' &&
    record.acceptedAt === null &&
    (!underWay || changedSince)
  const unsaved = SCORES_SAID[scoring.saving.state]
  const status =
    mayNot ??
    unsaved ??
    (kept.error && !record ? 'Server away: shown from this device' : underWay && !changedSince ? 'Taken' : '')

  return (
    <Station>
      <DogPane
        visit={visit}
        plan={plan}
        home={home}
        asIf={asIf}
        lit={lit}
        open={open}
        onOpen={setOpen}
        onTab={setTab}
        onLight={setLit}
      />
      <Answer
        first
        bar={
          <>
            <Button onClick={() => void navigate('../look')}>
              <ArrowLeft size={18} /> Look again
            </Button>
            <span className="grow text-right text-sm text-ink-2" role="status">
              {status}
            </span>
            <Button
              kind="main"
              className="stacked:min-h-14 stacked:grow"
              disabled={!mayTake || mayNot !== null || accept.isPending || opening}
              onClick={take}
              data-testid="take"
            >
              {needs.length > 0 && mayTake ? <MessageSquareText size={18} /> : <Check size={18} />}
              {needs.length > 0 && mayTake
                ? 'Ask the owner first'
                : choice === 'refer'
                  ? 'Stop and refer'
                  : changedSince
                    ? 'Go on with this'
                    : 'Take this plan'}
            </Button>
          </>
        }
      >
        <Tabs.Root value={tab} onValueChange={setTab} className="flex min-h-0 grow flex-col">
          <Tabs.List
            className="flex shrink-0 gap-1 overflow-x-auto border-b border-line px-4 pt-2 max-sm:px-2"
            aria-label="About the verdict"
          >
            {TABS.map(({ id, label }) => (
              <Tabs.Trigger
                key={id}
                value={id}
                className="min-h-11 rounded-t-xl border-b-[3px] border-transparent px-3.5 font-medium whitespace-nowrap max-sm:px-2.5 text-ink-2 data-[state=active]:border-accent data-[state=active]:text-ink"
              >
                {label}
                {id === 'owner' && needs.length > 0 && (
                  <span className="ml-1.5 rounded-full bg-accent px-2 py-0.5 text-sm text-on-accent">ask</span>
                )}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          {TABS.map(({ id }) => (
            <Tabs.Content
              key={id}
              value={id}
              className="flex min-h-0 grow flex-col gap-5 overflow-y-auto p-6 stacked:p-4 data-[state=inactive]:hidden"
              tabIndex={-1}
            >
              {id === 'verdict' && (
                <>
                  <div>
                    <p className="text-ink-2" data-testid="choice" data-choice={choice}>
                      {verdictLabel(plan)}
                    </p>
                    <h1 className="text-3xl leading-snug stacked:text-2xl" data-testid="verdict">
                      {verdictSentence(plan, name, home)}
                    </h1>
                    {plan.verdict.insteadOf && (
                      <p className="mt-1 text-ink-2" data-testid="instead">
                        Chosen here instead of {STYLE_LABEL[plan.verdict.insteadOf]}: {record?.reason}{' '}
                        <button type="button" className="opens" onClick={() => void kept.choose({ best: true })}>
                          Back to that
                        </button>
                      </p>
                    )}
                  </div>
                  {underWay && <UnderWay visit={visit} plan={plan} />}
                  {changedSince && <WhatChanged accepted={visit.acceptedPlan!} record={record} />}
                  <Stops plan={plan} />
                  {plan.groom && !underWay && choice !== 'look-first' && (
                    <WholeGroom groom={plan.groom} startsAt={visit.startsAt} />
                  )}
                  <HowSure
                    file={file}
                    house={house}
                    plan={plan}
                    home={home}
                    between={<SplitVisits plan={plan} onLight={setLit} />}
                  />
                  <Reasons plan={plan} />
                  <SecondInvite visit={visit} />
                  <p className="text-sm text-ink-2">
                    What was seen, never a diagnosis. A vet's word, the product's label, local rules and your own hands
                    come before this plan.
                  </p>
                </>
              )}
              {id !== 'verdict' && (
                <h1 className="sr-only">
                  {name}: {TABS.find((one) => one.id === id)!.label}
                </h1>
              )}
              {id === 'ask' && <AskTab file={file} plan={plan} house={house} onAsIf={setAsIf} />}
              {id === 'ways' && salon && (
                <Ways
                  plan={plan}
                  home={home}
                  drawn={drawn}
                  prices={salon.prices}
                  onChoose={
                    record && !underWay && mayNot === null
                      ? async (style, reason) => {
                          try {
                            await kept.choose({ style, reason })
                            setTab('verdict')
                          } catch (error) {
                            toast.error(`Not chosen: ${(error as Error).message}`)
                          }
                        }
                      : null
                  }
                />
              )}
              {id === 'owner' && salon && (
                <OwnerTab visit={visit} plan={plan} record={record} salon={salon} drawn={drawn} />
              )}
            </Tabs.Content>
          ))}
        </Tabs.Root>
      </Answer>
      {scoring.saving.state === 'conflict' && (
        <ConflictDialog
          saving={scoring.saving}
          sheet={scoring.sheet}
          pending={scoring.pending}
          onSettle={scoring.settle}
        />
      )}
      {open !== null && (
        <PlaceDetail
          region={plan.regions[open]!}
          part={plannedPart(plan)(open)}
          onClose={() => setOpen(null)}
          actions={
            underWay ? (
              <OnlyFor changes={plansApi.accept}>
                <PlaceActions
                  region={plan.regions[open]!}
                  now={scoring.sheet[open]!.mat}
                  onDone={(done) => finish(open, done)}
                  onScore={(score) => rescore(open, score)}
                />
              </OnlyFor>
            ) : null
          }
        />
      )}
    </Station>
  )
}

/** Finished work apart, whether two plans do the same. */
const samePlan = (a: Plan, b: Plan): boolean =>
  a.regions.every(
    ({ treatment, option, done }, i) =>
      done || (treatment === b.regions[i]!.treatment && option.leavesMm === b.regions[i]!.option.leavesMm),
  )

/** The dog with its treatments, or as it would be while something is asked. */
function DogPane({
  visit,
  plan,
  home,
  asIf,
  lit,
  open,
  onOpen,
  onTab,
  onLight,
}: {
  visit: Visit
  plan: Plan
  /** What is drawn is how it goes home. */
  home: GoesHome
  asIf: AsIf | null
  lit: ReadonlySet<number> | null
  onLight: (lit: ReadonlySet<number> | null) => void
  open: number | null
  onOpen: (index: number | null) => void
  onTab: (tab: string) => void
}): ReactNode {
  const navigate = useNavigate()
  const drawn = useMemo(() => dogDrawn(visit.arrival), [visit.arrival])
  const [focus, setFocus] = useState<number | null>(null)
  const [view, setView] = useState<View>('left')
  const [close, setClose] = useState<CloseLook>(null)
  const planned = useMemo(() => looksOfPlan(plan, home.mm), [plan, home])
  const looks = useMemo(() => (asIf ? looksOfWay(asIf.treatments, asIf.outlineMm) : planned), [asIf, planned])
  const name = visit.arrival.dog.name ?? 'This dog'
  const treatments = useMemo(() => {
    const partOf = plannedPart(plan)
    return asIf?.treatments ?? plan.regions.map((place) => treatmentOf(place, partOf(place.index)))
  }, [asIf, plan])

  const nameOf = useCallback(
    (index: number) => {
      const { region, side, done } = plan.regions[index]!
      return `${capital(placeName(region, side))}, ${TREATMENT_LABEL[treatments[index]!]}${done ? ', finished' : ''}`
    },
    [plan, treatments],
  )
  const pick = useCallback(
    (index: number) => {
      setFocus(index)
      onOpen(index)
    },
    [onOpen],
  )
  const turn = (to?: View): void => {
    setClose(null)
    setView(to ?? TURN[view])
  }

  useEffect(function listen() {
    if (open !== null) return
    const go = (by: number): void => {
      const next = Math.max(0, Math.min(REGION_SIDES.length - 1, (focus ?? -1) + by))
      setFocus(next)
      setView(viewFor(next, view))
      requestAnimationFrame(() =>
        document.querySelector<SVGElement>(`[data-facing] [data-region="${REGION_SIDES[next]!.key}"]`)?.focus(),
      )
    }
    const onKey = (event: KeyboardEvent): void => {
      if (isForOthers(event) || event.ctrlKey || event.metaKey || event.altKey) return
      const target = event.target instanceof Element ? event.target : null
      const onPlace = target?.matches('[data-region]') ?? false
      const onTabs = target?.closest('[role=tablist], [role=slider], [role=dialog]') != null
      const openHere = (): void => {
        const key = target!.getAttribute('data-region')
        pick(REGION_SIDES.find((place) => place.key === key)!.index)
      }
      const commands: Readonly<Record<string, () => void>> = {
        t: () => turn(),
        h: () => setClose(close === 'head' ? null : 'head'),
        p: () => setClose(close === 'feet' ? null : 'feet'),
        b: () => void navigate('../look'),
        ...Object.fromEntries(TABS.map(({ id, key }) => [key, () => onTab(id)])),
        ...(onTabs ? {} : { ArrowRight: () => go(1), ArrowLeft: () => go(-1) }),
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

  return (
    <section className="relative flex flex-col aside:min-h-0" aria-label="Treatment of each place">
      {asIf && (
        <p
          className="absolute right-5 top-3 z-10 max-w-[calc(100%-320px)] rounded-xl border-2 border-accent bg-accent-soft px-4 py-2 leading-snug max-md:static max-md:m-3 max-md:max-w-none"
          data-testid="as-if"
        >
          {asIf.says}: <b>{VERDICT_LABEL[asIf.choice]}</b>
        </p>
      )}
      <div className="flex min-h-[380px] grow aside:min-h-0 stacked:min-h-[300px]">
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
          label={`${name}, ${asIf ? 'as it would be' : 'treatments'}, ${view}`}
        />
      </div>
      <TreatmentList plan={plan} treatments={treatments} asIf={asIf !== null} onLight={onLight} />
    </section>
  )
}
