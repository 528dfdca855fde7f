/** The rack, the bench, the goodbye, photos, pace, and the search over dogs and owners. */
export const up = `
ALTER TABLE people
  ADD COLUMN schools jsonb NOT NULL DEFAULT '{}' CHECK (jsonb_typeof(schools) = 'object'),
  -- {"off": true, "since": "..."}: plans take no learnt pace, or only what was logged since.
  ADD COLUMN pace jsonb NOT NULL DEFAULT '{}' CHECK (jsonb_typeof(pace) = 'object');

CREATE TABLE tools (
  id uuid PRIMARY KEY,
  kind text NOT NULL CHECK (kind IN ('blade', 'comb', 'shears', 'brush', 'clipper', 'other')),
  tool_id text NOT NULL CHECK (length(tool_id) BETWEEN 1 AND 40),
  form text CHECK (form IN ('full', 'skip')),
  state text NOT NULL CHECK (state IN ('ready', 'away', 'dull')),
  label text NOT NULL DEFAULT '' CHECK (length(label) <= 60),
  owner_id uuid REFERENCES people (id),
  note text NOT NULL DEFAULT '' CHECK (length(note) <= 400),
  dogs_since integer NOT NULL DEFAULT 0 CHECK (dogs_since >= 0),
  used_at timestamptz,
  oiled_at timestamptz,
  disinfected_at timestamptz,
  sharpened_at timestamptz,
  revision integer NOT NULL DEFAULT 0 CHECK (revision >= 0),
  retired_at timestamptz
);

-- What happened on the bench: only ever added to. How things stand is what the events add up to.
CREATE TABLE bench_events (
  id uuid PRIMARY KEY,
  visit_id uuid NOT NULL REFERENCES visits (id),
  at timestamptz NOT NULL,
  received_at timestamptz NOT NULL DEFAULT now(),
  actor_id uuid REFERENCES people (id),
  kind text NOT NULL CHECK (length(kind) BETWEEN 1 AND 40),
  data jsonb NOT NULL
);
CREATE INDEX bench_events_visit ON bench_events (visit_id, at);
CREATE INDEX bench_events_incidents ON bench_events (at) WHERE kind = 'incident';

CREATE FUNCTION refuse_bench_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'the bench is only ever added to';
END $$;
CREATE TRIGGER bench_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON bench_events
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_bench_change();

-- The comb check and the goodbye; the page is kept as it was given.
CREATE TABLE goodbyes (
  visit_id uuid PRIMARY KEY REFERENCES visits (id),
  revision integer NOT NULL DEFAULT 0 CHECK (revision >= 0),
  marks jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(marks) = 'array'),
  note text NOT NULL DEFAULT '' CHECK (length(note) <= 1000),
  price integer CHECK (price >= 0),
  next_on date,
  checked_at timestamptz,
  checked_by uuid REFERENCES people (id),
  finished_at timestamptz,
  -- The whole page, and the part of it that the dog's life is drawn from.
  page jsonb,
  summary jsonb,
  CHECK ((checked_at IS NULL) = (checked_by IS NULL)),
  CHECK ((finished_at IS NULL) = (page IS NULL)),
  CHECK ((finished_at IS NULL) = (summary IS NULL)),
  CHECK (finished_at IS NULL OR checked_at IS NOT NULL)
);

-- Minutes that teach pace: planned at the house's rates, taken by the clock.
CREATE TABLE worked (
  visit_id uuid NOT NULL REFERENCES visits (id),
  person_id uuid NOT NULL REFERENCES people (id),
  treatment text NOT NULL CHECK (treatment IN ('none', 'brush', 'demat', 'blow-out', 'splice', 'clip-out', 'clip', 'strip', 'card', 'leave', 'look')),
  planned_min double precision NOT NULL CHECK (planned_min > 0),
  taken_min double precision NOT NULL CHECK (taken_min > 0),
  at timestamptz NOT NULL,
  PRIMARY KEY (visit_id, person_id, treatment)
);
CREATE INDEX worked_person ON worked (person_id, at);

CREATE TABLE photos (
  id uuid PRIMARY KEY,
  visit_id uuid NOT NULL REFERENCES visits (id),
  kind text NOT NULL CHECK (kind IN ('before', 'after', 'incident')),
  incident_id uuid,
  type text NOT NULL CHECK (type IN ('image/jpeg', 'image/png', 'image/webp')),
  bytes bytea NOT NULL CHECK (length(bytes) BETWEEN 16 AND 1500000),
  taken_at timestamptz NOT NULL,
  actor_id uuid REFERENCES people (id),
  removed_at timestamptz,
  CHECK ((kind = 'incident') = (incident_id IS NOT NULL))
);
CREATE INDEX photos_visit ON photos (visit_id);

-- Search as one types: every word of dog, breed, owner and telephone, found by how it begins.
ALTER TABLE dogs ADD COLUMN search tsvector;

CREATE FUNCTION dog_words(dog_name text, dog_breed text, owner text, phone text) RETURNS tsvector
LANGUAGE sql IMMUTABLE AS $$
  SELECT setweight(to_tsvector('simple', dog_name), 'A')
    || setweight(to_tsvector('simple', owner), 'B')
    || setweight(to_tsvector('simple', replace(dog_breed, '-', ' ')), 'C')
    || setweight(to_tsvector('simple', regexp_replace(phone, '[^0-9]', '', 'g') || ' ' || phone), 'D')
$$;
CREATE FUNCTION index_dog() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  SELECT dog_words(NEW.name, NEW.breed, c.name, c.phone) INTO NEW.search FROM clients c WHERE c.id = NEW.client_id;
  RETURN NEW;
END $$;
CREATE TRIGGER dogs_search BEFORE INSERT OR UPDATE OF name, breed, client_id ON dogs
  FOR EACH ROW EXECUTE FUNCTION index_dog();
CREATE FUNCTION index_dogs_of() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE dogs SET search = dog_words(name, breed, NEW.name, NEW.phone) WHERE client_id = NEW.id;
  RETURN NULL;
END $$;
CREATE TRIGGER clients_search AFTER UPDATE OF name, phone ON clients
  FOR EACH ROW EXECUTE FUNCTION index_dogs_of();
UPDATE dogs SET name = name;
CREATE INDEX dogs_search_words ON dogs USING gin (search);
`

export const down = `
DROP INDEX dogs_search_words;
DROP TRIGGER clients_search ON clients;
DROP TRIGGER dogs_search ON dogs;
DROP FUNCTION index_dogs_of();
DROP FUNCTION index_dog();
DROP FUNCTION dog_words(text, text, text, text);
ALTER TABLE dogs DROP COLUMN search;
DROP TABLE photos, worked, goodbyes, bench_events, tools;
DROP FUNCTION refuse_bench_change();
ALTER TABLE people DROP COLUMN schools, DROP COLUMN pace;
`
