import * as z from 'zod'

/** A port of this machine, as a text. */
const port = z.coerce.number().int().min(0).max(65535)

/**
 * The settings of the server process, put into its environment by `./etude start`. An empty one counts as not given.
 * - ETUDE_LOG: the file to log to
 * - ETUDE_DEMO: "1" loads the demo salon into an empty database; "0" begins an own salon in it; "ask" leaves it to whoever
 *   opens it first
 * - ETUDE_DEVICES: "simulated", "off", or the address where the salon's devices listen
 * - ETUDE_BACKUPS: folder of the nightly backups
 * - ETUDE_BACKUP_PASSPHRASE_FILE: a file whose first line is the passphrase that backups are put under
 * - ETUDE_NAMES: names this server is known by in the salon's network, with commas between
 * - ETUDE_TLS: folder of the salon's own authority and this server's certificate; without it everything goes in the clear
 * - ETUDE_RESTORE: a backup file for an empty database
 */
const settings = z.object({
  DATABASE_URL: z.url({
    protocol: /^postgres(ql)?$/,
    error: 'the address of a database, postgres://user@host:port/name',
  }),
  ETUDE_HOST: z.string().default('127.0.0.1'),
  ETUDE_PORT: port.default(4300),
  ETUDE_LOG: z.string().optional(),
  ETUDE_BACKUPS: z.string().default('.data/backups'),
  ETUDE_BACKUP_PASSPHRASE_FILE: z.string().optional(),
  ETUDE_DEMO: z.enum(['0', '1', 'ask']).default('ask'),
  ETUDE_DEVICES: z.string().default('simulated'),
  ETUDE_RESTORE: z.string().optional(),
  ETUDE_TLS: z.string().optional(),
  ETUDE_NAMES: z
    .string()
    .default('')
    .transform((names) => names.split(/[\s,]+/).filter(Boolean)),
})

export type Config = z.infer<typeof settings>

/** @throws Error naming every setting that cannot be used, and what is expected of it */
export function readConfig(environment: Readonly<Record<string, string | undefined>>): Config {
  const given = Object.fromEntries(Object.entries(environment).filter(([, value]) => value !== ''))
  const read = settings.safeParse(given)
  if (read.success) return read.data
  const wrong = read.error.issues.map(({ path, message }) => {
    const name = path.join('.')
    return given[name] === undefined ? `${name} is not set: ${message}` : `${name}: ${message}`
  })
  throw new Error(wrong.join('; '))
}
