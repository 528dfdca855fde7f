/** People, clients, dogs, visits, assessments with their scores, plans as shown, settings, and the log of changes. */
export const up = `
CREATE DOMAIN score AS smallint CHECK (VALUE BETWEEN 0 AND 4);

CREATE TABLE people (
  id uuid PRIMARY KEY,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  role text NOT NULL CHECK (role IN ('groomer', 'bather', 'front')),
  experience text NOT NULL CHECK (experience IN ('learner', 'practised', 'expert'))
);

CREATE TABLE clients (
  id uuid PRIMARY KEY,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 120),
  phone text NOT NULL DEFAULT '',
  email text NOT NULL DEFAULT '',
  note text NOT NULL DEFAULT '',
  created_at timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE dogs (
  id uuid PRIMARY KEY,
  client_id uuid NOT NULL REFERENCES clients (id),
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  breed text NOT NULL,
  coat_type text NOT NULL CHECK (coat_type IN ('smooth', 'double', 'silky', 'drop-double', 'feathered', 'curly', 'cotton', 'wire', 'corded', 'hairless')),
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX dogs_client ON dogs (client_id);

CREATE TABLE visits (
  id uuid PRIMARY KEY,
  dog_id uuid NOT NULL REFERENCES dogs (id),
  starts_at timestamptz NOT NULL,
  slot_minutes integer NOT NULL CHECK (slot_minutes BETWEEN 1 AND 1440),
  station text NOT NULL DEFAULT 'expected' CHECK (station IN ('expected', 'arrived', 'look', 'verdict', 'bath', 'dry', 'cut', 'ready', 'gone')),
  person_id uuid REFERENCES people (id),
  arrival jsonb NOT NULL CHECK ((arrival -> 'dog' ->> 'weightKg')::numeric BETWEEN 0.5 AND 120),
  arrival_revision integer NOT NULL DEFAULT 0 CHECK (arrival_revision >= 0),
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX visits_day ON visits (starts_at);
CREATE INDEX visits_dog ON visits (dog_id, starts_at);

CREATE TABLE region_sides (
  region text NOT NULL,
  side text NOT NULL CHECK (side IN ('', 'left', 'right')),
  PRIMARY KEY (region, side)
);
INSERT INTO region_sides (region, side) VALUES ('back', ''), ('rump', ''), ('side', 'left'), ('side', 'right'), ('shoulder', 'left'), ('shoulder', 'right'), ('neck', ''), ('chest', ''), ('throat', ''), ('belly', ''), ('tuck', 'left'), ('tuck', 'right'), ('armpit', 'left'), ('armpit', 'right'), ('groin', 'left'), ('groin', 'right'), ('sanitary', ''), ('breeches', 'left'), ('breeches', 'right'), ('tail', ''), ('hindleg', 'left'), ('hindleg', 'right'), ('hind-paw', 'left'), ('hind-paw', 'right'), ('foreleg', 'left'), ('foreleg', 'right'), ('front-paw', 'left'), ('front-paw', 'right'), ('behind-ear', 'left'), ('behind-ear', 'right'), ('ear-outer', 'left'), ('ear-outer', 'right'), ('ear-inner', 'left'), ('ear-inner', 'right'), ('cheek', 'left'), ('cheek', 'right'), ('crown', ''), ('eyes', ''), ('muzzle', '');

CREATE TABLE assessments (
  id uuid PRIMARY KEY,
  visit_id uuid NOT NULL REFERENCES visits (id),
  scorer_id uuid REFERENCES people (id),
  stage text NOT NULL DEFAULT 'arrival' CHECK (stage IN ('arrival', 'after-air')),
  revision integer NOT NULL DEFAULT 0 CHECK (revision >= 0),
  updated_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX assessments_visit ON assessments (visit_id);

-- Not looked at is NULL, never 0. One row a region-side at most.
CREATE TABLE scores (
  assessment_id uuid NOT NULL REFERENCES assessments (id),
  region text NOT NULL,
  side text NOT NULL,
  mat score,
  extent double precision CHECK (extent > 0 AND extent <= 1),
  standoff_mm double precision CHECK (standoff_mm BETWEEN 0 AND 600),
  undercoat score,
  condition score,
  skin score,
  tags jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(tags) = 'array'),
  findings jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(findings) = 'array'),
  leave_reason text CHECK (length(leave_reason) <= 200),
  PRIMARY KEY (assessment_id, region, side),
  FOREIGN KEY (region, side) REFERENCES region_sides (region, side)
);

CREATE TABLE plans (
  id uuid PRIMARY KEY,
  assessment_id uuid NOT NULL REFERENCES assessments (id),
  assessment_revision integer NOT NULL CHECK (assessment_revision >= 0),
  model text NOT NULL,
  input jsonb NOT NULL,
  plan jsonb NOT NULL,
  created_at timestamptz NOT NULL DEFAULT now(),
  accepted_at timestamptz,
  accepted_by uuid REFERENCES people (id)
);
CREATE INDEX plans_assessment ON plans (assessment_id, created_at);

CREATE TABLE settings (
  key text PRIMARY KEY,
  value jsonb NOT NULL
);

CREATE TABLE change_log (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at timestamptz NOT NULL DEFAULT now(),
  actor_id uuid,
  entity text NOT NULL,
  entity_id text NOT NULL,
  action text NOT NULL,
  change jsonb NOT NULL,
  -- A batch from a screen is applied once, however often it is sent.
  batch_id uuid UNIQUE
);
CREATE INDEX change_log_entity ON change_log (entity, entity_id, id);

CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'the change log is only ever added to';
END $$;
CREATE TRIGGER change_log_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON change_log
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
`

export const down = `
DROP TABLE change_log, settings, plans, scores, assessments, region_sides, visits, dogs, clients, people;
DROP FUNCTION refuse_change();
DROP DOMAIN score;
`
