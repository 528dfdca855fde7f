/** By whom a visit is called off, its people or the salon, and why. */
export const up = `
ALTER TABLE visits DROP CONSTRAINT visits_called_off_check;
ALTER TABLE visits ADD CONSTRAINT visits_called_off_check CHECK (called_off IN ('cancelled', 'by-us', 'no-show'));
ALTER TABLE visits ADD COLUMN called_off_why text NOT NULL DEFAULT '';
`

export const down = `
ALTER TABLE visits DROP COLUMN called_off_why;
UPDATE visits SET called_off = 'cancelled' WHERE called_off = 'by-us';
ALTER TABLE visits DROP CONSTRAINT visits_called_off_check;
ALTER TABLE visits ADD CONSTRAINT visits_called_off_check CHECK (called_off IN ('cancelled', 'no-show'));
`
