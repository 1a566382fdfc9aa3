-- Up Migration

-- Which transactions have written to what round-ups show. A process keeps what it has computed for as long as
-- this has not moved, and sees with one small query when another process has written. A row for each
-- transaction, not a counter: a counter would make every writer wait for the longest import.

CREATE TABLE lab_writes (xid xid8 PRIMARY KEY, at timestamptz NOT NULL DEFAULT now());

CREATE FUNCTION note_lab_write() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  INSERT INTO lab_writes (xid) VALUES (pg_current_xact_id()) ON CONFLICT DO NOTHING;
  RETURN NULL;
END $$;

CREATE TRIGGER wrote AFTER INSERT OR UPDATE OR DELETE ON products FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();
CREATE TRIGGER wrote AFTER INSERT OR UPDATE OR DELETE ON entries FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();
CREATE TRIGGER wrote AFTER INSERT OR UPDATE OR DELETE ON rigs FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();
CREATE TRIGGER wrote AFTER INSERT OR UPDATE OR DELETE ON rig_revisions FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();
CREATE TRIGGER wrote AFTER INSERT OR UPDATE OR DELETE ON runs FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();
CREATE TRIGGER wrote AFTER INSERT OR UPDATE OR DELETE ON reductions FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();
CREATE TRIGGER wrote AFTER INSERT OR UPDATE OR DELETE ON round_ups FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();
CREATE TRIGGER wrote AFTER INSERT OR UPDATE OR DELETE ON round_up_entries FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();

-- Down Migration

DROP TRIGGER wrote ON products;
DROP TRIGGER wrote ON entries;
DROP TRIGGER wrote ON rigs;
DROP TRIGGER wrote ON rig_revisions;
DROP TRIGGER wrote ON runs;
DROP TRIGGER wrote ON reductions;
DROP TRIGGER wrote ON round_ups;
DROP TRIGGER wrote ON round_up_entries;
DROP FUNCTION note_lab_write;
DROP TABLE lab_writes;
