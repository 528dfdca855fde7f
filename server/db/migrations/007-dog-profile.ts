/** A dog that came from a file: what is known of it until its first arrival says more. */
export const up = `
ALTER TABLE dogs ADD COLUMN profile jsonb;
`

export const down = `
ALTER TABLE dogs DROP COLUMN profile;
`
