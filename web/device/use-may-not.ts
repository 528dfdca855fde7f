import type { Access } from '../../contract/api/access.ts'
import type { AccessRole } from '../../contract/api/access-roles.ts'
import type { AnyWrite, Named } from '../../contract/api/endpoint.ts'
import { mayUse } from '../../contract/api/rights.ts'
import { useAccess } from './use-access.ts'

const AS: Readonly<Record<AccessRole, string>> = {
  owner: 'as the owner',
  groomer: 'as a groomer',
  bather: 'as a bather',
  front: 'at the front desk',
  learner: 'as a learner',
}

const notFor = ({ person }: Access, endpoint: Named<AnyWrite>): string | null =>
  person && !mayUse(person.role, endpoint)
    ? `${person.name} can read this; ${AS[person.role]} you do not change it.`
    : null

/** Why whoever is signed in here may not do something; null where they may, and in a salon that is not locked. */
export function useMayNot(endpoint: Named<AnyWrite>): string | null {
  const { data: access } = useAccess()
  return access?.locked ? notFor(access, endpoint) : null
}
