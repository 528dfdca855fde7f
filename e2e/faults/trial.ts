import { type ChildProcess, spawn, spawnSync } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { chmodSync, closeSync, mkdtempSync, openSync, readFileSync, rmSync, statfsSync, writeSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as rest } from 'node:timers/promises'
import type { Page } from 'puppeteer-core'
import type { BenchDoc } from '../../contract/api/bench.ts'
import type { DryingRun } from '../../contract/api/drying.ts'
import type { Photo } from '../../contract/api/photos.ts'
import type { Visit } from '../../contract/api/visits.ts'
import { LABEL_DEFAULTS, type ShelfProduct } from '../../contract/formats/products.ts'
import { keyOf } from '../../core/index.ts'
import { ROOT } from '../../scripts/build.ts'
import { isRoot } from '../../scripts/packages.ts'
import { freePort } from '../../scripts/postgres.ts'
import { openBrowser, shows } from '../browser.ts'
import { Device, type Done, type Work } from './device.ts'

/** How often each happens while eight devices write. */
export interface Faults {
  /** The server killed. */
  readonly kills: number
  /** PostgreSQL's first process killed, and with it all of them. */
  readonly databaseKills: number
  /** PostgreSQL stands still, and goes on. */
  readonly stops: number
  /** Not a byte left on the disk; only where this user may mount one of its own. */
  readonly fullDisks: number
  /** How long each stop lasts, ms. */
  readonly stopMs: number
  /** From one thing done at a device to the next, ms. */
  readonly handsMs: number
}

export interface Outcome {
  readonly faults: number
  /** Writes that were done, all of them acknowledged in the end. */
  readonly acknowledged: number
  /** What the server has not, though it said so; what it has twice; answers that no fault explains; screens that went blank. */
  readonly missing: readonly string[]
  readonly twice: readonly string[]
  readonly odd: readonly string[]
  readonly blank: readonly string[]
  /** How long each read took to be answered, with whatever, ms. */
  readonly reads: readonly number[]
}

const DEVICES = 8
const A_DOG = 2
const READ_EVERY_MS = 200
/** Between two faults, at least and at most: the salon is up again and at work before the next one. */
const QUIET_MS = [500, 2500] as const
const DISK = '600m'
const DISK_FULL_MS = 2500
/** What a disk is filled by at a time, and by last. */
const FILLERS = [1024 * 1024, 4096, 1] as const
/** So long for all that waits on the devices to get through, and for a salon to come up. */
const DRAIN_MS = 180_000

type Fault = 'kill' | 'database kill' | 'stop' | 'full disk'

/** Runs a salon of its own under faults and holds what it has at the end against what it acknowledged. @param say hears how far it is */
export async function runTrial(faults: Faults, dice: () => number, say: (line: string) => void): Promise<Outcome> {
  const folder = mkdtempSync(join(tmpdir(), 'etude-faults-'))
  chmodSync(folder, 0o755)
  const mounted = faults.fullDisks > 0 && mountDisk(folder)
  if (faults.fullDisks > 0 && !mounted) say('no disk of its own may be mounted here: none is filled')
  const salon = await TrialSalon.open(folder)
  const browser = await openBrowser()
  try {
    const works = await setUp(salon)
    const devices = works.map((work) => new Device(salon.base, work))
    const page = await browser.newPage()
    await page.goto(`${salon.base}visits/${works[0]!.visitId}/look`)
    await shows(page, '[data-facing] [data-region]')

    let working = true
    const hands = devices.map(async (device) => {
      while (working) {
        device.doNext()
        await rest(faults.handsMs)
      }
    })
    const reader = new Reader(salon.base)
    const reading = reader.readUntil(() => !working)

    const blank: string[] = []
    const all: Fault[] = [
      ...Array<Fault>(faults.kills).fill('kill'),
      ...Array<Fault>(faults.databaseKills).fill('database kill'),
      ...Array<Fault>(faults.stops).fill('stop'),
      ...Array<Fault>(mounted ? faults.fullDisks : 0).fill('full disk'),
    ].sort((a, b) => ORDER.indexOf(a) - ORDER.indexOf(b))
    for (let left = all.length; left > 0; left--) {
      const [fault] = all.splice(Math.floor(dice() * left), 1)
      await rest(QUIET_MS[0] + dice() * (QUIET_MS[1] - QUIET_MS[0]))
      await salon.suffer(fault!, faults.stopMs)
      await salon.isUp()
      const seen = await isBlank(page)
      if (seen) blank.push(`after a ${fault}: ${seen}`)
      if (left % 10 === 1) say(`${left - 1} faults to come`)
    }
    working = false
    await Promise.all([...hands, reading])
    for (const device of devices) device.retry()
    await until(DRAIN_MS, () => devices.every(({ waiting }) => waiting === 0), 'what waits on the devices gets through')

    const { missing, twice } = await audit(salon, works, devices)
    for (const device of devices) device.stop()
    return {
      faults: faults.kills + faults.databaseKills + faults.stops + (mounted ? faults.fullDisks : 0),
      acknowledged: devices.reduce((sum, { acknowledged }) => sum + acknowledged.size, 0),
      missing,
      twice,
      odd: [...devices.flatMap(({ odd }) => odd), ...reader.odd],
      blank,
      reads: reader.times,
    }
  } finally {
    await browser.close()
    await salon.close()
    if (mounted) spawnSync('umount', ['-l', folder])
    rmSync(folder, { recursive: true, force: true })
  }
}
const ORDER: readonly Fault[] = ['kill', 'database kill', 'stop', 'full disk']

