/** What the salon knows, as tables that go out and come in; columns after the ones read are told, not taken. */
export const RECORD_TABLES = ['clients', 'dogs', 'visits', 'scores'] as const
export type RecordTable = (typeof RECORD_TABLES)[number]
