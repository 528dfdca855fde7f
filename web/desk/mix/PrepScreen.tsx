import { clsx } from 'clsx'
import { Printer } from 'lucide-react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import type { Prep } from '../../../contract/api/day.ts'
import { dayApi } from '../../../contract/api/day.ts'
import type { Salon } from '../../../contract/api/salon.ts'
import { shelfApi } from '../../../contract/api/shelf.ts'
import type { ShelfProduct } from '../../../contract/formats/products.ts'
import {
  EU_ACTION_TEXT,
  minutesText,
  NO_BATH_TEXT,
  PROTECTOR_LABEL,
  RATING_LABEL,
  volumeText,
} from '../../../contract/words/index.ts'
import { houseWith, type NoBath } from '../../../core/index.ts'
import { Loading, QueryFailed } from '../../app/states.tsx'
import { useRead } from '../../device/api.ts'
import { useSalon } from '../../device/use-salon.ts'
import { Button } from '../../parts/Button.tsx'
import { Pane } from '../../parts/Pane.tsx'
import { Table } from '../../parts/Table.tsx'
import { DISCARD, MixTable } from '../../stations/bath/MixingCard.tsx'

const FULL = 100

/** Before the day starts, and while it runs: what to mix, what runs short, who gets how much noise. */
export function PrepScreen(): ReactNode {
  const prep = useRead(dayApi.prep, {})
  const shelf = useRead(shelfApi.all, {})
  const { data: salon } = useSalon()
  if (!prep.data || !shelf.data || !salon) {
    const error = prep.error ?? shelf.error
    return error ? <QueryFailed error={error} onRetry={() => void prep.refetch()} /> : <Loading what="the day ahead" />
  }
  const { units } = salon.equipment
  const { dogs, bottles } = prep.data
  const nameOf = (id: string) =>
    shelf.data.find((product) => product.id === id) ?? { name: id, kind: 'cleansing' as const }
  const bathed = dogs.filter(({ noBath }) => noBath === null)
  const minutes = bathed.reduce((sum, dog) => sum + dog.bathMin + dog.airMin + dog.brushMin, 0)
  return (
    <div className="mx-auto w-full max-w-6xl px-6 py-6 print:p-0">
      <div className="mb-1 flex flex-wrap items-center gap-3">
        <h1 className="grow text-3xl">What the rest of the day takes</h1>
        <Button className="print:hidden" onClick={() => print()}>
          <Printer size={18} /> Print
        </Button>
      </div>
      <p className="mb-4 text-lg text-ink-2">
        {bathed.length} dogs to bathe, about {(minutes / 60).toFixed(1)} hours at tub and dryer.
      </p>
      <Warnings prep={prep.data} shelf={shelf.data} salon={salon} />
      <div className="grid gap-7 [&>*]:min-w-0 lg:grid-cols-[1.35fr_1fr]">
        <section>
          <h2 className="mb-2 text-xl">Mix today</h2>
          {bottles.length === 0 ? (
            <p className="text-ink-2">Nothing to mix: everything is booked, or nobody is bathed.</p>
          ) : (
            <div className="card overflow-x-auto px-4 py-2">
              <MixTable
                bottles={bottles}
                nameOf={nameOf}
                units={units}
                dogName={(id) => dogs.find(({ visitId }) => visitId === id)?.name ?? ''}
              />
            </div>
          )}
          <p className="mt-2">{DISCARD}</p>
        </section>
        <div className="flex flex-col gap-6">
          <Noise prep={prep.data} salon={salon} />
          <section>
            <h2 className="mb-2 text-xl">Dog by dog</h2>
            <Pane label="Dog by dog" className="overflow-x-auto">
              <Table
                testId="dogs"
                rows={dogs}
                keyOf={({ visitId }) => visitId}
                columns={[
                  {
                    head: 'Dog',
                    names: true,
                    cell: (dog) => (
                      <>
                        <Link className="opens font-semibold" to={`/visits/${dog.visitId}/bath`}>
                          {dog.name}
                        </Link>
                        {dog.noBath ? (
                          <span className="block text-sm text-ink-2">{NO_BATH_TEXT[dog.noBath as NoBath]}</span>
                        ) : (
                          !dog.looked && (
                            <span className="block text-sm text-ink-2">not looked at yet: as a clean coat</span>
                          )
                        )}
                      </>
                    ),
                  },
                  { head: 'Tub', figures: true, cell: ({ bathMin }) => minutesText(bathMin) },
                  { head: 'Air', figures: true, cell: ({ airMin }) => minutesText(airMin) },
                  { head: 'Brush', figures: true, cell: ({ brushMin }) => minutesText(brushMin) },
                ]}
              />
            </Pane>
          </section>
        </div>
      </div>
    </div>
  )
}

