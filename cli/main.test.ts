import { spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, test } from 'vitest'

const etude = fileURLToPath(new URL('../etude', import.meta.url))
const run = (args: string[], input?: string) =>
  spawnSync(etude, args, { encoding: 'utf8', input: input ?? '', cwd: tmpdir() })
const good = JSON.stringify({
  format: 'etude.assessment/1',
  dog: { coatType: 'curly', weightKg: 9.5 },
  default: { mat: 2 },
})
const folder = mkdtempSync(join(tmpdir(), 'etude-cli-'))

test('who asks a command how it is used is told, and nothing else happens', () => {
  for (const args of [
    ['plan', '--help'],
    ['mix', '-h'],
  ]) {
    const { status, stdout, stderr } = run(args)
    expect({ status, stderr }).toEqual({ status: 0, stderr: '' })
    expect(stdout).toContain('./etude plan FILE|-')
  }
})

describe('./etude plan', () => {
  test('reads standard input and a file alike, from any folder', () => {
    const file = join(folder, 'good.json')
    writeFileSync(file, good)
    const piped = run(['plan', '-'], good)
    expect(piped.status).toBe(0)
    expect(JSON.parse(piped.stdout)).toMatchObject({ format: 'etude.plan/1', verdict: { choice: expect.any(String) } })
    expect(run(['plan', file]).stdout).toBe(piped.stdout)
  })

  test('a field of a name that nothing has is named, beside the plan that was made without it', () => {
    const file = { ...JSON.parse(good), regions: [{ region: 'back', mat: 4 }] }
    const { status, stdout, stderr } = run(['plan', '-'], JSON.stringify(file))
    expect(status).toBe(0)
    expect(stdout).toBe(run(['plan', '-'], good).stdout)
    expect(stderr).toBe('etude: standard input: left out, because nothing here is called so: regions\n')
  })
  test.each([
    ['no JSON', '{', 'standard input: the whole'],
    [
      'a weight out of range',
      '{"format":"etude.assessment/1","dog":{"coatType":"curly","weightKg":900}}',
      'standard input: dog.weightKg: got 900, expected a number from 0.5 to 120',
    ],
    ['an empty object', '{}', 'standard input: format: got nothing, expected etude.assessment/1'],
  ])(
    '%s: one line that says where, what and what was expected; nothing on standard output; exit 2',
    (_, input, line) => {
      const { status, stdout, stderr } = run(['plan', '-'], input)
      expect(status).toBe(2)
      expect(stdout).toBe('')
      expect(stderr.trim().split('\n')).toHaveLength(1)
      expect(stderr).toContain(line)
    },
  )

  test('a file that is not there is named', () => {
    const { status, stderr } = run(['plan', '/nowhere/x.json'])
    expect([status, stderr]).toEqual([
      2,
      'etude plan: /nowhere/x.json: got no such file, expected a JSON file that can be read\n',
    ])
  })
})

describe('the cut in a plan', () => {
  test('has a line a place with tool and length, and the neighbours to blend', () => {
    const { cut } = JSON.parse(
      run(
        ['plan', '-'],
        JSON.stringify({
          format: 'etude.assessment/1',
          dog: { coatType: 'curly', weightKg: 9.5 },
          wishes: { style: 'trim', targetMm: { body: 16 } },
          default: { mat: 0, undercoat: 0, condition: 0, skin: 0 },
        }),
      ).stdout,
    )
    expect(cut.lines).toContainEqual(
      expect.objectContaining({ region: 'back', tool: { kind: 'comb', id: '16' }, against: false, leavesMm: 16 }),
    )
    expect(cut.blends[0]).toMatchObject({ a: expect.any(String), b: expect.any(String), stepMm: expect.any(Number) })
  })
})

