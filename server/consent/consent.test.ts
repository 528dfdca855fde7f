import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import type { OwnerPage } from '../../contract/api/consent.ts'
import type { PlanRecord } from '../../contract/api/plan.ts'
import type { Problem } from '../../contract/api/problem.ts'
import type { VisitProgress } from '../../contract/api/progress.ts'
import type { ScoreChange } from '../../contract/api/scores.ts'
import type { NewVisit, Visit } from '../../contract/api/visits.ts'
import { REGION_SIDES, type RegionId, type Score } from '../../core/index.ts'
import { demoId } from '../../demo/load.ts'
import { demoServer } from '../../test/harness/demo.ts'
import { NOON, type TestServer } from '../../test/harness/server.ts'

let server: TestServer
beforeAll(async () => {
  server = await demoServer()
})
afterAll(() => server.close())

const NOOR = demoId('Noor')
const later = (hours: number): Date => new Date(NOON.getTime() + hours * 3_600_000)

/** A healthy easy dog, tight mats over the trunk or clean, everything looked at. */
async function aVisit(mats: readonly RegionId[] = [], mat: Score = 3): Promise<Visit> {
  const input: NewVisit = {
    startsAt: NOON.toISOString(),
    slotMinutes: 240,
    personId: null,
    owner: { name: 'Ottoline Reed', phone: '555 0199' },
    dog: {
      name: 'Wick',
      coatType: 'curly',
      weightKg: 6,
      ageMonths: 40,
      temperament: 'easy',
      lengthMm: { body: 60, legs: 60 },
    },
  }
  const visit = await server.store.visits.add(input, null)
  const changes = REGION_SIDES.map(
    ({ region, side }): ScoreChange => ({
      region,
      side,
      set: mats.includes(region)
        ? { mat, extent: 0.75, standoffMm: 4, undercoat: 0, condition: 0, skin: 0 }
        : { mat: 0, undercoat: 0, condition: 0, skin: 0 },
    }),
  )
  await server.store.assessments.score(visit.assessment.id, { batchId: randomUUID(), baseRevision: 0, changes }, null)
  return server.store.visits.read(visit.id)
}
const TRUNK: readonly RegionId[] = ['back', 'rump', 'side', 'shoulder', 'neck', 'chest']
const planOf = (visit: Visit): Promise<PlanRecord> => server.store.plans.make(visit.assessment.id, {}, null)
const rescore = async (visit: Visit, region: RegionId, side: 'left' | null, set: ScoreChange['set']): Promise<void> => {
  const { assessment } = await server.store.visits.read(visit.id)
  const changes: ScoreChange[] = [{ region, side, set }]
  await server.store.assessments.score(
    assessment.id,
    { batchId: randomUUID(), baseRevision: assessment.revision, changes },
    null,
  )
}

let asks = 0
/** Each a moment after the one before, so that the newest message is its own. */
async function asked(planId: string): Promise<string> {
  await server.store.consents.ask(planId, new Date(NOON.getTime() + ++asks), null)
  return (await server.store.consents.messages())[0]!.link.slice('/o/'.length)
}

