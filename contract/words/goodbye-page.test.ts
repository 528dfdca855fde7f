import { addDays, format } from 'date-fns'
import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { COAT_TYPE_IDS, DEFAULT_HOUSE, FINDING_IDS, type GroomStep, REGION_SIDES } from '../../core/index.ts'
import { cleanSheet, lengths, NINE, onRegions } from '../../test/fixtures/dogs.ts'
import { aGroom, GOODBYE_AT, givenFor, pageFor, workedThrough } from '../../test/fixtures/goodbye.ts'
import { goodbyePageSchema, visitSummarySchema } from '../api/goodbye.ts'
import { partLengths, summaryOf } from './goodbye-page.ts'

const isCoat = ({ kind }: GroomStep): boolean => kind === 'coat'

describe('what was done, in a sentence', () => {
  test('by the bench where it was kept: what was skipped is not said as done', () => {
    const groom = aGroom()
    const all = pageFor(groom, workedThrough(groom))
    expect(all.did).toMatch(/^Test: washed and dried; .*cut: body to 16 mm.*nails done\.$/)
    expect(all.skipped).toEqual([])
    const noCut = pageFor(groom, workedThrough(groom, { skip: ({ kind }) => kind === 'cut' || kind === 'nails' }))
    expect(noCut.did).not.toContain('cut:')
    expect(noCut.did).not.toContain('nails')
    expect(noCut.skipped.every(({ why }) => why === 'the dog says no')).toBe(true)
    expect(noCut.skipped.map(({ what }) => what)).toContain('Nails')
  })
  test('by the plan where no bench was kept; and nothing where nothing was done yet', () => {
    const groom = aGroom()
    expect(pageFor(groom, null).did).toMatch(/washed and dried/)
    expect(pageFor(groom, workedThrough(groom, { skip: () => true })).did).toBe('Test: nothing was done yet.')
  })
  test('clipped as wished is a cut; clipped shorter than wished is said as short', () => {
    const felted = aGroom({
      dog: { weightKg: 28 },
      wishes: { style: 'trim', targetMm: { body: 16 }, keepLength: 0 },
      sheet: onRegions(cleanSheet(), NINE, { mat: 3, extent: 0.75, standoffMm: 4 }),
    })
    expect(pageFor(felted, workedThrough(felted)).did).toContain('clipped short')
    const wished = aGroom({ wishes: { style: 'trim', targetMm: { body: 16 } }, sheet: cleanSheet() })
    expect(pageFor(wished, workedThrough(wished)).did).not.toContain('clipped short')
  })
  test('a groom that stops says so, and looks forward to nothing but the vet', () => {
    const stopped = aGroom({
      sheet: onRegions(cleanSheet(), ['back'], { skin: 3, findings: [{ id: 'ringworm-suspect', sizeMm: 20 }] }),
    })
    const page = pageFor(stopped, null)
    expect(page.did).toBe('We stopped, so that a vet sees Test first.')
    expect(page.next.why).toMatch(/vet/)
    expect(page.askVet[0]).toMatch(/^.*, back, about 20 mm$/)
    expect(page.work).toEqual([])
  })
})

