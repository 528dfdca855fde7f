import type { Access } from '../../contract/api/access.ts'
import type { AnyWrite, Named } from '../../contract/api/endpoint.ts'
import { mayUse } from '../../contract/api/rights.ts'
import { ACCESS_ROLE_LABEL } from '../../contract/words/index.ts'
import { useAccess } from './use-access.ts'

const notFor = ({ person }: Access, endpoint: Named<AnyWrite>): string | null =>
  person && !mayUse(person.role, endpoint)
    ? `${person.name} can read this; as a ${ACCESS_ROLE_LABEL[person.role]} you do not change it.`
    : null

/** Why whoever is signed in here may not do something; null where they may, and in a salon that is not locked. */
export function useMayNot(endpoint: Named<AnyWrite>): string | null {
  const { data: access } = useAccess()
  return access?.locked ? notFor(access, endpoint) : null
}