function Warnings({ prep, shelf, salon }: { prep: Prep; shelf: readonly ShelfProduct[]; salon: Salon }): ReactNode {
  const { units } = salon.equipment
  const soonDays = houseWith(salon.estimates)['stock.soon']
  const lines = [
    ...prep.stock.flatMap(({ productId, neededMl, stockMl, lowMl, expiresInDays }) => {
      const name = shelf.find(({ id }) => id === productId)?.name ?? 'A product'
      if (neededMl > stockMl)
        return [
          `${name}: ${volumeText(neededMl, units)} needed, ${volumeText(stockMl, units)} there. Other products step in for the last dogs, or receive more.`,
        ]
      return [
        ...(stockMl - neededMl < lowMl ? [`${name}: ${volumeText(stockMl - neededMl, units)} left after today.`] : []),
        ...(expiresInDays !== null && expiresInDays <= soonDays
          ? [
              expiresInDays === 0
                ? `${name}: today is its last day.`
                : `${name}: ${expiresInDays} days until it expires.`,
            ]
          : []),
      ]
    }),
    ...prep.noise.flatMap(({ personId, bare, protected: worn }) => {
      const name = salon.people.find(({ id }) => id === personId)?.name ?? 'Nobody named'
      if (worn && worn.niosh > FULL)
        return [`${name}: ${Math.round(worn.niosh)} % of a day’s noise even with ear protection. Share the dryer out.`]
      return bare.niosh > FULL
        ? [
            `${name}: ${Math.round(bare.niosh)} % of a day’s noise without ear protection. Wear it from the first dog on.`,
          ]
        : []
    }),
  ]
  if (lines.length === 0) return null
  return (
    <ul
      className="mb-5 flex flex-col gap-1 rounded-2xl border-2 border-ink bg-sheet p-4 font-medium"
      data-testid="prep-warnings"
    >
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  )
}

function Noise({ prep, salon }: { prep: Prep; salon: Salon }): ReactNode {
  const { protector } = salon.equipment
  return (
    <section>
      <h2 className="mb-1 text-xl">Noise, of a day’s whole</h2>
      <p className="mb-2 text-ink-2">
        By NIOSH (85 dBA, 3 dB), beside it OSHA (90 dBA, 5 dB), and the European daily exposure
        {protector &&
          `; worn: ${PROTECTOR_LABEL[protector.kind].toLowerCase()} ${RATING_LABEL[protector.rating ?? 'nrr']} ${protector.ratingDb} dB, less than the label for how they are worn`}
        .
      </p>
      <Pane label="Noise" className="overflow-x-auto">
        <Table
          className="max-sm:text-sm"
          testId="noise"
          rows={prep.noise}
          keyOf={({ personId }) => personId ?? 'nobody'}
          columns={[
            {
              head: 'Who',
              names: true,
              cell: ({ personId }) => salon.people.find(({ id }) => id === personId)?.name ?? 'Nobody named',
            },
            { head: 'Dryer', figures: true, cell: ({ minutes }) => `${minutesText(minutes)} min` },
            { head: 'Beside one', figures: true, cell: ({ besideMin }) => `${minutesText(besideMin)} min` },
            { head: 'Bare ears', figures: true, cell: ({ bare }) => <Dose dose={bare} /> },
            protector && {
              head: 'Protected',
              figures: true,
              cell: ({ protected: worn }) => worn && <Dose dose={worn} bold />,
            },
            {
              head: 'European',
              cell: ({ eu: { bareDb, wornDb, action } }) => (
                <span className={clsx(action === 'limit' && 'font-semibold text-alarm')}>
                  {Math.round(bareDb)} dB{wornDb !== null && `, ${Math.round(wornDb)} at the ear`}
                  <span className="block text-sm text-ink-2">{EU_ACTION_TEXT[action]}</span>
                </span>
              ),
            },
          ]}
        />
      </Pane>
      <p className="mt-2 text-sm text-ink-2">
        From planned minutes at the level of your dryers, own and others’ in the room; clippers and barking are not
        counted. A dose is a guide, not a safe limit for everybody. The dog’s ears count too: hood on, start low and
        away from the head.
      </p>
    </section>
  )
}

const Dose = ({
  dose: { niosh, osha },
  bold = false,
}: {
  dose: Prep['noise'][number]['bare']
  bold?: boolean
}): ReactNode => (
  <span className={clsx((bold || niosh > FULL) && 'font-semibold', niosh > FULL && 'text-alarm')}>
    {Math.round(niosh)} % <span className="font-normal text-ink-2">({Math.round(osha)})</span>
  </span>
)