describe('the whole groom in a plan', () => {
  interface Whole {
    groom: {
      minutes: number
      hands: number
      over: number
      fits: boolean
      parts: Record<string, number>
      steps: { minutes: number; part: string; what: string }[]
    }
    owner: {
      sentence: string
      minutes: number
      coatKept: number
      needs: string[]
      outline: { part: string; afterMm: number }[]
    }
    next: { weeks: number }
    assumed: string[]
    verdict: { coatKept: number }
  }
  const of = <T extends object>(more: object): T =>
    JSON.parse(
      run(
        ['plan', '-'],
        JSON.stringify({
          format: 'etude.assessment/1',
          dog: { name: 'Plum', coatType: 'curly', weightKg: 12, lengthMm: { body: 60 } },
          wishes: { style: 'short' },
          default: { mat: 0, undercoat: 0, condition: 1, skin: 0 },
          scores: [{ region: 'armpit', mat: 2 }],
          slot: { minutes: 60 },
          ...more,
        }),
      ).stdout,
    )
  test('adds up, by its parts and against its slot; the owner hears the end of it', () => {
    const { groom, owner, next, assumed, verdict } = of<Whole>({})
    expect(Object.values(groom.parts).reduce((a, b) => a + b, 0)).toBeCloseTo(groom.minutes, 1)
    expect(groom.steps.reduce((sum, { minutes }) => sum + minutes, 0)).toBeCloseTo(groom.hands, 1)
    expect(groom.fits).toBe(false)
    expect(groom.over).toBeCloseTo(groom.minutes - 60, 1)
    expect(owner.minutes).toBe(groom.minutes)
    expect(owner.coatKept).toBe(verdict.coatKept)
    expect(owner.coatKept).toBeLessThan(40)
    expect(owner.sentence).toContain('body and legs to 6 mm')
    expect(owner.outline).toContainEqual(expect.objectContaining({ part: 'body', afterMm: 6 }))
    expect(owner.needs).toContain('shorter-than-half')
    expect(next.weeks).toBe(8)
    expect(assumed).toEqual(expect.arrayContaining(['dog.lengthMm.ears', 'scores[0].extent', 'scores[0].standoffMm']))
    expect(assumed).not.toContain('dog.lengthMm.body')
  })
  test('its sentence names what is clipped where nobody looks, and has no empty places', () => {
    const { owner } = of<Whole>({
      dog: { name: 'Bern', coatType: 'double', weightKg: 30, lengthMm: { body: 60 } },
      wishes: {},
      scores: [{ region: 'behind-ear', mat: 4, extent: 1 }],
    })
    expect(owner.sentence).toMatch(/behind the ear/)
    expect(owner.sentence).not.toMatch(/, ;|, :| {2}/)
  })
  test('a dog for the vet has no groom, no price and no next visit', () => {
    const stopped = of<Pick<Whole, 'owner'>>({
      scores: [{ region: 'back', findings: [{ id: 'maggots' }] }],
      prices: undefined,
    })
    expect(stopped).not.toHaveProperty('groom')
    expect(stopped).not.toHaveProperty('next')
    expect(stopped.owner).not.toHaveProperty('price')
  })
})

