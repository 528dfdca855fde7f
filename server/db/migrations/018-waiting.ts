/** Dogs that wait for a place in the book: once each, until they are booked or given up. */
export const up = `
CREATE TABLE waiting (
  id uuid PRIMARY KEY,
  dog_id uuid NOT NULL UNIQUE REFERENCES dogs (id) ON DELETE CASCADE,
  minutes int NOT NULL CHECK (minutes BETWEEN 15 AND 1440),
  note text NOT NULL DEFAULT '',
  added_at timestamptz NOT NULL,
  added_by uuid REFERENCES people (id)
);
`

export const down = `
DROP TABLE waiting;
`
