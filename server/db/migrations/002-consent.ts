/** Second opinions, plans a person chose, work done so far, what the owner was asked and said, and messages sent. */
export const up = `
ALTER TABLE assessments ADD COLUMN role text NOT NULL DEFAULT 'first' CHECK (role IN ('first', 'second'));
CREATE UNIQUE INDEX assessments_role ON assessments (visit_id, role);

-- Hundredths of the currency: what the owner was told last.
ALTER TABLE visits ADD COLUMN quoted integer CHECK (quoted >= 0);

ALTER TABLE plans
  ADD COLUMN style text CHECK (style IN ('keep', 'short-body', 'short')),
  ADD COLUMN reason text CHECK (length(reason) BETWEEN 1 AND 400),
  ADD COLUMN price integer NOT NULL DEFAULT 0 CHECK (price >= 0),
  ADD CONSTRAINT plans_other_way_has_reason CHECK ((style IS NULL) = (reason IS NULL));

-- A finished region-side stands once; opened again it stays on record, because the dog has borne it.
CREATE TABLE done_work (
  id uuid PRIMARY KEY,
  visit_id uuid NOT NULL REFERENCES visits (id),
  region text NOT NULL,
  side text NOT NULL,
  treatment text NOT NULL CHECK (treatment IN ('none', 'brush', 'demat', 'blow-out', 'splice', 'clip-out', 'clip', 'strip', 'card', 'leave', 'look')),
  leaves_mm double precision CHECK (leaves_mm BETWEEN 0 AND 600),
  minutes double precision NOT NULL CHECK (minutes BETWEEN 0 AND 1440),
  pull double precision NOT NULL CHECK (pull BETWEEN 0 AND 10000),
  at timestamptz NOT NULL DEFAULT now(),
  actor_id uuid REFERENCES people (id),
  reopened_at timestamptz,
  FOREIGN KEY (region, side) REFERENCES region_sides (region, side)
);
CREATE UNIQUE INDEX done_work_once ON done_work (visit_id, region, side) WHERE reopened_at IS NULL;

-- The page is kept as it was shown, word for word. Of a link only the hash is kept.
CREATE TABLE consents (
  id uuid PRIMARY KEY,
  visit_id uuid NOT NULL REFERENCES visits (id),
  plan_id uuid NOT NULL REFERENCES plans (id),
  channel text NOT NULL CHECK (channel IN ('page', 'spoken')),
  token_hash text UNIQUE,
  page jsonb NOT NULL,
  created_at timestamptz NOT NULL,
  expires_at timestamptz,
  answer text CHECK (answer IN ('yes', 'other', 'call')),
  answer_style text CHECK (answer_style IN ('keep', 'short-body', 'short')),
  answered_at timestamptz,
  said_by text CHECK (length(said_by) BETWEEN 1 AND 120),
  recorded_by uuid REFERENCES people (id),
  note text NOT NULL DEFAULT '' CHECK (length(note) <= 1000),
  CHECK ((answer IS NULL) = (answered_at IS NULL)),
  CHECK ((answer = 'other') = (answer_style IS NOT NULL) OR answer IS NULL),
  CHECK (channel <> 'page' OR (token_hash IS NOT NULL AND expires_at IS NOT NULL)),
  CHECK (channel <> 'spoken' OR (answer IS NOT NULL AND said_by IS NOT NULL AND recorded_by IS NOT NULL))
);
CREATE INDEX consents_visit ON consents (visit_id, created_at);

CREATE FUNCTION refuse_second_answer() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.answer IS NOT NULL THEN
    RAISE EXCEPTION 'an answer that was given is never changed';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER consents_answered_once BEFORE UPDATE OR DELETE ON consents
  FOR EACH ROW EXECUTE FUNCTION refuse_second_answer();

CREATE TABLE outbox (
  id uuid PRIMARY KEY,
  at timestamptz NOT NULL,
  to_name text NOT NULL,
  to_phone text NOT NULL,
  body text NOT NULL,
  link text NOT NULL DEFAULT '',
  consent_id uuid REFERENCES consents (id)
);
CREATE INDEX outbox_at ON outbox (at);
`

export const down = `
DROP TABLE outbox, consents, done_work;
DROP FUNCTION refuse_second_answer();
ALTER TABLE plans DROP COLUMN style, DROP COLUMN reason, DROP COLUMN price;
ALTER TABLE visits DROP COLUMN quoted;
DROP INDEX assessments_role;
ALTER TABLE assessments DROP COLUMN role;
`
