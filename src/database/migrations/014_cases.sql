-- Up Migration

-- Cases that the lab keeps; what is known of each is its sheet. A rig stands in one by its name, as its enclosure.
CREATE TABLE cases (
  id    integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  name  text NOT NULL CHECK (name <> '')
);
CREATE UNIQUE INDEX cases_name ON cases (lower(name));
CREATE TRIGGER wrote AFTER INSERT OR UPDATE OR DELETE ON cases FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();

ALTER TABLE sheets DROP CONSTRAINT sheets_kind_check;
ALTER TABLE sheets ADD CONSTRAINT sheets_kind_check
  CHECK (kind IN ('brief', 'plan', 'rig-book', 'rig-setup', 'product', 'sample', 'entry', 'plate', 'case'));

-- The board's regulators have a limit of their own; nobody has noted one yet.
UPDATE sheets SET body = body || '{"regulatorLimitC": null}' WHERE kind = 'rig-setup' AND NOT body ? 'regulatorLimitC';

-- Down Migration

UPDATE sheets SET body = body - 'regulatorLimitC' WHERE kind = 'rig-setup';

DELETE FROM sheets WHERE kind = 'case';
ALTER TABLE sheets DROP CONSTRAINT sheets_kind_check;
ALTER TABLE sheets ADD CONSTRAINT sheets_kind_check
  CHECK (kind IN ('brief', 'plan', 'rig-book', 'rig-setup', 'product', 'sample', 'entry', 'plate'));
DROP TABLE cases;
