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

describe('./etude plan', () => {
  test('reads standard input and a file alike, from any folder', () => {
    const file = join(folder, 'good.json')
    writeFileSync(file, good)
    const piped = run(['plan', '-'], good)
    expect(piped.status).toBe(0)
    expect(JSON.parse(piped.stdout)).toMatchObject({ format: 'etude.plan/1', verdict: { choice: expect.any(String) } })
    expect(run(['plan', file]).stdout).toBe(piped.stdout)
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

describe('./etude mix', () => {
  test('says what to measure', () => {
    expect(JSON.parse(run(['mix', '1:8', '--total', '450']).stdout)).toEqual({
      product_ml: 50,
      water_ml: 400,
      total_ml: 450,
      strength_percent: 11.1,
    })
    expect(JSON.parse(run(['mix', '1 in 9', '--product', '50']).stdout)).toMatchObject({ total_ml: 450 })
  })
  test.each([
    [['mix', '1;8', '--total', '450']],
    [['mix', '1:8', '--total', '-3']],
    [['mix', '1:8', '--total']],
    [['mix', '1:8']],
    [['mix', '1:8', '--total', '450', 'more']],
    [['nonsense']],
  ])('%j is bad input', (args) => {
    const { status, stdout } = run(args)
    expect([status, stdout]).toEqual([2, ''])
  })
})
