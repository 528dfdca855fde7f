/** The salon's own patterns, beside those that ship with it. */
export const up = `
CREATE TABLE patterns (
  id uuid PRIMARY KEY,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  coats jsonb NOT NULL CHECK (jsonb_typeof(coats) = 'array' AND jsonb_array_length(coats) > 0),
  puppy boolean NOT NULL DEFAULT false,
  per_week integer NOT NULL CHECK (per_week BETWEEN 0 AND 14),
  weeks integer NOT NULL CHECK (weeks BETWEEN 1 AND 52),
  pattern jsonb NOT NULL CHECK (jsonb_typeof(pattern) = 'object'),
  revision integer NOT NULL DEFAULT 0 CHECK (revision >= 0),
  retired_at timestamptz,
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE UNIQUE INDEX patterns_name ON patterns (lower(name)) WHERE retired_at IS NULL;
`

export const down = `
DROP TABLE patterns;
`
