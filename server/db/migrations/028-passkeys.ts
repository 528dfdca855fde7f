/**
 * Passkeys: the public half of what a device keeps for an owner, in place of the passphrase; and the challenges that were
 * given out and not answered yet, each good once.
 */
export const up = `
CREATE TABLE passkeys (
  id text PRIMARY KEY,
  person_id uuid NOT NULL REFERENCES people (id) ON DELETE CASCADE,
  name text NOT NULL CHECK (name <> ''),
  host text NOT NULL,
  public_key text NOT NULL,
  counter bigint NOT NULL CHECK (counter >= 0),
  added_at timestamptz NOT NULL,
  used_at timestamptz
);
CREATE TABLE challenges (
  challenge text PRIMARY KEY,
  origin text NOT NULL,
  person_id uuid REFERENCES people (id) ON DELETE CASCADE,
  until timestamptz NOT NULL
);
`

export const down = `
DROP TABLE challenges, passkeys;
`
