/** What an owner asked for is ticked when the dog goes home. */
export const up = `
ALTER TABLE goodbyes ADD COLUMN asked_kept JSONB NOT NULL DEFAULT '[]';
`

export const down = `
ALTER TABLE goodbyes DROP COLUMN asked_kept;
`
