import { execFile, spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { availableParallelism, tmpdir } from 'node:os'
import { join, relative } from 'node:path'
import { dropShared, sharedPrefix } from '../test/harness/run.ts'
import { build, ROOT } from './build.ts'
import { ensure, ensureChromium, findPostgres, isRoot } from './packages.ts'
import { type Cluster, startPostgres } from './postgres.ts'
import { fail, say } from './said.ts'

/*
 * Everything that is checked, in the order in which a failure is cheapest to learn: types, lint, the import rule, the
 * build, then what needs nothing, what needs PostgreSQL, and what needs a browser. Every part runs, whatever failed
 * before it. Closes with one line: N passed, N failed.
 */
interface Count {
  passed: number
  failed: number
}

const bin = (name: string): string => join(ROOT, 'node_modules', '.bin', name)
const total: Count = { passed: 0, failed: 0 }
/** What failed, by name: said once more at the end, where it is read first. */
const failures: string[] = []

function tally(name: string, { passed, failed }: Count): void {
  total.passed += passed
  total.failed += failed
  say(`${failed === 0 ? 'ok  ' : 'FAIL'} ${name}: ${passed} passed, ${failed} failed`)
}

/** A checker that passes or fails as a whole counts as one. */
function check(name: string, program: string, args: readonly string[]): Promise<void> {
  return new Promise((done) => {
    execFile(bin(program), args as string[], { cwd: ROOT, maxBuffer: MOST_SAID }, (error, stdout, stderr) => {
      if (error) {
        process.stderr.write(`${stdout}${stderr}\n`)
        failures.push(name)
      }
      tally(name, { passed: error ? 0 : 1, failed: error ? 1 : 0 })
      done()
    })
  })
}
/** What a checker may say, bytes. */
const MOST_SAID = 64 * 1024 * 1024

interface Report {
  readonly numPassedTests: number
  readonly numFailedTests: number
  readonly numTotalTestSuites: number
  readonly numFailedTestSuites: number
  readonly success: boolean
  readonly testResults: readonly {
    readonly name: string
    readonly status: string
    readonly message: string
    readonly assertionResults: readonly {
      readonly fullName: string
      readonly status: string
      readonly failureMessages: readonly string[]
    }[]
  }[]
}

const FIRST_LINES = 3
const firstLines = (text: string | undefined): string => (text ?? '').split('\n').slice(0, FIRST_LINES).join(' ')
const failuresOf = ({ testResults }: Report): string[] =>
  testResults.flatMap(({ name, status, message, assertionResults }) => {
    const failed = assertionResults.filter((one) => one.status === 'failed')
    const file = relative(ROOT, name)
    return failed.length === 0 && status === 'failed'
      ? [`${file}: ${firstLines(message)}`]
      : failed.map(({ fullName, failureMessages }) => `${file} > ${fullName}: ${firstLines(failureMessages[0])}`)
  })

/** @param more what only these projects are run with */
function vitest(projects: readonly string[], env: Record<string, string>, more: readonly string[] = []): void {
  const folder = mkdtempSync(join(tmpdir(), 'etude-report-'))
  const outputFile = join(folder, 'report.json')
  const { status } = spawnSync(
    bin('vitest'),
    [
      'run',
      ...projects.map((project) => `--project=${project}`),
      ...more,
      '--reporter=default',
      '--reporter=json',
      `--outputFile.json=${outputFile}`,
    ],
    { cwd: ROOT, env: { ...process.env, ...env, CI: '1' }, stdio: ['ignore', 2, 2] },
  )
  let count: Count = { passed: 0, failed: 1 }
  try {
    const report = JSON.parse(readFileSync(outputFile, 'utf8')) as Report
    failures.push(...failuresOf(report))
    // A file that does not load has no failed test of its own, but it has failed.
    const failed = Math.max(report.numFailedTests, status === 0 && report.success ? 0 : 1)
    count = { passed: report.numPassedTests, failed: report.numPassedTests === 0 ? Math.max(1, failed) : failed }
  } catch {
    say(`${projects.join(', ')}: vitest wrote no report`)
  }
  rmSync(folder, { recursive: true, force: true })
  tally(`${projects.join(', ')} tests`, count)
}

async function buildAll(): Promise<void> {
  try {
    await build()
    tally('build', { passed: 1, failed: 0 })
  } catch (error) {
    say((error as Error).message)
    tally('build', { passed: 0, failed: 1 })
  }
}

async function main(): Promise<void> {
  const postgres = process.env.DATABASE_URL ? null : ensure(findPostgres, 'postgresql', 'PostgreSQL')
  ensureChromium()

  const rooms = ['core', 'contract', 'server', 'web', 'cli', 'demo', 'test']
  // Types take as long as the other three together.
  await Promise.all([
    check('types', 'tsc', ['--noEmit', '-p', '.']),
    check('lint', 'biome', ['check', '--error-on-warnings', '.'])
      .then(() => check('import rule', 'depcruise', ['--config', '.dependency-cruiser.cjs', ...rooms]))
      .then(buildAll),
  ])
  // They share nothing: one on each core.
  const onEachCore = [`--maxWorkers=${availableParallelism()}`]
  // These wait for a database now and then: one more has something to do meanwhile. A browser keeps a core busy by itself.
  const andOneMore = [`--maxWorkers=${availableParallelism() + 1}`]
  // Two by two: a worker that goes from one part to another reads every module anew.
  vitest(['unit', 'thousands'], {}, onEachCore)
  vitest(['commands', 'web'], {}, onEachCore)

  const data = mkdtempSync(join(tmpdir(), 'etude-test-'))
  let cluster: Cluster | null = null
  try {
    if (isRoot()) spawnSync('chmod', ['755', data])
    cluster = postgres ? await startPostgres(postgres, data, false) : null
    const url = process.env.DATABASE_URL || cluster!.url
    // The made-up salon of today is laid out once, for whoever tests on it.
    const shared = sharedPrefix()
    const env = { ETUDE_TEST_DATABASE: url, ETUDE_TEST_SHARED: shared }
    try {
      vitest(['server'], env, andOneMore)
      vitest(['e2e'], env, onEachCore)
      vitest(['hands'], env)
    } finally {
      await dropShared(url, shared)
    }
  } catch (error) {
    say((error as Error).message)
    tally('database', { passed: 0, failed: 1 })
  } finally {
    cluster?.stop()
    rmSync(data, { recursive: true, force: true })
  }
  for (const failure of failures) say(`failed: ${failure}`)
  process.stdout.write(`${total.passed} passed, ${total.failed} failed\n`)
  process.exitCode = total.failed === 0 ? 0 : 1
}

main().catch(fail)