describe('the bath in a plan', () => {
  const withDog = (more: object, dog: object = {}): string =>
    JSON.stringify({
      format: 'etude.assessment/1',
      dog: { coatType: 'curly', weightKg: 9.5, ageMonths: 40, ...dog },
      default: { mat: 0, undercoat: 0, condition: 1, skin: 0 },
      ...more,
    })
  interface Step {
    kind: string
    productKind?: string
    product?: string
    productMl?: number
    waterMl?: number
    solutionMl?: number
    regions: string[]
    reasons: string[]
  }
  const bathOf = (text: string): { steps: Step[]; minutes: number; noBath?: string } =>
    JSON.parse(run(['plan', '-'], text).stdout).bath

  test('has steps with product, water and total, places, and reasons in words', () => {
    const { steps, minutes } = bathOf(withDog({}))
    expect(minutes).toBeGreaterThan(10)
    const wash = steps.find(({ kind }) => kind === 'wash')!
    expect(wash.productKind).toBe('cleansing')
    expect(wash.productMl! + wash.waterMl!).toBe(wash.solutionMl)
    expect(wash.reasons.join(' ')).toContain('curls')
    expect(steps.map(({ kind }) => kind)).toContain('rinse')
  })
  test('takes the products that came in the file, by name, and none that may not go on', () => {
    const shelf = [
      {
        name: 'Old Suds',
        kind: 'cleansing',
        dilution: { dirty: 8, normal: 16, light: 32 },
        expiresOn: '2020-01-01',
      },
      { name: 'New Suds', kind: 'cleansing', dilution: { dirty: 8, normal: 16, light: 32 }, dwellMin: [3, 5] },
    ]
    const { steps } = bathOf(withDog({ shelf }))
    const products = steps.flatMap(({ product }) => product ?? [])
    expect(products).toContain('New Suds')
    expect(products).not.toContain('Old Suds')
  })
  test('a recent spot-on: no bath, and why', () => {
    expect(bathOf(withDog({}, { daysSinceSpotOn: 1 }))).toMatchObject({
      steps: [],
      minutes: 0,
      noBath: 'spot-on-recent',
    })
  })
  test('the house’s ways in the file are followed, and unknown ones refused by name', () => {
    const two = bathOf(withDog({ house: { schools: { washes: 'two' } } })).steps.filter(({ kind }) => kind === 'wash')
    expect(two.length).toBeGreaterThan(1)
    const refused = run(['plan', '-'], withDog({ house: { schools: { washes: 'nine' } } }))
    expect(refused.status).toBe(2)
    expect(refused.stderr).toContain('house.schools.washes')
  })
})

describe('./etude mix', () => {
  test('says what to measure', () => {
    expect(JSON.parse(run(['mix', '1:8', '--total', '450']).stdout)).toEqual({
      product_ml: 50,
      water_ml: 400,
      total_ml: 450,
      strength_percent: 11.1,
    })
    expect(JSON.parse(run(['mix', '1 in 9', '--product', '50']).stdout)).toMatchObject({ total_ml: 450 })
    expect(JSON.parse(run(['mix', '1:0', '--total', '30']).stdout)).toMatchObject({ product_ml: 30, water_ml: 0 })
    // 15.2 US fluid ounces are 450 ml: 29.5735 ml an ounce.
    expect(JSON.parse(run(['mix', '1:8', '--total', '15.2', '--units', 'us']).stdout)).toMatchObject({
      product_ml: 50,
      total_ml: 450,
      product_fl_oz: 1.7,
      water_fl_oz: 13.5,
      total_fl_oz: 15.2,
    })
  })
  test.each([
    [['mix', '1;8', '--total', '450']],
    [['mix', '1:8', '--total', '-3']],
    [['mix', '1:8', '--total']],
    [['mix', '1:8']],
    [['mix', '1:8', '--total', '450', 'more']],
    [['mix', '1:8', '--total', '450', '--units', 'stone']],
    [['nonsense']],
  ])('%j is bad input', (args) => {
    const { status, stdout } = run(args)
    expect([status, stdout]).toEqual([2, ''])
  })
})

