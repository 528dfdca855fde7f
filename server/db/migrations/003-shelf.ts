/** The shelf with its ledger, what a bath took from it, and drying as it was measured. */
export const up = `
CREATE TABLE products (
  id uuid PRIMARY KEY,
  name text NOT NULL CHECK (length(name) BETWEEN 1 AND 80),
  kind text NOT NULL CHECK (kind IN ('cleansing', 'degreasing', 'tearless-face', 'moisturising', 'brightening', 'stain-soak', 'texturising', 'deshedding-shampoo', 'soothing', 'hypoallergenic', 'medicated', 'flea', 'conditioner', 'deshedding-conditioner', 'mask', 'keratin', 'demat-cream', 'leave-in', 'ear-cleaner', 'detangler', 'drying-spray', 'antistatic', 'heat-protectant', 'ear-powder', 'styptic', 'blade-coolant', 'blade-oil', 'blade-disinfectant', 'antiseptic-spray', 'grip-chalk', 'paw-balm', 'cologne', 'tooth-gel')),
  label jsonb NOT NULL,
  -- What the movements add up to; only the ledger's own trigger changes it.
  stock_ml integer NOT NULL DEFAULT 0 CHECK (stock_ml >= 0),
  revision integer NOT NULL DEFAULT 0 CHECK (revision >= 0),
  retired_at timestamptz,
  created_at timestamptz NOT NULL DEFAULT now()
);
CREATE UNIQUE INDEX products_name ON products (lower(name)) WHERE retired_at IS NULL;

CREATE TABLE stock_moves (
  id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  product_id uuid NOT NULL REFERENCES products (id),
  at timestamptz NOT NULL DEFAULT now(),
  kind text NOT NULL CHECK (kind IN ('receive', 'use', 'return', 'count', 'correct')),
  ml integer NOT NULL CHECK (ml BETWEEN -10000000 AND 10000000),
  stock_after integer NOT NULL CHECK (stock_after >= 0),
  visit_id uuid REFERENCES visits (id),
  actor_id uuid REFERENCES people (id),
  note text NOT NULL DEFAULT '' CHECK (length(note) <= 400),
  -- A movement that is sent twice is booked once.
  batch_id uuid,
  CHECK ((kind IN ('use', 'return')) = (visit_id IS NOT NULL)),
  CHECK (kind <> 'receive' OR ml > 0),
  CHECK (kind <> 'use' OR ml < 0),
  CHECK (kind <> 'return' OR ml > 0)
);
CREATE UNIQUE INDEX stock_moves_once ON stock_moves (batch_id, product_id) WHERE batch_id IS NOT NULL;
CREATE INDEX stock_moves_product ON stock_moves (product_id, id);
CREATE INDEX stock_moves_visit ON stock_moves (visit_id);

-- Movements of one product wait for each other on its row, so that none is lost and none counted twice.
CREATE FUNCTION book_stock() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  UPDATE products SET stock_ml = stock_ml + NEW.ml WHERE id = NEW.product_id RETURNING stock_ml INTO NEW.stock_after;
  RETURN NEW;
END $$;
CREATE TRIGGER stock_moves_book BEFORE INSERT ON stock_moves FOR EACH ROW EXECUTE FUNCTION book_stock();

CREATE FUNCTION refuse_ledger_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION 'the stock ledger is only ever added to';
END $$;
CREATE TRIGGER stock_moves_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON stock_moves
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_ledger_change();

CREATE FUNCTION refuse_stock_by_hand() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.stock_ml <> OLD.stock_ml AND pg_trigger_depth() < 2 THEN
    RAISE EXCEPTION 'stock changes by a movement in the ledger only';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER products_stock_by_ledger BEFORE UPDATE ON products FOR EACH ROW EXECUTE FUNCTION refuse_stock_by_hand();

CREATE FUNCTION refuse_stock_from_nowhere() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  IF NEW.stock_ml <> 0 THEN
    RAISE EXCEPTION 'a product begins empty; what there is of it is received';
  END IF;
  RETURN NEW;
END $$;
CREATE TRIGGER products_begin_empty BEFORE INSERT ON products FOR EACH ROW EXECUTE FUNCTION refuse_stock_from_nowhere();

-- Products a person chose for a bath, by slot, and the mixing that was booked.
CREATE TABLE baths (
  visit_id uuid PRIMARY KEY REFERENCES visits (id),
  swaps jsonb NOT NULL DEFAULT '{}' CHECK (jsonb_typeof(swaps) = 'object'),
  booked_at timestamptz,
  booked_by uuid REFERENCES people (id)
);

-- One drying of one visit; times by the clock of whoever stood there.
CREATE TABLE dryings (
  id uuid PRIMARY KEY,
  visit_id uuid NOT NULL REFERENCES visits (id),
  started_at timestamptz NOT NULL,
  changed_at timestamptz,
  finished_at timestamptz,
  actor_id uuid REFERENCES people (id),
  CHECK (changed_at >= started_at),
  CHECK (finished_at >= started_at)
);
CREATE UNIQUE INDEX dryings_open ON dryings (visit_id) WHERE finished_at IS NULL;

CREATE TABLE drying_readings (
  id uuid PRIMARY KEY,
  drying_id uuid NOT NULL REFERENCES dryings (id),
  at timestamptz NOT NULL,
  kind text NOT NULL CHECK (kind IN ('probe', 'towel')),
  region text,
  side text,
  value double precision NOT NULL CHECK (value >= 0 AND value <= 20000),
  actor_id uuid REFERENCES people (id),
  FOREIGN KEY (region, side) REFERENCES region_sides (region, side),
  CHECK ((region IS NULL) = (side IS NULL)),
  CHECK (kind = 'probe' OR region IS NULL)
);
CREATE INDEX drying_readings_of ON drying_readings (drying_id, at);
`

export const down = `
DROP TABLE drying_readings, dryings, baths, stock_moves, products;
DROP FUNCTION book_stock();
DROP FUNCTION refuse_ledger_change();
DROP FUNCTION refuse_stock_by_hand();
DROP FUNCTION refuse_stock_from_nowhere();
`
