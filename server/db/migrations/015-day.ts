/**
 * The day as it was planned and told, links that a calendar follows (hashes alone), days on which the salon or somebody is off, what people can do and when they are
 * there. A dog is in one place at a time, nobody is booked for a day off and nothing for a closed day: the database
 * itself refuses.
 */
export const up = `
ALTER TABLE people ADD COLUMN work jsonb;
CREATE TABLE day_plans (
  date date PRIMARY KEY,
  plan jsonb NOT NULL,
  kept_at timestamptz NOT NULL,
  kept_by uuid REFERENCES people (id)
);
CREATE TABLE days_off (
  id uuid PRIMARY KEY,
  day date NOT NULL,
  person_id uuid REFERENCES people (id) ON DELETE CASCADE,
  from_at timestamptz NOT NULL,
  to_at timestamptz NOT NULL,
  why text NOT NULL DEFAULT '',
  CHECK (to_at > from_at)
);
CREATE UNIQUE INDEX days_off_once ON days_off (day, COALESCE(person_id, '00000000-0000-0000-0000-000000000000'));
CREATE INDEX days_off_when ON days_off (from_at, to_at);

CREATE TABLE feeds (
  id uuid PRIMARY KEY,
  token_hash text NOT NULL UNIQUE,
  person_id uuid REFERENCES people (id) ON DELETE CASCADE,
  made_at timestamptz NOT NULL
);

CREATE FUNCTION check_booking() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  ends timestamptz := NEW.starts_at + make_interval(mins => NEW.slot_minutes);
BEGIN
  -- What a backup holds was booked before.
  IF current_setting('etude.restoring', true) = 'yes' THEN RETURN NEW; END IF;
  IF NEW.called_off IS NOT NULL OR NEW.station <> 'expected' THEN RETURN NEW; END IF;
  -- Two desks that book one dog at once go one after the other.
  PERFORM pg_advisory_xact_lock(hashtext('booking ' || NEW.dog_id));
  IF EXISTS (
    SELECT FROM visits v WHERE v.dog_id = NEW.dog_id AND v.id <> NEW.id AND v.called_off IS NULL
      AND v.starts_at < ends AND v.starts_at + make_interval(mins => v.slot_minutes) > NEW.starts_at
  ) THEN
    RAISE EXCEPTION 'booked twice' USING ERRCODE = 'EB001', CONSTRAINT = 'visits_dog_once';
  END IF;
  PERFORM pg_advisory_xact_lock_shared(hashtext('days off'));
  IF EXISTS (SELECT FROM days_off d WHERE d.person_id IS NULL AND d.from_at <= NEW.starts_at AND d.to_at > NEW.starts_at) THEN
    RAISE EXCEPTION 'closed' USING ERRCODE = 'EB001', CONSTRAINT = 'visits_open_days';
  END IF;
  IF NEW.person_id IS NOT NULL AND EXISTS (
    SELECT FROM days_off d WHERE d.person_id = NEW.person_id AND d.from_at <= NEW.starts_at AND d.to_at > NEW.starts_at
  ) THEN
    RAISE EXCEPTION 'off' USING ERRCODE = 'EB001', CONSTRAINT = 'visits_not_on_day_off';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER visits_booking BEFORE INSERT OR UPDATE OF dog_id, starts_at, slot_minutes, person_id, called_off ON visits
  FOR EACH ROW EXECUTE FUNCTION check_booking();

CREATE FUNCTION check_day_off() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF current_setting('etude.restoring', true) = 'yes' THEN RETURN NEW; END IF;
  PERFORM pg_advisory_xact_lock(hashtext('days off'));
  IF EXISTS (
    SELECT FROM visits v WHERE v.called_off IS NULL AND v.station = 'expected'
      AND v.starts_at >= NEW.from_at AND v.starts_at < NEW.to_at
      AND (NEW.person_id IS NULL OR v.person_id = NEW.person_id)
  ) THEN
    RAISE EXCEPTION 'booked' USING ERRCODE = 'EB001', CONSTRAINT = 'days_off_free';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER days_off_booking BEFORE INSERT OR UPDATE ON days_off FOR EACH ROW EXECUTE FUNCTION check_day_off();
`

export const down = `
DROP TRIGGER visits_booking ON visits;
DROP TABLE feeds, days_off, day_plans;
DROP FUNCTION check_booking, check_day_off;
ALTER TABLE people DROP COLUMN work;
`