describe('what was used', () => {
  test('a line for each tool and length with every place, the blade under a comb named, nothing twice', () => {
    const groom = aGroom()
    const page = pageFor(groom, workedThrough(groom))
    expect(page.cut.find((line) => line.startsWith('16 mm comb attachment'))).toMatch(
      /leaves 16 mm: body \(not both armpits and both groins\), both hind legs, both forelegs$/,
    )
    expect(page.cut.some((line) => /^10 blade, leaves 1.5 mm, the opening: sanitary$/.test(line))).toBe(true)
    expect(new Set(page.cut).size).toBe(page.cut.length)
    expect(page.tools).toContain('10 blade')
    expect(new Set(page.tools).size).toBe(page.tools.length)
  })
  test('coat that the verdict clips is in it too', () => {
    const felted = aGroom({
      dog: { weightKg: 28 },
      wishes: { style: 'trim', targetMm: { body: 16 }, keepLength: 0 },
      sheet: onRegions(cleanSheet(), NINE, { mat: 3, extent: 0.75, standoffMm: 4 }),
    })
    const page = pageFor(felted, workedThrough(felted))
    expect(page.cut.some((line) => /^7 blade.*leaves 3.2 mm: .*back/.test(line))).toBe(true)
  })
  test('products with all that was mixed of each, and none of what was skipped', () => {
    const groom = aGroom()
    const page = pageFor(groom, workedThrough(groom))
    expect(page.products.length).toBeGreaterThan(1)
    for (const { name, ml } of page.products) {
      const mixed = groom.steps
        .filter(({ product }) => product === name)
        .reduce((sum, { solutionMl }) => sum + solutionMl, 0)
      expect(ml, name).toBeCloseTo(mixed, 6)
    }
    expect(pageFor(groom, workedThrough(groom, { skip: ({ phase }) => phase === 'bath' })).products).toEqual([])
  })
  test('minutes planned and taken by kind of work add up to those of the groom', () => {
    const groom = aGroom()
    const { work, minutes, places } = pageFor(groom, workedThrough(groom))
    expect(minutes.planned).toBeCloseTo(
      groom.steps.reduce((sum, step) => sum + step.minutes, 0),
      6,
    )
    expect(minutes.taken).toBeCloseTo(minutes.planned, 6)
    expect(work.reduce((sum, { takenMin }) => sum + (takenMin ?? 0), 0)).toBeCloseTo(minutes.taken!, 6)
    expect(places.map(({ minutes: m }) => m)).toEqual(places.map(({ minutes: m }) => m).toSorted((a, b) => b - a))
  })
})

describe('before and after', () => {
  test('what was worked out is free, what was skipped stands as it was found, a mark of the comb check over both', () => {
    const groom = aGroom()
    const armpit = (rows: ReturnType<typeof pageFor>['after'], side: 'left' | 'right') =>
      rows.find((row) => row.region === 'armpit' && row.side === side)!
    const done = pageFor(groom, workedThrough(groom))
    expect(armpit(done.before, 'left').mat).toBe(2)
    expect(armpit(done.after, 'left').mat).toBe(0)
    expect(done.indices.after.mat).toBeLessThan(done.indices.before.mat!)
    const skipped = pageFor(groom, workedThrough(groom, { skip: isCoat }))
    expect(armpit(skipped.after, 'left').mat).toBe(2)
    const marked = pageFor(groom, workedThrough(groom), {
      marks: [{ region: 'armpit', side: 'right', mat: 1, extent: 0.25 }],
    })
    expect(armpit(marked.after, 'right')).toMatchObject({ mat: 1, extent: 0.25 })
    expect(armpit(marked.after, 'left').mat).toBe(0)
  })
  test('lengths: the cut where it was done, as it came where it was not; parts by area', () => {
    const groom = aGroom({ dog: { lengthMm: lengths(60) }, sheet: cleanSheet() })
    const cut = pageFor(groom, workedThrough(groom))
    const back = REGION_SIDES.findIndex(({ region }) => region === 'back')
    expect(cut.outlineMm[back]).toBe(16)
    expect(partLengths(cut.outlineMm, 'curly').body).toBe(16)
    const uncut = pageFor(groom, workedThrough(groom, { skip: () => true }))
    expect(uncut.outlineMm[back]).toBe(60)
    expect(
      partLengths(
        REGION_SIDES.map(() => 30),
        'feathered',
      ),
    ).toEqual(lengths(30))
  })
})

