import { MessageSquareText, Phone, Send } from 'lucide-react'
import { type ReactNode, useState } from 'react'
import { Link } from 'react-router'
import { toast } from 'sonner'
import type { Consent } from '../../../contract/api/consent.ts'
import { consentApi } from '../../../contract/api/consent.ts'
import type { PlanRecord } from '../../../contract/api/plan.ts'
import type { Salon } from '../../../contract/api/salon.ts'
import type { Visit } from '../../../contract/api/visits.ts'
import {
  basePriceText,
  capital,
  minutesText,
  moneyText,
  NEED_TEXT,
  overVisits,
  STYLE_LABEL,
  timeText,
} from '../../../contract/words/index.ts'
import { type Plan, quoteOfPlan } from '../../../core/index.ts'
import { useRead, useWrite } from '../../device/api.ts'
import { usePersonOnDuty } from '../../device/person.ts'
import type { DogDrawn } from '../../dog/dog-drawn.ts'
import { Button, ButtonLink } from '../../parts/Button.tsx'
import { Table } from '../../parts/Table.tsx'

function saidText({ answer, answerStyle, saidBy, channel, answeredAt, expiresAt }: Consent): string {
  if (!answer)
    return expiresAt && new Date(expiresAt) < new Date()
      ? 'Link sent, no answer, no longer open.'
      : 'Link sent, no answer yet.'
  const who = `${saidBy}, ${answeredAt ? timeText(answeredAt) : ''}`
  if (answer === 'yes') return channel === 'spoken' ? `Spoken yes: ${who}.` : `Yes: ${who}.`
  if (answer === 'other') return `Yes to ${STYLE_LABEL[answerStyle ?? ''] ?? 'another way'}: ${who}.`
  return `Wants a call: ${who}.`
}

/** What the owner is asked, what it costs, what they said. */
export function OwnerTab({
  visit,
  plan,
  record,
  salon,
  drawn,
}: {
  visit: Visit
  plan: Plan
  record: PlanRecord | null
  salon: Salon
  drawn: DogDrawn
}): ReactNode {
  const person = usePersonOnDuty()
  const [saidBy, setSaidBy] = useState('')
  const { data: messages } = useRead(consentApi.messages, {})
  const ask = useWrite(consentApi.ask)
  const spoken = useWrite(consentApi.spokenYes)
  // Without the server nobody knows what needs a yes: unknown is not none.
  const needs = record?.needs ?? null
  const quote = quoteOfPlan(drawn, plan, salon.prices)
  const base = capital(basePriceText(quote, plan))
  const money = (amount: number): string => moneyText(amount, quote.currency)
  const link = messages?.find(({ toName }) => toName === visit.client.name)?.link
  const waiting = visit.consents.some(({ answer, planId }) => !answer && planId === record?.id)
  return (
    <>
      <section aria-label="Price" className="rounded-2xl bg-paper p-4">
        <div className="flex items-baseline justify-between">
          <h2 className="text-lg">Price</h2>
          <p className="text-3xl font-semibold" data-testid="price">
            {money(quote.total)}
          </p>
        </div>
        <Table
          className="mt-1"
          rows={
            quote.by === 'minute'
              ? [[`${base}, ${minutesText(quote.minutes)} min`, money(quote.work)]]
              : [
                  [`${base}: ${quote.coat}, ${quote.size}`, money(quote.base)],
                  [
                    `Coat work${overVisits(plan)}, ${minutesText(quote.minutes)} min, ${quote.minutesIncluded} held in the price`,
                    money(quote.work),
                  ],
                ]
          }
          keyOf={([what]) => what!}
          columns={[
            { head: '', names: true, cell: ([what]) => what },
            { head: '', figures: true, cell: ([, amount]) => amount },
          ]}
        />
        <p className="mt-1 text-sm text-ink-2">
          {visit.quoted === null
            ? 'The owner has not been told a price yet.'
            : `The owner was told ${money(visit.quoted)}.`}{' '}
          <Link className="opens" to="/numbers#prices">
            Our prices
          </Link>
        </p>
      </section>

      <section aria-label="The owner's yes" className="flex flex-col gap-3">
        <h2 className="text-lg">The owner’s yes</h2>
        {needs === null ? (
          <p className="rounded-2xl border-2 border-line p-4" data-testid="needs-unknown">
            The server is away: whether the owner has to be asked is not known here. Do not begin before it is.
          </p>
        ) : needs.length > 0 ? (
          <div className="rounded-2xl border-2 border-accent p-4" data-testid="needs">
            <p className="mb-1 font-medium">Ask before you begin, because</p>
            <ul className="list-disc pl-5">
              {needs.map((need) => (
                <li key={need}>{NEED_TEXT[need]}</li>
              ))}
            </ul>
          </div>
        ) : (
          <p data-testid="needs-none">
            {visit.consents.some(({ answer }) => answer === 'yes' || answer === 'other')
              ? 'The owner has said yes to this.'
              : 'This can begin without asking.'}
          </p>
        )}
        {visit.consents.length > 0 && (
          <ul className="flex flex-col gap-1" data-testid="answers">
            {visit.consents.map((consent) => (
              <li key={consent.id} className="border-l-2 border-line pl-3">
                {saidText(consent)}
                {consent.note && <span className="block text-ink-2">“{consent.note}”</span>}
              </li>
            ))}
          </ul>
        )}
        <div className="rounded-2xl bg-paper p-4">
          <p className="mb-2 flex items-center gap-2 font-medium">
            <MessageSquareText size={18} /> By message to {visit.client.name}
            {visit.client.phone && <span className="text-ink-2">{visit.client.phone}</span>}
          </p>
          <div className="flex flex-wrap gap-2">
            <Button
              kind={needs !== null && needs.length > 0 && !waiting ? 'main' : 'plain'}
              disabled={!record || ask.isPending}
              onClick={() =>
                record &&
                ask.mutate(
                  { id: record.id, body: {} },
                  { onError: (error) => toast.error(`Not sent: ${error.message}`) },
                )
              }
            >
              <Send size={18} /> {waiting ? 'Send it again' : 'Send the page'}
            </Button>
            {link && (
              <>
                <ButtonLink to={link}>See what they see</ButtonLink>
                <ButtonLink to="/outbox">Messages</ButtonLink>
              </>
            )}
          </div>
        </div>
        <form
          className="rounded-2xl bg-paper p-4"
          onSubmit={(event) => {
            event.preventDefault()
            if (record)
              spoken.mutate(
                { id: record.id, body: { saidBy: saidBy.trim() } },
                {
                  onSuccess: () => setSaidBy(''),
                  onError: (error) => toast.error(`Not recorded: ${error.message}`),
                },
              )
          }}
        >
          <p className="mb-2 flex items-center gap-2 font-medium">
            <Phone size={18} /> Said at the desk or on the phone
          </p>
          <div className="flex flex-wrap items-end gap-2">
            <label className="grow">
              <span className="mb-1 block text-ink-2">Who said yes</span>
              <input
                className="field"
                value={saidBy}
                maxLength={120}
                onChange={(event) => setSaidBy(event.target.value)}
                placeholder={visit.client.name}
              />
            </label>
            <Button type="submit" disabled={!record || saidBy.trim() === '' || !person || spoken.isPending}>
              Record the yes
            </Button>
          </div>
          {!person && (
            <p className="mt-2 text-sm text-ink-2">
              Say who is at this screen first (top right): a yes is recorded by name.
            </p>
          )}
        </form>
      </section>
    </>
  )
}