function mountDisk(folder: string): boolean {
  return isRoot() && spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${DISK},mode=755`, 'none', folder]).status === 0
}

async function until(ms: number, holds: () => boolean | Promise<boolean>, what: string): Promise<void> {
  for (const end = Date.now() + ms; Date.now() < end; await rest(100)) if (await holds()) return
  throw new Error(`not in ${ms / 1000} s: ${what}`)
}

/** A salon as it is started, on a data folder of its own. */
class TrialSalon {
  readonly base: string
  readonly #folder: string
  readonly #child: ChildProcess

  private constructor(base: string, folder: string, child: ChildProcess) {
    this.base = base
    this.#folder = folder
    this.#child = child
  }

  static async open(folder: string): Promise<TrialSalon> {
    const port = await freePort()
    const child = spawn(join(ROOT, 'etude'), ['start', '--own', '--port', String(port)], {
      env: { ...process.env, DATABASE_URL: '', ETUDE_DATA: folder },
      detached: true,
      stdio: 'ignore',
    })
    const salon = new TrialSalon(`http://127.0.0.1:${port}/`, folder, child)
    await salon.isUp()
    return salon
  }

  isUp = (): Promise<void> =>
    until(
      DRAIN_MS,
      async () =>
        (await fetch(`${this.base}api/salon`, { signal: AbortSignal.timeout(5000) }).catch(() => null))?.ok ?? false,
      'the salon is up',
    )

  async api<T>(path: string, method = 'GET', body?: object): Promise<T> {
    const answer = await fetch(`${this.base}api${path}`, {
      method,
      ...(body ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) } : {}),
    })
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`)
    return (await answer.json()) as T
  }

  get #server(): number[] {
    const supervisor = readFileSync(join(this.#folder, 'running'), 'utf8').split(' ')[0]!
    return pids('-P', supervisor, '-f', 'server.mjs')
  }
  get #postmaster(): number {
    return Number(readFileSync(join(this.#folder, 'postgres', 'data', 'postmaster.pid'), 'utf8').split('\n')[0])
  }

  async suffer(fault: Fault, stopMs: number): Promise<void> {
    if (fault === 'kill') return signal(this.#server, 'SIGKILL')
    if (fault === 'database kill') return signal([this.#postmaster], 'SIGKILL')
    if (fault === 'stop') {
      // The first process first: it makes others.
      const first = this.#postmaster
      signal([first], 'SIGSTOP')
      const others = pids('-P', String(first))
      signal(others, 'SIGSTOP')
      await rest(stopMs)
      return signal([...others, first], 'SIGCONT')
    }
    const filler = join(this.#folder, 'filler')
    fill(filler)
    await rest(DISK_FULL_MS)
    rmSync(filler)
  }

  async close(): Promise<void> {
    const gone = new Promise((done) => this.#child.once('exit', done))
    process.kill(-this.#child.pid!, 'SIGINT')
    await gone
  }
}

const pids = (...args: string[]): number[] =>
  spawnSync('pgrep', args, { encoding: 'utf8' }).stdout.split('\n').filter(Boolean).map(Number)

function signal(to: readonly number[], name: NodeJS.Signals): void {
  for (const pid of to)
    try {
      process.kill(pid, name)
    } catch {
      // It is gone by itself.
    }
}

/** Takes every byte there is. */
function fill(file: string): void {
  const to = openSync(file, 'w')
  try {
    for (const size of FILLERS)
      try {
        for (const block = Buffer.alloc(size); ; ) if (writeSync(to, block) < size) break
      } catch (error) {
        if ((error as NodeJS.ErrnoException).code !== 'ENOSPC') throw error
      }
  } finally {
    closeSync(to)
  }
  const { bavail } = statfsSync(file)
  if (bavail > 0) throw new Error(`the disk is not full: ${bavail} blocks left`)
}

/** A dog for every two devices, and one product that all of them receive. */
async function setUp(salon: TrialSalon): Promise<Work[]> {
  const { id: productId } = await salon.api<ShelfProduct>('/shelf', 'POST', {
    label: {
      ...LABEL_DEFAULTS,
      name: 'Trial wash',
      kind: 'cleansing',
      dilution: { dirty: 8, normal: 16, light: 32 },
      dwellMin: [3, 5],
    },
    stockMl: 0,
  })
  const works: Work[] = []
  for (let dog = 0; dog < DEVICES / A_DOG; dog++) {
    const visit = await salon.api<Visit>('/visits', 'POST', {
      startsAt: new Date().toISOString(),
      slotMinutes: 90,
      personId: null,
      owner: { name: `Trial ${dog}`, phone: '' },
      dog: { name: `Trial ${dog}`, coatType: 'curly', weightKg: 9 },
    })
    const at = new Date().toISOString()
    await salon.api(`/visits/${visit.id}/drying`, 'PUT', { id: randomUUID(), what: 'start', at })
    for (let device = 0; device < A_DOG; device++)
      works.push({
        visitId: visit.id,
        assessmentId: visit.assessment.id,
        productId,
        device,
        devices: A_DOG,
      })
  }
  return works
}

/** Somebody who only looks, at one dog after the other. */
class Reader {
  readonly times: number[] = []
  readonly odd: string[] = []
  readonly #base: string
  constructor(base: string) {
    this.#base = base
  }
  async readUntil(over: () => boolean): Promise<void> {
    while (!over()) {
      const start = performance.now()
      const answer = await fetch(`${this.#base}api/day`, { signal: AbortSignal.timeout(15_000) }).catch(() => null)
      const text = await answer?.text().catch(() => '')
      this.times.push(performance.now() - start)
      if (answer && ![200, 503, 507].includes(answer.status)) this.odd.push(`day: ${answer.status} ${text}`)
      await rest(READ_EVERY_MS)
    }
  }
}

