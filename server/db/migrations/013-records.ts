/**
 * What is put right afterwards: visits that do not take place, dogs that come no more, papers with a date, a second
 * telephone, and the tools a goodbye counted, so that it can be taken back.
 */
export const up = `
ALTER TABLE visits ADD COLUMN called_off text CHECK (called_off IN ('cancelled', 'no-show'));
ALTER TABLE dogs
  ADD COLUMN rests text CHECK (rests IN ('died', 'moved')),
  ADD COLUMN papers jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(papers) = 'array');
ALTER TABLE clients ADD COLUMN second_phone text NOT NULL DEFAULT '';
ALTER TABLE goodbyes ADD COLUMN counted jsonb NOT NULL DEFAULT '[]' CHECK (jsonb_typeof(counted) = 'array');

-- Both telephones are searched.
DROP TRIGGER clients_search ON clients;
CREATE OR REPLACE FUNCTION index_dog() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  SELECT dog_words(NEW.name, NEW.breed, c.name, c.phone) || dog_words('', '', '', c.second_phone) INTO NEW.search
  FROM clients c WHERE c.id = NEW.client_id;
  RETURN NEW;
END $$;
CREATE OR REPLACE FUNCTION index_dogs_of() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE dogs SET search = dog_words(name, breed, NEW.name, NEW.phone) || dog_words('', '', '', NEW.second_phone)
  WHERE client_id = NEW.id;
  RETURN NULL;
END $$;
CREATE TRIGGER clients_search AFTER UPDATE OF name, phone, second_phone ON clients
  FOR EACH ROW EXECUTE FUNCTION index_dogs_of();
`

export const down = `
DROP TRIGGER clients_search ON clients;
CREATE OR REPLACE FUNCTION index_dog() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  SELECT dog_words(NEW.name, NEW.breed, c.name, c.phone) INTO NEW.search FROM clients c WHERE c.id = NEW.client_id;
  RETURN NEW;
END $$;
CREATE OR REPLACE FUNCTION index_dogs_of() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE dogs SET search = dog_words(name, breed, NEW.name, NEW.phone) WHERE client_id = NEW.id;
  RETURN NULL;
END $$;
CREATE TRIGGER clients_search AFTER UPDATE OF name, phone ON clients
  FOR EACH ROW EXECUTE FUNCTION index_dogs_of();
ALTER TABLE goodbyes DROP COLUMN counted;
ALTER TABLE clients DROP COLUMN second_phone;
ALTER TABLE dogs DROP COLUMN rests, DROP COLUMN papers;
ALTER TABLE visits DROP COLUMN called_off;
`
