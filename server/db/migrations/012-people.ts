/** Somebody who left stays in the book of what they did, and is offered no more. */
export const up = `
ALTER TABLE people ADD COLUMN left_at timestamptz;
CREATE UNIQUE INDEX people_name ON people (lower(name)) WHERE left_at IS NULL;
`

export const down = `
DROP INDEX people_name;
ALTER TABLE people DROP COLUMN left_at;
`
