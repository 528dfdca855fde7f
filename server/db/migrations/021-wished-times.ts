/** When the people of a dog that waits can come. */
export const up = `
ALTER TABLE waiting ADD COLUMN wishes jsonb NOT NULL DEFAULT '{"days": [], "notBefore": null, "notAfter": null}';
`

export const down = `
ALTER TABLE waiting DROP COLUMN wishes;
`
