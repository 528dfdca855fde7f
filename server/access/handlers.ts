import type { accessApi } from '../../contract/api/access.ts'
import type { doorApi } from '../../contract/api/door.ts'
import type { Handlers } from '../../contract/api/endpoint.ts'
import type { Deps } from '../deps.ts'
import type { At, Who } from './access.ts'

/** How things stand for whoever asks. */
const reader =
  ({ store: { access }, authority }: Deps) =>
  async (who: Who) => ({ ...(await access.read(who)), fingerprint: authority?.fingerprint ?? null })

export function accessHandlers(deps: Deps): Handlers<typeof accessApi, At> {
  const read = reader(deps)
  const { access } = deps.store
  return {
    read: ({ at }) => read(at.who),
    leave: async ({ at }) => {
      await access.leave(at.who)
      at.give({ session: null })
      return read(await at.again())
    },
  }
}

export function doorHandlers(deps: Deps): Handlers<typeof doorApi, At> {
  const read = reader(deps)
  const { access, passkeys } = deps.store
  return {
    lock: async ({ body, at }) => {
      const { who, given, codes } = await access.lock(body)
      at.give(given)
      return { ...(await read(who)), codes }
    },
    unlock: async ({ actorId, at }) => {
      await access.unlock(actorId)
      at.give({ device: null, session: null })
      return read(await at.again())
    },
    passphrase: async ({ body, at }) => {
      at.give(await access.byPassphrase(body.passphrase, at.who, body.device))
      return read(await at.again())
    },
    askPasskey: ({ at }) => passkeys.ask(at),
    passkey: async ({ body, at }) => {
      at.give(await passkeys.signIn(body.passkey, at, body.device))
      return read(await at.again())
    },
    passkeys: () => passkeys.all(),
    offerPasskey: ({ at }) => passkeys.offer(at),
    addPasskey: ({ body, at }) => passkeys.add(body.passkey, body.name, at),
    dropPasskey: ({ body, actorId }) => passkeys.drop(body.passkeyId, actorId),
    recover: async ({ body, at }) => {
      const { given, codes } = await access.recover(body, at.who)
      at.give(given)
      return { ...(await read(await at.again())), codes }
    },
    changePassphrase: async ({ body, actorId, at }) => {
      await access.changePassphrase(body.passphrase, actorId)
      return read(at.who)
    },
    newCodes: async ({ actorId, at }) => ({ codes: await access.newCodes(actorId), ...(await read(at.who)) }),
    invite: () => access.invite(),
    pair: async ({ body, at }) => {
      at.give(await access.pair(body.code, body.device))
      return read(await at.again())
    },
    devices: ({ at }) => access.devices(at.who),
    putOut: async ({ params, actorId, at }) => {
      await access.putOut(params.id, actorId)
      return access.devices(at.who)
    },
    pin: async ({ body, at }) => {
      at.give(await access.byPin(body.personId, body.pin, at.who))
      return read(await at.again())
    },
    setPin: async ({ params, body, actorId, at }) => {
      await access.setPin(params.id, body.pin, actorId)
      return read(at.who)
    },
    everywhere: async ({ at }) => {
      await access.everywhere(at.who)
      return read(at.who)
    },
    setIdle: async ({ body, actorId, at }) => {
      await access.setIdle(body.minutes, actorId)
      return read(at.who)
    },
  }
}
