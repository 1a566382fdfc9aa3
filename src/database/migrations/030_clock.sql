-- Up Migration

-- The clock of the application: each of its connections sets abanico.clock_offset_ms where ABANICO_NOW is set.
CREATE FUNCTION clock_offset() RETURNS interval LANGUAGE sql STABLE AS
  $$ SELECT coalesce(nullif(current_setting('abanico.clock_offset_ms', true), '')::float8, 0) * interval '1 millisecond' $$;
-- The start of the transaction, as now() gives it.
CREATE FUNCTION lab_now() RETURNS timestamptz LANGUAGE sql STABLE AS $$ SELECT now() + clock_offset() $$;
-- The current moment, as clock_timestamp() gives it.
CREATE FUNCTION lab_clock() RETURNS timestamptz LANGUAGE sql VOLATILE AS $$ SELECT clock_timestamp() + clock_offset() $$;

DO $$
DECLARE spot record;
BEGIN
  FOR spot IN SELECT table_name, column_name FROM information_schema.columns
              WHERE table_schema = current_schema() AND column_default IN ('now()', 'CURRENT_TIMESTAMP')
  LOOP
    EXECUTE format('ALTER TABLE %I ALTER COLUMN %I SET DEFAULT lab_now()', spot.table_name, spot.column_name);
  END LOOP;
END $$;

-- Down Migration

DO $$
DECLARE spot record;
BEGIN
  FOR spot IN SELECT table_name, column_name FROM information_schema.columns
              WHERE table_schema = current_schema() AND column_default = 'lab_now()'
  LOOP
    EXECUTE format('ALTER TABLE %I ALTER COLUMN %I SET DEFAULT now()', spot.table_name, spot.column_name);
  END LOOP;
END $$;
DROP FUNCTION lab_clock();
DROP FUNCTION lab_now();
DROP FUNCTION clock_offset();
