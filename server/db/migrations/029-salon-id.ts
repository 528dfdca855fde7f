/**
 * Several salons in one database: every row says whose it is, every key and every reference is one salon's own, and a role
 * that does not own the tables sees and writes the rows of its salon alone. Whoever owns them is the salon without a role:
 * the only one where a salon has a database to itself.
 */
export const up = `
CREATE TABLE salons (
  id uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  -- By which its servers sign in.
  role text UNIQUE CHECK (role ~ '^[a-z][a-z0-9_]{2,40}$'),
  made_at timestamptz NOT NULL DEFAULT now()
);
CREATE UNIQUE INDEX salons_own ON salons ((true)) WHERE role IS NULL;
-- The same everywhere: a database that is made anew is still the same salon's.
INSERT INTO salons (id, role) VALUES ('00000000-0000-4000-8000-000000000001', NULL);

-- By who signed in, which no statement changes; nobody's for a role that is no salon's. Every name in it is whole, so that
-- nothing made by who calls it stands in for one.
CREATE FUNCTION etude_salon() RETURNS uuid LANGUAGE plpgsql STABLE SECURITY DEFINER AS $$
BEGIN
  RETURN (
    SELECT id FROM public.salons
    WHERE role OPERATOR(pg_catalog.=) session_user
      OR role IS NULL AND pg_catalog.pg_has_role(session_user,
        (SELECT relowner FROM pg_catalog.pg_class WHERE oid OPERATOR(pg_catalog.=) 'public.salons'::pg_catalog.regclass), 'MEMBER')
    ORDER BY role NULLS LAST LIMIT 1
  );
END $$;

-- What a column counts goes on after the highest of all salons; a salon's role may not set it itself.
CREATE FUNCTION etude_count_on() RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = pg_catalog, public AS $$
DECLARE
  counted record;
  highest bigint;
BEGIN
  FOR counted IN
    SELECT a.attrelid::regclass AS name, a.attname AS col FROM pg_attribute a JOIN pg_class c ON c.oid = a.attrelid
    WHERE c.relnamespace = 'public'::regnamespace AND c.relkind = 'r' AND a.attidentity <> ''
  LOOP
    EXECUTE format('SELECT max(%I) FROM %s', counted.col, counted.name) INTO highest;
    IF highest IS NOT NULL THEN
      PERFORM setval(pg_get_serial_sequence(counted.name::text, counted.col), highest);
    END IF;
  END LOOP;
END $$;

DO $$
DECLARE
  own CONSTANT text := 'SELECT c.oid::regclass AS name FROM pg_class c WHERE c.relnamespace = ''public''::regnamespace
    AND c.relkind = ''r'' AND c.relname NOT IN (''migrations'', ''region_sides'', ''salons'') ORDER BY c.relname';
  one record;
  refers text[] := '{}';
  statement text;
BEGIN
  FOR one IN EXECUTE own LOOP
    EXECUTE format('ALTER TABLE %s ADD COLUMN salon uuid NOT NULL DEFAULT etude_salon()', one.name);
  END LOOP;
  -- References go first and come back last: they hang on the keys.
  FOR one IN
    SELECT conrelid::regclass AS name, conname, pg_get_constraintdef(oid) AS def FROM pg_constraint
    WHERE contype = 'f' AND connamespace = 'public'::regnamespace AND confrelid <> 'region_sides'::regclass ORDER BY conname
  LOOP
    EXECUTE format('ALTER TABLE %s DROP CONSTRAINT %I', one.name, one.conname);
    refers := refers || format('ALTER TABLE %s ADD CONSTRAINT %I %s', one.name, one.conname,
      regexp_replace(one.def, '\\) REFERENCES (\\w+)\\(([^)]*)\\)', ', salon) REFERENCES \\1(\\2, salon)'));
  END LOOP;
  FOR one IN
    SELECT conrelid::regclass AS name, conname, pg_get_constraintdef(oid) AS def FROM pg_constraint
    WHERE contype IN ('p', 'u') AND connamespace = 'public'::regnamespace
      AND conrelid NOT IN ('region_sides'::regclass, 'salons'::regclass, to_regclass('migrations')) ORDER BY conname
  LOOP
    EXECUTE format('ALTER TABLE %s DROP CONSTRAINT %I', one.name, one.conname);
    EXECUTE format('ALTER TABLE %s ADD CONSTRAINT %I %s', one.name, one.conname, regexp_replace(one.def, '\\)$', ', salon)'));
  END LOOP;
  FOREACH statement IN ARRAY refers LOOP
    EXECUTE statement;
  END LOOP;
  FOR one IN EXECUTE own LOOP
    EXECUTE format('ALTER TABLE %s ENABLE ROW LEVEL SECURITY', one.name);
    EXECUTE format('CREATE POLICY own_salon ON %s USING (salon = (SELECT etude_salon())) WITH CHECK (salon = (SELECT etude_salon()))', one.name);
  END LOOP;
END $$;

-- Names are one salon's own, and so is what it closes a day for.
DROP INDEX days_off_once, patterns_name, people_name, products_name, stock_moves_once;
CREATE UNIQUE INDEX days_off_once ON days_off (day, COALESCE(person_id, '00000000-0000-0000-0000-000000000000'), salon);
CREATE UNIQUE INDEX patterns_name ON patterns (lower(name), salon) WHERE retired_at IS NULL;
CREATE UNIQUE INDEX people_name ON people (lower(name), salon) WHERE left_at IS NULL;
CREATE UNIQUE INDEX products_name ON products (lower(name), salon) WHERE retired_at IS NULL;
CREATE UNIQUE INDEX stock_moves_once ON stock_moves (batch_id, product_id, salon) WHERE batch_id IS NOT NULL;

-- Desks of one salon wait for each other, never for another salon's.
CREATE OR REPLACE FUNCTION check_booking() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  ends timestamptz := NEW.starts_at + make_interval(mins => NEW.slot_minutes);
BEGIN
  -- What a backup holds was booked before.
  IF current_setting('etude.restoring', true) = 'yes' THEN RETURN NEW; END IF;
  IF NEW.called_off IS NOT NULL OR NEW.station <> 'expected' THEN RETURN NEW; END IF;
  -- Two desks that book one dog at once go one after the other.
  PERFORM pg_advisory_xact_lock(hashtext('booking ' || NEW.dog_id));
  IF EXISTS (
    SELECT FROM visits v WHERE v.dog_id = NEW.dog_id AND v.id <> NEW.id AND v.called_off IS NULL AND v.salon = NEW.salon
      AND v.starts_at < ends AND v.starts_at + make_interval(mins => v.slot_minutes) > NEW.starts_at
  ) THEN
    RAISE EXCEPTION 'booked twice' USING ERRCODE = 'EB001', CONSTRAINT = 'visits_dog_once';
  END IF;
  PERFORM pg_advisory_xact_lock_shared(hashtext('days off ' || NEW.salon));
  IF EXISTS (
    SELECT FROM days_off d WHERE d.person_id IS NULL AND d.salon = NEW.salon
      AND d.from_at <= NEW.starts_at AND d.to_at > NEW.starts_at
  ) THEN
    RAISE EXCEPTION 'closed' USING ERRCODE = 'EB001', CONSTRAINT = 'visits_open_days';
  END IF;
  IF NEW.person_id IS NOT NULL AND EXISTS (
    SELECT FROM days_off d WHERE d.person_id = NEW.person_id AND d.salon = NEW.salon
      AND d.from_at <= NEW.starts_at AND d.to_at > NEW.starts_at
  ) THEN
    RAISE EXCEPTION 'off' USING ERRCODE = 'EB001', CONSTRAINT = 'visits_not_on_day_off';
  END IF;
  RETURN NEW;
END $$;
CREATE OR REPLACE FUNCTION check_day_off() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF current_setting('etude.restoring', true) = 'yes' THEN RETURN NEW; END IF;
  PERFORM pg_advisory_xact_lock(hashtext('days off ' || NEW.salon));
  IF EXISTS (
    SELECT FROM visits v WHERE v.called_off IS NULL AND v.station = 'expected' AND v.salon = NEW.salon
      AND v.starts_at >= NEW.from_at AND v.starts_at < NEW.to_at
      AND (NEW.person_id IS NULL OR v.person_id = NEW.person_id)
  ) THEN
    RAISE EXCEPTION 'booked' USING ERRCODE = 'EB001', CONSTRAINT = 'days_off_free';
  END IF;
  RETURN NEW;
END $$;

-- A salon that is left goes whole, what is only ever added to with it: the transaction says so itself.
CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'UPDATE' AND current_setting('etude.erasing', true) = 'yes' THEN RETURN NULL; END IF;
  IF TG_OP = 'DELETE' AND current_setting('etude.leaving', true) = 'yes' THEN RETURN NULL; END IF;
  RAISE EXCEPTION 'the change log is only ever added to';
END $$;
CREATE OR REPLACE FUNCTION refuse_bench_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'UPDATE' AND current_setting('etude.erasing', true) = 'yes' THEN RETURN NULL; END IF;
  IF TG_OP = 'DELETE' AND current_setting('etude.leaving', true) = 'yes' THEN RETURN NULL; END IF;
  RAISE EXCEPTION 'the bench is only ever added to';
END $$;
CREATE OR REPLACE FUNCTION refuse_ledger_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'UPDATE' AND current_setting('etude.erasing', true) = 'yes' THEN RETURN NULL; END IF;
  IF TG_OP = 'DELETE' AND current_setting('etude.leaving', true) = 'yes' THEN RETURN NULL; END IF;
  RAISE EXCEPTION 'the stock ledger is only ever added to';
END $$;
CREATE OR REPLACE FUNCTION refuse_second_answer() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' AND (current_setting('etude.erasing', true) = 'yes' OR current_setting('etude.leaving', true) = 'yes') THEN
    RETURN OLD;
  END IF;
  IF OLD.answer IS NOT NULL THEN
    RAISE EXCEPTION 'an answer that was given is never changed';
  END IF;
  RETURN NEW;
END $$;
`

