import { execFileSync, spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ROOT } from '../scripts/build.ts'

/*
 * What a bench says of an earlier commit and of this one, in turn on one machine: npm run bench:before -- store REVISION
 * Where the earlier commit has no such bench yet, it gets the first that was written.
 */
const ROUNDS = 2

const [bench, revision] = process.argv.slice(2)
if (!bench || !revision) {
  console.error('bench:before: expected the name of a bench and a revision, for example: store HEAD~20')
  process.exit(2)
}
const file = join('bench', `${bench}.ts`)
const git = (...args: string[]): string => execFileSync('git', args, { cwd: ROOT, encoding: 'utf8' })

const earlier = mkdtempSync(join(tmpdir(), 'etude-before-'))
const run = (what: string, folder: string): void => {
  const { status, stdout, stderr } = spawnSync(join(ROOT, 'node_modules', '.bin', 'tsx'), [file], {
    cwd: folder,
    encoding: 'utf8',
  })
  if (status !== 0) throw new Error(`${what}: ${stderr.trim().split('\n').slice(-12).join('\n')}`)
  for (const line of stdout.trim().split('\n')) console.log(`${what}  ${line}`)
}

try {
  git('worktree', 'add', '--quiet', '--detach', '--force', earlier, revision)
  symlinkSync(join(ROOT, 'node_modules'), join(earlier, 'node_modules'))
  if (!existsSync(join(earlier, file))) {
    const first = git('log', '--diff-filter=A', '--format=%H', '--', file).trim().split('\n').at(-1)!
    for (const name of [file, join('bench', 'timing.ts')])
      if (!existsSync(join(earlier, name))) writeFileSync(join(earlier, name), git('show', `${first}:${name}`))
  }
  for (let round = 0; round < ROUNDS; round++) {
    run('before', earlier)
    run('after ', ROOT)
  }
} finally {
  spawnSync('git', ['worktree', 'remove', '--force', earlier], { cwd: ROOT })
  rmSync(earlier, { recursive: true, force: true })
}