describe('what is told', () => {
  test('findings by place and size; only those that want a vet are for the vet', () => {
    const groom = aGroom({
      sheet: onRegions(cleanSheet(), ['belly'], {
        skin: 2,
        findings: [
          { id: 'lump', sizeMm: 9 },
          { id: 'dander', sizeMm: null },
        ],
      }),
    })
    const page = pageFor(groom, workedThrough(groom))
    expect(page.found).toHaveLength(2)
    expect(page.askVet).toHaveLength(1)
    expect(page.askVet[0]).toContain('belly, about 9 mm')
  })
  test('incidents with what was done and whether the owner knows', () => {
    const groom = aGroom()
    const nick = {
      kind: 'incident',
      incident: 'nick',
      region: 'ear-outer',
      side: 'left',
      sizeMm: 3,
      did: 'pressed',
    } as const
    const bench = workedThrough(groom, { also: [[5, nick]] })
    expect(pageFor(groom, bench).incidents).toEqual([
      { text: 'Nick, left ear leather, 3 mm', did: 'pressed', told: false },
    ])
    const told = workedThrough(groom, {
      also: [
        [5, nick],
        [6, { kind: 'told', incident: bench.incidents[0]!.id }],
      ],
    })
    expect(pageFor(groom, told).incidents[0]!.told).toBe(true)
  })
  test('the next visit: by the coat, or the date agreed; four weeks later is worse', () => {
    const groom = aGroom()
    const { next } = pageFor(groom, workedThrough(groom))
    expect(next.on).toBe(format(addDays(GOODBYE_AT, next.weeks * 7), 'yyyy-MM-dd'))
    expect(next.indexLater).toBeGreaterThan(next.indexThen)
    expect(next.later).toMatch(/^Four weeks later/)
    const agreed = pageFor(groom, null, { nextOn: '2026-05-06', nextAt: '09:30' })
    expect(agreed.next).toMatchObject({ on: '2026-05-06', at: '09:30' })
  })
  test('work that is spread over visits looks forward to its next part', () => {
    const spread = aGroom({
      dog: { weightKg: 28, temperament: 'anxious', health: ['senior'] },
      wishes: { style: 'natural', keepLength: 1 },
      sheet: onRegions(cleanSheet(), NINE, { mat: 3, extent: 0.75, standoffMm: 4 }),
    })
    expect(spread.plan.split).not.toBeNull()
    const { next } = pageFor(spread, null)
    expect(next.why).toMatch(/^for part 2 of \d of this work$/)
    expect(next.on).toBe(format(addDays(GOODBYE_AT, spread.plan.split!.visits[1]!.day), 'yyyy-MM-dd'))
  })
})

test('whatever the dog: the page and its summary are as their schemas say, and what is after is never worse', () => {
  let worked = 0
  fc.assert(
    fc.property(
      fc.record({
        coatType: fc.constantFrom(...COAT_TYPE_IDS),
        weightKg: fc.integer({ min: 2, max: 60 }),
        mm: fc.integer({ min: 5, max: 120 }),
        style: fc.constantFrom('natural' as const, 'trim' as const, 'short' as const),
        mats: fc.array(fc.constantFrom(0 as const, 0 as const, 1 as const, 2 as const, 3 as const), {
          minLength: REGION_SIDES.length,
          maxLength: REGION_SIDES.length,
        }),
        finding: fc.constantFrom(null, ...FINDING_IDS),
        skipped: fc.array(fc.boolean(), { minLength: 60, maxLength: 60 }),
      }),
      ({ coatType, weightKg, mm, style, mats, finding, skipped }) => {
        const groom = aGroom({
          dog: { coatType, weightKg, lengthMm: lengths(mm) },
          wishes: { style },
          sheet: cleanSheet().map((side, i) => ({
            ...side,
            mat: mats[i]!,
            ...(finding && i === 0 ? { findings: [{ id: finding, sizeMm: 10 }] } : {}),
          })),
        })
        const order = new Map(groom.steps.map(({ id }, i) => [id, i]))
        const bench =
          groom.steps.length > 0 ? workedThrough(groom, { skip: ({ id }) => skipped[order.get(id)!] ?? false }) : null
        const page = pageFor(groom, bench)
        goodbyePageSchema.parse(page)
        visitSummarySchema.parse(summaryOf(page, givenFor(groom, bench), DEFAULT_HOUSE))
        expect(page.indices.after.mat ?? 0).toBeLessThanOrEqual((page.indices.before.mat ?? 0) + 1e-9)
        for (const { index } of REGION_SIDES)
          expect(page.outlineMm[index]!).toBeLessThanOrEqual(groom.plan.regions[index]!.coatMm + 1e-9)
        worked += page.cut.length
      },
    ),
    { numRuns: 80, seed: 31 },
  )
  expect(worked).toBeGreaterThan(100)
})
