-- Up Migration

-- What came with the demo, and when it was whole: what was changed since is somebody's own work.
ALTER TABLE round_ups ADD COLUMN from_demo_at timestamptz, ADD COLUMN put_away_at timestamptz;
CREATE OR REPLACE VIEW live_round_ups AS SELECT * FROM round_ups WHERE deleted_at IS NULL AND put_away_at IS NULL;

-- What only round-ups that are put away have is out of the way with them, and back with them.
CREATE VIEW away_rigs AS
  SELECT v.rig_id AS id FROM rig_revisions v JOIN round_ups r ON r.rig_revision_id = v.id
  GROUP BY v.rig_id HAVING bool_and(r.put_away_at IS NOT NULL);
CREATE VIEW away_products AS
  SELECT e.product_id AS id FROM entries e JOIN round_up_entries c ON c.entry_id = e.id JOIN round_ups r ON r.id = c.round_up_id
  GROUP BY e.product_id HAVING bool_and(r.put_away_at IS NOT NULL);
CREATE VIEW away_cases AS
  SELECT k.id FROM cases k JOIN rig_revisions v ON lower(v.enclosure) = lower(k.name) JOIN round_ups r ON r.rig_revision_id = v.id
  GROUP BY k.id HAVING bool_and(r.put_away_at IS NOT NULL);

-- The one that its own facts are written of.
CREATE TABLE lab (id integer PRIMARY KEY CHECK (id = 1));
INSERT INTO lab VALUES (1);
ALTER TABLE sheets DROP CONSTRAINT sheets_kind_check;
ALTER TABLE sheets ADD CONSTRAINT sheets_kind_check
  CHECK (kind IN ('brief', 'plan', 'rig-book', 'rig-setup', 'product', 'sample', 'entry', 'plate', 'case', 'prices', 'verdict', 'lab'));

-- Down Migration

DELETE FROM sheet_changes WHERE kind = 'lab';
DELETE FROM sheets WHERE kind = 'lab';
ALTER TABLE sheets DROP CONSTRAINT sheets_kind_check;
ALTER TABLE sheets ADD CONSTRAINT sheets_kind_check
  CHECK (kind IN ('brief', 'plan', 'rig-book', 'rig-setup', 'product', 'sample', 'entry', 'plate', 'case', 'prices', 'verdict'));
DROP TABLE lab;

DROP VIEW away_cases;
DROP VIEW away_products;
DROP VIEW away_rigs;
DROP VIEW live_round_ups;
ALTER TABLE round_ups DROP COLUMN from_demo_at, DROP COLUMN put_away_at;
CREATE VIEW live_round_ups AS SELECT * FROM round_ups WHERE deleted_at IS NULL;
