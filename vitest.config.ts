import { defineConfig } from 'vitest/config'
import { BaseSequencer, type TestSpecification } from 'vitest/node'

const common = { env: { TZ: 'UTC' }, globals: false } as const

/**
 * What is begun first, in this order: what takes longest by far, since begun last all others would wait for it; of those
 * on the made-up salon one lays it out, and beside it begin some that need none.
 */
const FIRST = [
  'e2e/screens.test.ts',
  'e2e/start.test.ts',
  'e2e/day.test.ts',
  'server/groom/groom.test.ts',
  'server/access/access.test.ts',
  'server/backups/backups.test.ts',
  'server/learning/many.test.ts',
  'scripts/additions.test.ts',
  'core/plan/weigh.test.ts',
  'core/day/day.test.ts',
]

class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const placeOf = ({ moduleId }: TestSpecification): number => {
      const place = FIRST.findIndex((name) => moduleId.endsWith(`/${name}`))
      return place < 0 ? FIRST.length : place
    }
    // What has read one part's modules reads them in anew for another: one part after the other.
    const sorted = (await super.sort(files)).toSorted((a, b) => a.project.name.localeCompare(b.project.name))
    return sorted.toSorted((a, b) => placeOf(a) - placeOf(b))
  }
}

/** Files keep nothing between them and share their modules: reading those in anew took as long as many a test. */
const TOGETHER = { isolate: false } as const

/** Whole grooms of thousands of dogs, and every way of weighing them beside the long one: nothing to wait for between two lines. */
const OF_THOUSANDS = ['core/groom/two-thousand*.test.ts', 'core/plan/weigh.test.ts']

/** Keys pressed as fast as a hand can, drags, and two screens that plan a day over and over: nothing else runs beside these. */
const AT_THE_SPEED_OF_A_HAND = ['e2e/path.test.ts', 'e2e/hand.test.ts', 'e2e/cut.test.ts', 'e2e/live-day.test.ts']

/** A machine under load is waited for: what takes long is measured in bench/, never here. */
const BY_SCREEN = { testTimeout: 300_000, hookTimeout: 300_000, expect: { poll: { timeout: 60_000 } } } as const

/** What needs nothing, the command line and the compiler, what needs a document, what needs PostgreSQL, what needs the built application and a browser, of which some need it to themselves. */
export default defineConfig({
  test: {
    sequence: { sequencer: LongestFirst },
    projects: [
      {
        test: {
          ...common,
          ...TOGETHER,
          name: 'unit',
          include: ['{core,contract,demo,bench}/**/*.test.ts'],
          exclude: OF_THOUSANDS,
          // Quicker to begin than processes, and nothing here needs one of its own.
          pool: 'threads',
          testTimeout: 120_000,
        },
      },
      {
        test: {
          ...common,
          ...TOGETHER,
          name: 'thousands',
          include: OF_THOUSANDS,
          pool: 'threads',
          testTimeout: 120_000,
        },
      },
      {
        test: {
          ...common,
          ...TOGETHER,
          name: 'commands',
          include: ['{cli,scripts}/**/*.test.ts'],
          pool: 'threads',
          testTimeout: 120_000,
        },
      },
      {
        test: {
          ...common,
          ...TOGETHER,
          name: 'web',
          setupFiles: ['test/harness/web-setup.ts'],
          include: ['web/**/*.test.{ts,tsx}'],
          pool: 'threads',
          testTimeout: 120_000,
        },
      },
      {
        test: {
          ...common,
          ...TOGETHER,
          name: 'server',
          include: ['server/**/*.test.ts'],
          globalSetup: 'test/harness/run.ts',
          testTimeout: 120_000,
          hookTimeout: 120_000,
          expect: { poll: { timeout: 60_000 } },
        },
      },
      {
        test: {
          ...common,
          ...TOGETHER,
          name: 'e2e',
          include: ['e2e/**/*.test.ts'],
          exclude: AT_THE_SPEED_OF_A_HAND,
          globalSetup: 'test/harness/run.ts',
          ...BY_SCREEN,
        },
      },
      {
        test: {
          ...common,
          ...TOGETHER,
          name: 'hands',
          include: AT_THE_SPEED_OF_A_HAND,
          globalSetup: 'test/harness/run.ts',
          ...BY_SCREEN,
          fileParallelism: false,
        },
      },
    ],
  },
})
