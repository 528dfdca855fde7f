/** The next visit is booked at the goodbye. */
export const up = `
ALTER TABLE goodbyes
  ADD COLUMN next_at text CHECK (next_at ~ '^([01][0-9]|2[0-3]):[0-5][0-9]$'),
  ADD COLUMN next_visit_id uuid REFERENCES visits (id);
`

export const down = `
ALTER TABLE goodbyes DROP COLUMN next_at, DROP COLUMN next_visit_id;
`
