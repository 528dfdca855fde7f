import { parseArgs } from 'node:util'
import { median, p95 } from '../../bench/timing.ts'
import { seeded } from '../../contract/formats/random.ts'
import { runTrial } from './trial.ts'

/* Faults in the middle of every kind of write, with a ledger: npm run faults -- --kills 200 --database-kills 100 --stops 50 --full-disks 20 */
const { values } = parseArgs({
  options: {
    kills: { type: 'string', default: '200' },
    'database-kills': { type: 'string', default: '100' },
    stops: { type: 'string', default: '50' },
    'full-disks': { type: 'string', default: '20' },
    'stop-seconds': { type: 'string', default: '10' },
    'hands-ms': { type: 'string', default: '500' },
    seed: { type: 'string', default: '1' },
  },
})
const start = performance.now()
const { faults, acknowledged, missing, twice, odd, blank, reads } = await runTrial(
  {
    kills: Number(values.kills),
    databaseKills: Number(values['database-kills']),
    stops: Number(values.stops),
    fullDisks: Number(values['full-disks']),
    stopMs: Number(values['stop-seconds']) * 1000,
    handsMs: Number(values['hands-ms']),
  },
  seeded(Number(values.seed)),
  console.log,
)
console.log(
  `${faults} faults in ${((performance.now() - start) / 1000).toFixed(0)} s, ${acknowledged} writes acknowledged: ${missing.length} missing, ${twice.length} twice, ${odd.length} answers that no fault explains, ${blank.length} blank screens; a read was answered after ${median(reads).toFixed(0)} ms at the median, ${p95(reads).toFixed(0)} at the 95th percentile, ${Math.max(...reads).toFixed(0)} at most`,
)
for (const line of [...missing, ...twice, ...odd, ...blank].slice(0, 40)) console.log(line)
process.exitCode = missing.length + twice.length + odd.length + blank.length > 0 ? 1 : 0
