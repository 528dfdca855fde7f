/**
 * Steps of coat work by the clock with what each rate stood for in them; what was learnt from all of it; numbers that were
 * taken into use by it. Goodbyes say whether their steps are among them.
 */
export const up = `
CREATE TABLE timings (
  visit_id uuid NOT NULL REFERENCES visits (id) ON DELETE CASCADE,
  step text NOT NULL,
  person_id uuid REFERENCES people (id),
  treatment text NOT NULL,
  at timestamptz NOT NULL,
  parts jsonb NOT NULL,
  fixed_min double precision NOT NULL,
  planned_min double precision NOT NULL,
  taken_min double precision NOT NULL CHECK (taken_min > 0),
  PRIMARY KEY (visit_id, step)
);
CREATE INDEX timings_at ON timings (at);
CREATE INDEX timings_person ON timings (person_id, at);
ALTER TABLE goodbyes ADD COLUMN timed boolean NOT NULL DEFAULT false;

CREATE TABLE learnt (
  id int PRIMARY KEY DEFAULT 1 CHECK (id = 1),
  at timestamptz,
  doc jsonb,
  follows boolean NOT NULL DEFAULT false
);
CREATE TABLE taken_numbers (
  id uuid PRIMARY KEY,
  estimate text NOT NULL,
  from_value double precision,
  to_value double precision NOT NULL,
  logs int NOT NULL,
  taken_at timestamptz NOT NULL,
  taken_by uuid REFERENCES people (id),
  back_at timestamptz
);
CREATE INDEX taken_numbers_at ON taken_numbers (taken_at);
`

export const down = `
DROP TABLE taken_numbers, learnt, timings;
ALTER TABLE goodbyes DROP COLUMN timed;
`
