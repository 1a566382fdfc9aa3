-- Up Migration

-- Files on their way in. They lie here, and not in a process or its folder, so that any application process
-- can go on with them; nothing of the lab refers to them, and what is left lying is swept after a day.

CREATE TABLE uploads (
  id          uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  created_at  timestamptz NOT NULL DEFAULT now()
);

CREATE TABLE upload_files (
  id         integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  upload_id  uuid NOT NULL REFERENCES uploads ON DELETE CASCADE,
  path       text NOT NULL CHECK (path <> ''),
  size       bigint NOT NULL DEFAULT 0,
  -- Set with the last chunk: a file that broke off is not seen.
  complete   boolean NOT NULL DEFAULT false
);
CREATE INDEX ON upload_files (upload_id);

CREATE TABLE upload_chunks (
  file_id  integer NOT NULL REFERENCES upload_files ON DELETE CASCADE,
  seq      integer NOT NULL,
  bytes    bytea NOT NULL,
  PRIMARY KEY (file_id, seq)
);
-- Written once, read once or twice, then gone: compressing would only cost time.
ALTER TABLE upload_chunks ALTER COLUMN bytes SET STORAGE EXTERNAL;

-- What the columns of a log meant, by its headings: the next log with the same headings is read alike.
CREATE TABLE column_mappings (
  headings    text PRIMARY KEY,
  meanings    jsonb NOT NULL,
  changed_at  timestamptz NOT NULL DEFAULT now()
);

-- Down Migration

DROP TABLE column_mappings, upload_chunks, upload_files, uploads;
