import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState, useSyncExternalStore } from 'react'
import { type Access, accessApi } from '../../contract/api/access.ts'
import { put, reread } from '../device/api.ts'
import { answerOf, atTheDoor } from '../device/client.ts'
import { setPersonOnDuty } from '../device/person.ts'
import { deviceStorage } from '../device/storage.ts'
import { useAccess } from '../device/use-access.ts'
import { waitMs } from '../device/waits.ts'
import { useIdle } from './use-idle.ts'

/** Somebody signed out here, and the server has not heard of it yet; kept over a reload. */
const LEFT = 'etude.left'
const listeners = new Set<() => void>()
const isLeft = (): boolean => deviceStorage.get(LEFT) !== null
function setLeft(left: boolean): void {
  if (left) deviceStorage.set(LEFT, '1')
  else deviceStorage.remove(LEFT)
  for (const listener of listeners) listener()
}
const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

/** Somebody signed in: with that whoever was here before is out, and there is no more to tell. */
export const somebodyIsIn = (): void => setLeft(false)

interface AtDoor {
  readonly access: Access | undefined
  /** Nobody is here, or this device is not let in: the door stands before every screen. */
  readonly isOut: boolean
  /** Something asked for the passphrase once more. */
  readonly asksAgain: boolean
  readonly close: () => void
  readonly leave: () => void
}

/**
 * Keeps up with who is let in: asks anew when an answer says that nobody is, and signs out when no hand was here for
 * long. Out is out at once, also while the server is away: it is told before anybody is let in again.
 */
export function useDoor(): AtDoor {
  const client = useQueryClient()
  const { data: access } = useAccess()
  const [asksAgain, setAsksAgain] = useState(false)
  const left = useSyncExternalStore(subscribe, isLeft)
  useEffect(
    () =>
      atTheDoor((said) => {
        if (said === 'needs-passphrase') setAsksAgain(true)
        else void reread(client, accessApi.read, {})
      }),
    [client],
  )
  const person = access?.locked && !left ? access.person : null
  useEffect(
    function signForThemselves() {
      if (person) setPersonOnDuty(person.id)
    },
    [person],
  )
  useEffect(
    function tellThatTheyLeft() {
      if (!left) return
      let tries = 0
      let timer: ReturnType<typeof setTimeout> | undefined
      let over = false
      const tell = async (): Promise<void> => {
        try {
          const now = await answerOf(accessApi.leave, { body: {} })
          if (over) return
          put(client, accessApi.read, {}, now)
          setLeft(false)
        } catch {
          if (!over) timer = setTimeout(() => void tell(), waitMs(tries++))
        }
      }
      void tell()
      return () => {
        over = true
        clearTimeout(timer)
      }
    },
    [left, client],
  )
  const leave = (): void => {
    setLeft(true)
    setAsksAgain(false)
  }
  useIdle(person && access ? access.idleMinutes : null, leave)
  return {
    access,
    isOut: Boolean(access?.locked && !person),
    asksAgain,
    close: () => setAsksAgain(false),
    leave,
  }
}