describe('./etude plan answers what may be asked of it', () => {
  const asked = JSON.parse(
    run(
      ['plan', '-', '--ask', 'flips,odds'],
      JSON.stringify({
        format: 'etude.assessment/1',
        dog: { coatType: 'curly', weightKg: 9.5, temperament: 'easy' },
        default: { mat: 2, undercoat: 0, condition: 1, skin: 0 },
        prices: {
          currency: 'EUR',
          base: Object.fromEntries(
            ['short', 'double', 'long', 'wool', 'wire'].map((coat) => [
              coat,
              { toy: 4000, small: 5000, medium: 6000, large: 7000, giant: 8000 },
            ]),
          ),
          minutesIncluded: 15,
          perMinute: 100,
          roundTo: 100,
        },
      }),
    ).stdout,
  ) as {
    verdict: { choice: string; minutes: number }
    frontier: { pull: number; coatKept: number; style: string }[]
    flips: { what: string; becomes: string }[]
    nextLooks: unknown[]
    next: { weeks: number }
    drying: { method: string; minutes: number; stages: { stage: string; minutes: number }[] }
    price: { total: number; base: number; coatWork: number }
  }
  test('the frontier rises, the flips lead elsewhere, nothing is left to look at, and the price follows', () => {
    for (const [i, point] of asked.frontier.entries()) {
      const before = asked.frontier[i - 1]
      if (before) {
        expect(point.pull).toBeGreaterThan(before.pull)
        expect(point.coatKept).toBeGreaterThanOrEqual(before.coatKept)
      }
    }
    expect(asked.frontier.length).toBeGreaterThan(3)
    expect(asked.flips.length).toBeGreaterThan(0)
    for (const { becomes } of asked.flips) expect(becomes).not.toBe(asked.verdict.choice)
    expect(asked.nextLooks).toEqual([])
    expect(asked.next.weeks).toBeGreaterThanOrEqual(3)
    expect(asked.price.base).toBe(50)
    expect(asked.drying.method).toMatch(/straight|lifted/)
    expect(asked.drying.stages.map(({ stage }) => stage)).toEqual(['towel', 'high-velocity', 'brush-dry'])
    expect(asked.drying.minutes).toBeGreaterThan(5)
    expect(asked.price.total).toBeGreaterThanOrEqual(asked.price.base + asked.price.coatWork - 1)
  })
  test('what takes many plans is answered where it is asked for, and each by itself', () => {
    const dog = JSON.stringify({ format: 'etude.assessment/1', dog: { coatType: 'curly', weightKg: 9.5 } })
    const keys = (...more: string[]) => Object.keys(JSON.parse(run(['plan', '-', ...more], dog).stdout))
    expect(keys()).not.toEqual(expect.arrayContaining(['flips']))
    expect(keys()).not.toEqual(expect.arrayContaining(['odds']))
    expect(keys('--ask', 'odds')).toEqual(expect.arrayContaining(['odds', 'nextLooks', 'frontier']))
    expect(keys('--ask', 'odds')).not.toContain('flips')
  })
  test.each([
    [['--ask', 'weather'], '--ask: got "weather", expected flips, odds'],
    [['--ask'], '--ask: got "", expected flips, odds'],
    [['--aks', 'odds'], 'got "--aks", expected one file or -, and --ask flips,odds'],
    [['--ask', 'odds', 'more'], 'got "more"'],
  ])('%j is bad input', (more, said) => {
    const { status, stdout, stderr } = run(['plan', '-', ...more], '{}')
    expect([status, stdout]).toEqual([2, ''])
    expect(stderr).toContain(said)
  })
})

describe('./etude noise and ./etude burn', () => {
  // NIOSH 1998 and OSHA 29 CFR 1910.95, table G-16, by hand.
  test('give the dose of a day by both rules, less with muffs', () => {
    const day = { exposures: [{ dBA: 100, minutes: 20 }] }
    expect(JSON.parse(run(['noise', '-'], JSON.stringify(day)).stdout)).toEqual({
      niosh_percent: 133.33,
      osha_percent: 16.67,
    })
    const worn = JSON.parse(
      run(['noise', '-'], JSON.stringify({ ...day, protector: { kind: 'muff', ratingDb: 30 } })).stdout,
    )
    expect(worn.niosh_percent).toBeCloseTo(3.71, 2)
    expect(JSON.parse(run(['burn', '--celsius', '55']).stdout).seconds_to_injury).toBeGreaterThan(1)
  })
  test.each([
    [['noise', '-'], '{"exposures":[{"dBA":500,"minutes":1}]}', 'exposures[0].dBA: got 500'],
    [['noise', '-'], '{"exposures":[],"protector":{"kind":"wool","ratingDb":3}}', 'protector.kind'],
    [['noise', '-'], '{}', 'exposures'],
    [['burn', '--celsius', 'hot'], '', '--celsius: got "hot"'],
    [['burn', '--celsius'], '', '--celsius'],
    [['burn', '55'], '', 'expected --celsius'],
  ])('%j %s is bad input', (args, input, said) => {
    const { status, stdout, stderr } = run(args, input)
    expect([status, stdout]).toEqual([2, ''])
    expect(stderr).toContain(said)
  })
})

