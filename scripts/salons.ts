import { fail, say, Told } from './said.ts'
import { addSalon, listSalons, removeSalon, updateSalons } from './salon-roles.ts'

/* ./etude salons add NAME | update | list | remove NAME --for-good */

const CHAIN = 'DATABASE_URL: expected the database that the salons share, as its owner'

async function salons(): Promise<void> {
  const [what, ...rest] = process.argv.slice(3)
  const url = process.env.DATABASE_URL
  if (!url) throw new Told(CHAIN)
  if (what === 'list') {
    for (const { name, madeAt } of await listSalons(url))
      process.stdout.write(`${name}\t${madeAt.toISOString().slice(0, 10)}\n`)
    return
  }
  if (what === 'update') {
    const made = await updateSalons(url)
    say(made.length > 0 ? `brought up: ${made.join(', ')}` : 'up to date')
    return
  }
  const [name] = rest
  if (what === 'add' && name) {
    const address = await addSalon(url, name)
    say(`${name} is there. Keep its address: the password in it is written down nowhere else. Start its server with`)
    process.stdout.write(`DATABASE_URL=${address} ETUDE_DATA=<a folder of its own> ./etude start\n`)
    return
  }
  if (what === 'remove' && name) {
    if (!rest.includes('--for-good'))
      throw new Told(`salons remove: all that is ${name}'s goes; back it up, and say --for-good`)
    await removeSalon(url, name)
    say(`${name} is gone`)
    return
  }
  throw new Told('salons: expected add NAME, update, list or remove NAME --for-good')
}

salons().catch(fail)