describe("the owner's yes", () => {
  test('is not needed for a dog that is brushed out, and is for one whose coat is cut', async () => {
    const clean = await planOf(await aVisit())
    expect(clean.needs).toEqual([])
    expect((await server.store.plans.accept(clean.id, null)).acceptedAt).not.toBeNull()
    const cut = await planOf(await aVisit(TRUNK))
    expect(cut.needs).toEqual(['coat-cut-where-it-shows', 'shorter-than-half'])
    await expect(server.store.plans.accept(cut.id, null)).rejects.toMatchObject({
      code: 'needs-consent',
      needs: cut.needs,
    })
    expect((await server.store.plans.read(cut.id)).acceptedAt).toBeNull()
  })

  test('spoken is recorded with time, wording, plan and a named person, and by nobody else', async () => {
    const visit = await aVisit(TRUNK)
    const plan = await planOf(visit)
    await expect(
      (async () => server.store.consents.spoken(plan.id, { saidBy: 'Ottoline' }, NOON, null))(),
    ).rejects.toMatchObject({ code: 'nobody-named' })
    await server.store.consents.spoken(plan.id, { saidBy: 'Ottoline' }, NOON, NOOR)
    expect((await server.store.plans.accept(plan.id, NOOR)).needs).toEqual([])
    const { consents, quoted } = await server.store.visits.read(visit.id)
    expect(consents).toEqual([
      expect.objectContaining({
        answer: 'yes',
        channel: 'spoken',
        saidBy: 'Ottoline',
        recordedBy: NOOR,
        planId: plan.id,
      }),
    ])
    expect(consents[0]!.answeredAt).toBe(NOON.toISOString())
    expect(quoted).toBe(plan.price)
    const [rows] = (await server.store.query(`SELECT page FROM consents WHERE plan_id = '${plan.id}'`)) as [
      { page: { advice: string; cautions: string[] } }[],
    ]
    expect(rows[0]!.page.advice).toContain('Wick')
    expect(rows[0]!.page.cautions.join(' ')).toMatch(/not a diagnosis.*vet/s)
  })

  test('by link answers once; a second answer, a late one and a forged link are refused', async () => {
    const visit = await aVisit(TRUNK)
    const plan = await planOf(visit)
    const token = await asked(plan.id)
    expect(token.length).toBeGreaterThanOrEqual(43)
    const page = await server.store.consents.open(token, NOON)
    expect(page).toMatchObject({ answer: null, page: { name: 'Wick', price: plan.price } })
    const yes = { answer: 'yes', name: 'Ottoline' } as const
    await expect(server.store.consents.answer(token, yes, later(25))).rejects.toMatchObject({ code: 'link-expired' })
    await expect(server.store.consents.open(token, later(25))).rejects.toMatchObject({ code: 'link-expired' })
    await expect(server.store.consents.open(`${token}x`, NOON)).rejects.toMatchObject({ code: 'not-found' })
    expect(await server.store.consents.answer(token, yes, later(1))).toMatchObject({ answer: 'yes' })
    await expect(server.store.consents.answer(token, { ...yes, answer: 'call' }, later(1))).rejects.toMatchObject({
      code: 'already-answered',
    })
    expect((await server.store.plans.accept(plan.id, null)).acceptedAt).not.toBeNull()
  })

  test('is answered once even when two answers come at the same moment', async () => {
    const token = await asked((await planOf(await aVisit(TRUNK))).id)
    const answers = await Promise.allSettled(
      (['yes', 'call'] as const).map((answer) => server.store.consents.answer(token, { answer, name: 'O' }, NOON)),
    )
    expect(answers.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected'])
  })

  test('to another way is a yes to that way of this look, and to nothing else', async () => {
    const visit = await aVisit(TRUNK)
    const best = await planOf(visit)
    const token = await asked(best.id)
    const { page } = await server.store.consents.open(token, NOON)
    const way = page.ways.find(({ open }) => open)!
    await expect(
      server.store.consents.answer(token, { answer: 'other', style: best.plan.verdict.style, name: 'O' }, NOON),
    ).rejects.toThrow(/offered/)
    await server.store.consents.answer(token, { answer: 'other', style: way.style, name: 'O' }, NOON)
    await expect(server.store.plans.accept(best.id, null)).rejects.toMatchObject({ code: 'needs-consent' })
    const other = await server.store.plans.make(
      visit.assessment.id,
      { style: way.style, reason: 'The owner chose it' },
      null,
    )
    expect(other.needs).toEqual([])
    expect((await server.store.visits.read(visit.id)).quoted).toBe(way.price)
  })

  test('cannot be walked past by moving the dog on', async () => {
    const visit = await aVisit(TRUNK)
    const plan = await planOf(visit)
    await expect(server.store.visits.setStation(visit.id, 'bath', null)).rejects.toMatchObject({
      code: 'needs-consent',
    })
    await expect(server.store.visits.setStation(visit.id, 'cut', null)).rejects.toMatchObject({ code: 'needs-consent' })
    expect((await server.store.visits.read(visit.id)).station).toBe('verdict')
    await server.store.visits.setStation(visit.id, 'ready', null)
    await server.store.consents.spoken(plan.id, { saidBy: 'O' }, NOON, NOOR)
    await server.store.visits.setStation(visit.id, 'bath', null)
    expect((await server.store.visits.read(visit.id)).station).toBe('bath')
  })

  test('"call me" is an answer and no yes', async () => {
    const visit = await aVisit(TRUNK)
    const plan = await planOf(visit)
    await server.store.consents.answer(await asked(plan.id), { answer: 'call', name: 'O', note: 'after four' }, NOON)
    expect((await server.store.visits.read(visit.id)).consents[0]).toMatchObject({ answer: 'call', note: 'after four' })
    await expect(server.store.plans.accept(plan.id, null)).rejects.toMatchObject({ code: 'needs-consent' })
  })

  test('given holds while no more is asked, and is asked for again when more is', async () => {
    const visit = await aVisit(TRUNK)
    const plan = await planOf(visit)
    await server.store.consents.spoken(plan.id, { saidBy: 'O' }, NOON, NOOR)
    await server.store.plans.accept(plan.id, null)
    // A tangle in a hidden place changes nothing the owner would mind.
    await rescore(visit, 'armpit', 'left', { mat: 1, extent: 0.25 })
    expect((await planOf(visit)).needs).toEqual([])
    // Felt does.
    await rescore(visit, 'armpit', 'left', { mat: 4, extent: 1, standoffMm: 1 })
    expect((await planOf(visit)).needs).toContain('felted')
    // So does a price above the one that was told.
    await server.store.query(`UPDATE visits SET quoted = 100 WHERE id = '${visit.id}'`)
    await rescore(visit, 'armpit', 'left', { mat: 0, extent: null, standoffMm: null })
    const dearer = await server.store.plans.make(visit.assessment.id, {}, null)
    if (!dearer.acceptedAt) expect(dearer.needs).toContain('quote-exceeded')
  })

  test('once given is never changed, not even past the application', async () => {
    const plan = await planOf(await aVisit(TRUNK))
    await server.store.consents.spoken(plan.id, { saidBy: 'O' }, NOON, NOOR)
    await expect(
      server.store.query(`UPDATE consents SET answer = 'call' WHERE plan_id = '${plan.id}'`),
    ).rejects.toThrow(/never changed/)
    await expect(server.store.query(`DELETE FROM consents WHERE plan_id = '${plan.id}'`)).rejects.toThrow(
      /never changed/,
    )
  })

  test('keeps of a link its hash and nothing that could be answered with', async () => {
    const token = await asked((await planOf(await aVisit(TRUNK))).id)
    const [rows] = (await server.store.query('SELECT token_hash FROM consents WHERE token_hash IS NOT NULL')) as [
      { token_hash: string }[],
    ]
    expect(rows.every(({ token_hash }) => /^[0-9a-f]{64}$/.test(token_hash) && token_hash !== token)).toBe(true)
  })
})

describe("the owner's page over HTTP", () => {
  test('shows this groom and nothing else of the salon', async () => {
    const token = await asked((await planOf(await aVisit(TRUNK))).id)
    const response = await server.send('GET', `/api/owner/${token}`)
    expect(response.status).toBe(200)
    const body = (await response.json()) as OwnerPage
    expect(Object.keys(body).sort()).toEqual(['answer', 'answerStyle', 'expiresAt', 'habits', 'page'])
    const text = JSON.stringify(body)
    for (const secret of ['Ottoline', '555 0199', 'Noor', 'Quill']) expect(text).not.toContain(secret)
  })
  test.each([
    ['x', 422],
    ['A'.repeat(43), 404],
    ['%00', 422],
  ])('answers %s with %d', async (token, status) => {
    expect((await server.send('GET', `/api/owner/${token}`)).status).toBe(status)
  })
  test('asks for a name, and for the way where another is chosen', async () => {
    const token = await asked((await planOf(await aVisit(TRUNK))).id)
    const send = async (body: object): Promise<Problem> =>
      (await (await server.send('POST', `/api/owner/${token}/answer`, body)).json()) as Problem
    expect((await send({ answer: 'yes', name: ' ' })).issues![0]).toMatchObject({ path: 'name' })
    expect((await send({ answer: 'other', name: 'O' })).issues![0]).toMatchObject({ path: 'style' })
    expect((await send({ answer: 'perhaps', name: 'O' })).issues![0]).toMatchObject({ path: 'answer' })
  })
})

describe('work under way', () => {
  const finished = (region: RegionId, side: 'left' | 'right' | null) =>
    ({ region, side, treatment: 'brush', leavesMm: null, minutes: 2, pull: 0.5 }) as const

  let tick = 0
  const sent = (finished: object[], reopened: object[] = []) => ({
    events: [
      {
        id: randomUUID(),
        at: new Date(NOON.getTime() + 1000 * tick++).toISOString(),
        kind: 'places',
        finished,
        reopened,
      },
    ],
  })
  const tell = async (visit: Visit, batch: object): Promise<VisitProgress | null> => {
    const answer = await server.send('POST', `/api/visits/${visit.id}/bench`, batch)
    expect(answer.status).toBe(200)
    return (await server.store.visits.read(visit.id)).progress
  }

  test('is finished once, opened again, and what it took stays counted', async () => {
    const visit = await aVisit()
    const first = sent([finished('back', null), finished('side', 'left')])
    expect(await tell(visit, first)).toMatchObject({ minutes: 4, pull: 1 })
    // The same event again, and the same place by somebody else: nothing twice.
    expect((await tell(visit, first))!.done).toHaveLength(2)
    expect((await tell(visit, sent([finished('back', null)])))!.minutes).toBe(4)
    const now = (await tell(visit, sent([], [{ region: 'back', side: null }])))!
    expect(now.done.map(({ region }) => region)).toEqual(['side'])
    expect(now.minutes).toBe(4)
    const plan = await planOf(visit)
    expect(plan.plan.regions.filter(({ done }) => done).map(({ region, side }) => [region, side])).toEqual([
      ['side', 'left'],
    ])
  })

  test('refuses a side that a region does not have', async () => {
    const visit = await aVisit()
    const answer = await server.send('POST', `/api/visits/${visit.id}/bench`, sent([finished('back', 'left')]))
    expect(answer.status).toBe(422)
    expect(JSON.stringify(await answer.json())).toMatch(/single region/)
    expect((await server.store.visits.read(visit.id)).progress).toBeNull()
  })
})

describe('another way than the best', () => {
  test('is kept beside the best with its reason, and stands until somebody goes back', async () => {
    const visit = await aVisit(TRUNK)
    const best = await planOf(visit)
    const style = best.plan.verdict.alternatives.find(({ feasible }) => feasible)!.style
    const other = await server.store.plans.make(visit.assessment.id, { style, reason: 'Summer' }, NOOR)
    expect(other).toMatchObject({ style, reason: 'Summer', plan: { verdict: { insteadOf: best.plan.verdict.style } } })
    expect((await planOf(visit)).id).toBe(other.id)
    expect((await server.store.plans.read(best.id)).plan).toEqual(best.plan)
    const back = await server.store.plans.make(visit.assessment.id, { best: true }, NOOR)
    expect(back.plan.verdict.style).toBe(best.plan.verdict.style)
    expect(back.style).toBeNull()
  })
  test('needs a reason, and a way that is open', async () => {
    const visit = await aVisit()
    const path = `/api/assessments/${visit.assessment.id}/plans`
    expect((await server.send('POST', path, { style: 'short' })).status).toBe(422)
    const cut = await server.send('POST', path, { style: 'short', reason: 'so' })
    expect([200, 422]).toContain(cut.status)
    const show = await server.store.visits.read(visit.id)
    await server.store.visits.setArrival(
      visit.id,
      { baseRevision: show.arrivalRevision, arrival: { ...show.arrival, wishes: { show: true } } },
      null,
    )
    const closed = await server.send('POST', path, { style: 'short', reason: 'so' })
    expect(closed.status).toBe(422)
    expect(((await closed.json()) as Problem).issues![0]).toMatchObject({ path: 'style', value: 'short' })
  })
})

describe('a second opinion', () => {
  test('is a sheet of its own: it plans nothing, counts nowhere, and there is one', async () => {
    const visit = await aVisit(TRUNK)
    const { second } = await server.store.visits.askSecond(visit.id, demoId('Ebba'))
    expect(second).toMatchObject({ role: 'second', rows: [], revision: 0 })
    expect((await server.store.visits.askSecond(visit.id, null)).second!.id).toBe(second!.id)
    const changes: ScoreChange[] = [{ region: 'back', side: null, set: { mat: 1 } }]
    await server.store.assessments.score(
      second!.id,
      { batchId: randomUUID(), baseRevision: 0, changes },
      demoId('Ebba'),
    )
    await expect(server.store.plans.make(second!.id, {}, null)).rejects.toThrow(/first look/)
    const now = await server.store.visits.read(visit.id)
    expect(now.assessment).toEqual(visit.assessment)
    expect(now.scored).toBe(39)
    expect(now.second!.rows).toEqual([expect.objectContaining({ region: 'back', mat: 1 })])
    await expect(
      server.store.query(
        `INSERT INTO assessments (id, visit_id, role) VALUES ('${randomUUID()}', '${visit.id}', 'second')`,
      ),
    ).rejects.toThrow()
  })
})

describe('prices', () => {
  test('are the salon’s own, and a plan is quoted anew by them', async () => {
    const { prices } = await server.store.salon.read()
    const visit = await aVisit(TRUNK)
    const before = await planOf(visit)
    const dearer = { ...prices, perMinute: prices.perMinute + 100 }
    expect((await server.send('PUT', '/api/settings/prices', dearer)).status).toBe(200)
    const after = await planOf(visit)
    expect(after.price).toBeGreaterThan(before.price)
    expect((await server.send('PUT', '/api/settings/prices', { ...prices, perMinute: -1 })).status).toBe(422)
    await server.store.salon.setPrices(prices, null)
    expect((await planOf(visit)).price).toBe(before.price)
  })
})