describe('./etude agree', () => {
  const judges = 'J1,J2,J3,J4\n9,2,5,8\n6,1,3,2\n8,4,6,8\n7,1,2,6\n10,5,6,9\n6,2,4,7\n'
  const answer = (args: string[], csv: string) => JSON.parse(run(['agree', '-', ...args], csv).stdout)

  // Shrout and Fleiss 1979.
  test('gives all six forms of the intraclass correlation', () => {
    const { stat, n, raters, forms } = answer(['--stat', 'icc'], judges)
    expect([stat, n, raters]).toEqual(['icc', 6, 4])
    const rounded = Object.fromEntries(
      Object.entries(forms as Record<string, number>).map(([k, v]) => [k, Math.round(v * 100) / 100]),
    )
    expect(rounded).toEqual({
      'ICC(1,1)': 0.17,
      'ICC(2,1)': 0.29,
      'ICC(3,1)': 0.71,
      'ICC(1,k)': 0.44,
      'ICC(2,k)': 0.62,
      'ICC(3,k)': 0.91,
    })
  })
  test('takes gaps for alpha, words for kappa, quotes and a byte order mark', () => {
    expect(answer(['--stat', 'alpha', '--level', 'interval'], 'a,b,c\n1,1,\n2,2,3\n,4,4\n3,3,3\n').n).toBe(4)
    expect(
      answer(['--stat', 'kappa'], '\uFEFF"Noor, N",Ebba\nfelt,felt\nfree,free\nfelt,free\nfree,free\n'),
    ).toMatchObject({
      stat: 'kappa',
      value: 0.5,
      raters: 2,
      n: 4,
    })
    expect(
      answer(['--stat', 'weighted-kappa', '--weights', 'quadratic'], 'a,b\n0,0\n4,4\n1,2\n').value,
    ).toBeGreaterThan(0.8)
    expect(answer(['--stat', 'fleiss'], 'a,b,c\nx,x,x\ny,y,x\nz,z,z\n').raters).toBe(3)
  })
  test('says null, not a number made up, where everybody always gave the same', () => {
    expect(answer(['--stat', 'kappa'], 'a,b\n1,1\n1,1\n')).toMatchObject({ value: null, low: null, high: null })
  })
  test.each([
    ['three raters for kappa', ['--stat', 'kappa'], 'a,b,c\n1,1,1\n', 'line 1'],
    ['a gap', ['--stat', 'fleiss'], 'a,b\n1,\n', 'line 2, b'],
    ['no number', ['--stat', 'icc'], 'a,b\n1,2\n1,much\n', 'line 3, b: got "much", expected a number'],
    ['a row too short', ['--stat', 'alpha'], 'a,b\n1\n', 'line 2'],
    ['no rows', ['--stat', 'kappa'], 'a,b\n', 'line 2'],
    ['one thing for an intraclass correlation', ['--stat', 'icc'], 'a,b\n1,2\n', 'two things rated or more'],
    ['an unknown statistic', ['--stat', 'rho'], judges, '--stat: got "rho"'],
    ['an unknown flag', ['--stat', 'kappa', '--wieghts', 'linear'], judges, '--wieghts'],
  ])('%s is bad input, said in one line with exit 2', (_, args, csv, line) => {
    const { status, stdout, stderr } = run(['agree', '-', ...args], csv)
    expect([status, stdout]).toEqual([2, ''])
    expect(stderr.trim().split('\n')).toHaveLength(1)
    expect(stderr).toContain(line)
  })
})
