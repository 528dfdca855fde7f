/** Messages of one moment stand in the order in which they were written. */
export const up = `
ALTER TABLE outbox ADD COLUMN seq bigint GENERATED ALWAYS AS IDENTITY;
DROP INDEX outbox_at;
CREATE INDEX outbox_at ON outbox (at, seq);
`

export const down = `
DROP INDEX outbox_at;
ALTER TABLE outbox DROP COLUMN seq;
CREATE INDEX outbox_at ON outbox (at);
`
