/** What a device said last of its own: how much waits on it to be sent. */
export const up = `
ALTER TABLE paired ADD COLUMN unsent integer NOT NULL DEFAULT 0 CHECK (unsent >= 0);
`

export const down = `
ALTER TABLE paired DROP COLUMN unsent;
`