/** What a screen says where it says nothing of a dog any more; null where it does. */
const isBlank = (page: Page): Promise<string | null> =>
  page.evaluate(() => {
    const said = document.body.textContent ?? ''
    return document.querySelector('main h1') && !said.includes('This screen stopped') ? null : said.slice(0, 200)
  })

/** What the server has of all that was done, held against the ledgers of the devices. */
async function audit(
  salon: TrialSalon,
  works: readonly Work[],
  devices: readonly Device[],
): Promise<Pick<Outcome, 'missing' | 'twice'>> {
  const missing: string[] = []
  const twice: string[] = []
  const of = (device: Device, to: Done['to']): Done[] => device.done.filter((done) => done.to === to)
  const count = (list: readonly string[]): Map<string, number> =>
    list.reduce((counts, id) => counts.set(id, (counts.get(id) ?? 0) + 1), new Map<string, number>())
  const hold = (what: string, has: readonly string[], ledger: readonly Done[]): void => {
    const there = count(has)
    for (const { id } of ledger) if (!there.has(id)) missing.push(`${what} ${id}`)
    for (const [id, times] of there) if (times > 1) twice.push(`${what} ${id}`)
    if (there.size > ledger.length) twice.push(`${what}: ${there.size} there, ${ledger.length} done`)
  }
  for (const visitId of new Set(works.map((work) => work.visitId))) {
    const here = devices.filter((_, i) => works[i]!.visitId === visitId)
    const visit = await salon.api<Visit>(`/visits/${visitId}`)
    const scored = new Map(visit.assessment.rows.map(({ region, side, mat }) => [keyOf(region, side), `${mat}`]))
    for (const device of here) {
      const last = new Map(of(device, 'scores.change').map(({ kept }) => kept.split(' ') as [string, string]))
      for (const [place, mat] of last)
        if (scored.get(place) !== mat) missing.push(`score of ${place}: ${scored.get(place)} there, ${mat} done`)
    }
    const scores = here.flatMap((device) => of(device, 'scores.change')).length
    if (visit.assessment.revision > scores) twice.push(`scores: ${visit.assessment.revision} there, ${scores} done`)
    if (visit.assessment.revision < scores) missing.push(`scores: ${visit.assessment.revision} there, ${scores} done`)

    const { events } = await salon.api<BenchDoc>(`/visits/${visitId}/bench`)
    hold(
      'event',
      events.map(({ id }) => id),
      here.flatMap((device) => of(device, 'bench.add')),
    )
    const { run } = await salon.api<{ run: DryingRun | null }>(`/visits/${visitId}/drying`)
    hold(
      'reading',
      (run?.readings ?? []).map(({ id }) => id),
      here.flatMap((device) => of(device, 'drying.measure')),
    )
    const photos = await salon.api<Photo[]>(`/visits/${visitId}/photos`)
    hold(
      'photo',
      photos.map(({ id }) => id),
      here.flatMap((device) => of(device, 'photos.add')),
    )
    const stations = here.map((device) => of(device, 'visits.setStation').at(-1)?.kept)
    if (!stations.includes(visit.station))
      missing.push(`station: ${visit.station} there, ${stations.join(' or ')} done`)
  }
  const shelf = await salon.api<ShelfProduct[]>('/shelf')
  const stock = shelf.find(({ id }) => id === works[0]!.productId)!.stockMl
  const moves = devices.flatMap((device) => of(device, 'shelf.move')).length
  if (stock < moves) missing.push(`stock: ${stock} there, ${moves} received`)
  if (stock > moves) twice.push(`stock: ${stock} there, ${moves} received`)
  const unanswered = devices.flatMap((device) => device.done.filter(({ id }) => !device.acknowledged.has(id)))
  missing.push(...unanswered.map(({ to, id }) => `never acknowledged: ${to} ${id}`))
  return { missing, twice }
}
