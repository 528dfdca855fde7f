import { type Access, accessApi } from '../../contract/api/access.ts'
import type { AnyWrite, Named } from '../../contract/api/endpoint.ts'
import { type AccessRole, mayUse } from '../../contract/api/rights.ts'
import { useRead } from './api.ts'

const FRESH_MS = 60_000

/** Whether one has to be let in, and who is here. */
export const useAccess = () => useRead(accessApi.read, {}, { staleTime: FRESH_MS })

export const ACCESS_ROLE_LABEL: Readonly<Record<AccessRole, string>> = {
  owner: 'owner',
  groomer: 'groomer',
  bather: 'bather',
  front: 'front desk',
  learner: 'learner',
}

const notFor = ({ person }: Access, endpoint: Named<AnyWrite>): string | null =>
  person && !mayUse(person.role, endpoint)
    ? `${person.name} can read this; as a ${ACCESS_ROLE_LABEL[person.role]} you do not change it.`
    : null

/** Why whoever is signed in here may not do something; null where they may, and in a salon that is not locked. */
export function useMayNot(endpoint: Named<AnyWrite>): string | null {
  const { data: access } = useAccess()
  return access?.locked ? notFor(access, endpoint) : null
}
