/**
 * An owner may ask to be forgotten: name, telephones, words and pictures go, figures stay without a name. What is only ever
 * added to is blanked then, and never otherwise: the transaction says so itself.
 */
export const up = `
ALTER TABLE clients ADD COLUMN erased_at timestamptz;

CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'UPDATE' AND current_setting('etude.erasing', true) = 'yes' THEN
    RETURN NULL;
  END IF;
  RAISE EXCEPTION 'the change log is only ever added to';
END $$;
CREATE OR REPLACE FUNCTION refuse_bench_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'UPDATE' AND current_setting('etude.erasing', true) = 'yes' THEN
    RETURN NULL;
  END IF;
  RAISE EXCEPTION 'the bench is only ever added to';
END $$;
CREATE OR REPLACE FUNCTION refuse_ledger_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'UPDATE' AND current_setting('etude.erasing', true) = 'yes' THEN
    RETURN NULL;
  END IF;
  RAISE EXCEPTION 'the stock ledger is only ever added to';
END $$;
CREATE OR REPLACE FUNCTION refuse_second_answer() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF TG_OP = 'DELETE' AND current_setting('etude.erasing', true) = 'yes' THEN
    RETURN OLD;
  END IF;
  IF OLD.answer IS NOT NULL THEN
    RAISE EXCEPTION 'an answer that was given is never changed';
  END IF;
  RETURN NEW;
END $$;
`

export const down = `
CREATE OR REPLACE FUNCTION refuse_ledger_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'the stock ledger is only ever added to';
END $$;
CREATE OR REPLACE FUNCTION refuse_second_answer() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF OLD.answer IS NOT NULL THEN
    RAISE EXCEPTION 'an answer that was given is never changed';
  END IF;
  RETURN NEW;
END $$;
CREATE OR REPLACE FUNCTION refuse_bench_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'the bench is only ever added to';
END $$;
CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'the change log is only ever added to';
END $$;
ALTER TABLE clients DROP COLUMN erased_at;
`
