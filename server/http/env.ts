import type { Who } from '../access/access.ts'

/** What is known of a request by the time it is answered. */
export type Env = { Variables: { actorId: string | null; who: Who; requestId: string } }