export const down = `
DO $$
DECLARE
  one record;
  refers text[] := '{}';
  statement text;
BEGIN
  IF EXISTS (SELECT FROM salons WHERE role IS NOT NULL) THEN
    RAISE EXCEPTION 'several salons are in this database; an earlier version would read them as one';
  END IF;
  FOR one IN
    SELECT conrelid::regclass AS name, conname, pg_get_constraintdef(oid) AS def FROM pg_constraint
    WHERE contype = 'f' AND connamespace = 'public'::regnamespace AND confrelid <> 'region_sides'::regclass ORDER BY conname
  LOOP
    EXECUTE format('ALTER TABLE %s DROP CONSTRAINT %I', one.name, one.conname);
    refers := refers || format('ALTER TABLE %s ADD CONSTRAINT %I %s', one.name, one.conname, replace(one.def, ', salon)', ')'));
  END LOOP;
  FOR one IN
    SELECT conrelid::regclass AS name, conname, pg_get_constraintdef(oid) AS def FROM pg_constraint
    WHERE contype IN ('p', 'u') AND connamespace = 'public'::regnamespace AND pg_get_constraintdef(oid) LIKE '%, salon)' ORDER BY conname
  LOOP
    EXECUTE format('ALTER TABLE %s DROP CONSTRAINT %I', one.name, one.conname);
    EXECUTE format('ALTER TABLE %s ADD CONSTRAINT %I %s', one.name, one.conname, replace(one.def, ', salon)', ')'));
  END LOOP;
  FOREACH statement IN ARRAY refers LOOP
    EXECUTE statement;
  END LOOP;
  FOR one IN
    SELECT tablename AS name FROM pg_policies WHERE schemaname = 'public' AND policyname = 'own_salon' ORDER BY tablename
  LOOP
    EXECUTE format('DROP POLICY own_salon ON %I', one.name);
    EXECUTE format('ALTER TABLE %I DISABLE ROW LEVEL SECURITY', one.name);
    -- The indexes in which it stands go with it.
    EXECUTE format('ALTER TABLE %I DROP COLUMN salon', one.name);
  END LOOP;
END $$;
CREATE UNIQUE INDEX days_off_once ON days_off (day, COALESCE(person_id, '00000000-0000-0000-0000-000000000000'));
CREATE UNIQUE INDEX patterns_name ON patterns (lower(name)) WHERE retired_at IS NULL;
CREATE UNIQUE INDEX people_name ON people (lower(name)) WHERE left_at IS NULL;
CREATE UNIQUE INDEX products_name ON products (lower(name)) WHERE retired_at IS NULL;
CREATE UNIQUE INDEX stock_moves_once ON stock_moves (batch_id, product_id) WHERE batch_id IS NOT NULL;
DROP FUNCTION etude_count_on, etude_salon;
DROP TABLE salons;
CREATE OR REPLACE FUNCTION check_booking() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
  ends timestamptz := NEW.starts_at + make_interval(mins => NEW.slot_minutes);
BEGIN
  IF current_setting('etude.restoring', true) = 'yes' THEN RETURN NEW; END IF;
  IF NEW.called_off IS NOT NULL OR NEW.station <> 'expected' THEN RETURN NEW; END IF;
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
CREATE OR REPLACE FUNCTION check_day_off() RETURNS trigger LANGUAGE plpgsql AS $$
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
CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'UPDATE' AND current_setting('etude.erasing', true) = 'yes' THEN RETURN NULL; END IF;
  RAISE EXCEPTION 'the change log is only ever added to';
END $$;
CREATE OR REPLACE FUNCTION refuse_bench_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'UPDATE' AND current_setting('etude.erasing', true) = 'yes' THEN RETURN NULL; END IF;
  RAISE EXCEPTION 'the bench is only ever added to';
END $$;
CREATE OR REPLACE FUNCTION refuse_ledger_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'UPDATE' AND current_setting('etude.erasing', true) = 'yes' THEN RETURN NULL; END IF;
  RAISE EXCEPTION 'the stock ledger is only ever added to';
END $$;
CREATE OR REPLACE FUNCTION refuse_second_answer() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' AND current_setting('etude.erasing', true) = 'yes' THEN RETURN OLD; END IF;
  IF OLD.answer IS NOT NULL THEN
    RAISE EXCEPTION 'an answer that was given is never changed';
  END IF;
  RETURN NEW;
END $$;
`
