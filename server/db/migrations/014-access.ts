/**
 * Who is let in: devices that were paired, who is signed in at them, what proves it (hashes alone), codes that let a
 * device in or help who forgot the passphrase, and how often somebody tried in vain. The log says at which device.
 */
export const up = `
CREATE TABLE secrets (
  person_id uuid PRIMARY KEY REFERENCES people (id) ON DELETE CASCADE,
  owner boolean NOT NULL DEFAULT false,
  pin_hash text,
  passphrase_hash text,
  CHECK (owner OR passphrase_hash IS NULL)
);
CREATE TABLE paired (
  id uuid PRIMARY KEY,
  name text NOT NULL CHECK (name <> ''),
  token text NOT NULL UNIQUE,
  paired_at timestamptz NOT NULL,
  seen_at timestamptz NOT NULL,
  out_at timestamptz
);
CREATE TABLE sessions (
  id uuid PRIMARY KEY,
  token text NOT NULL UNIQUE,
  paired_id uuid NOT NULL REFERENCES paired (id) ON DELETE CASCADE,
  person_id uuid NOT NULL REFERENCES people (id) ON DELETE CASCADE,
  since timestamptz NOT NULL,
  ends_at timestamptz NOT NULL,
  strong_until timestamptz,
  ended_at timestamptz
);
CREATE INDEX sessions_of_device ON sessions (paired_id, since);
CREATE TABLE invitations (
  code text PRIMARY KEY,
  until timestamptz NOT NULL,
  used_at timestamptz
);
CREATE TABLE recovery_codes (
  code text PRIMARY KEY,
  used_at timestamptz
);
CREATE TABLE tries (
  key text PRIMARY KEY,
  failed int NOT NULL,
  wait_until timestamptz NOT NULL
);
ALTER TABLE change_log ADD COLUMN device_id uuid;
`

export const down = `
ALTER TABLE change_log DROP COLUMN device_id;
DROP TABLE tries, recovery_codes, invitations, sessions, paired, secrets;
`
