/** What owners are asked before the visit, and what they say; reminders, one a visit and day it is booked for. */
export const up = `
CREATE TABLE asked_before (
  id uuid PRIMARY KEY,
  visit_id uuid NOT NULL UNIQUE REFERENCES visits (id) ON DELETE CASCADE,
  token_hash text NOT NULL UNIQUE,
  asked_at timestamptz NOT NULL,
  answers jsonb,
  answered_at timestamptz,
  foretold jsonb,
  wants text NOT NULL DEFAULT '' CHECK (wants IN ('', 'another-time', 'cancelled')),
  CHECK ((answers IS NULL) = (answered_at IS NULL))
);
CREATE TABLE reminders (
  visit_id uuid NOT NULL REFERENCES visits (id) ON DELETE CASCADE,
  starts_at timestamptz NOT NULL,
  sent_at timestamptz NOT NULL,
  PRIMARY KEY (visit_id, starts_at)
);
`

export const down = `
DROP TABLE reminders, asked_before;
`
