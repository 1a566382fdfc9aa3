-- Up Migration

-- A bridge that a round-up uses: what its entries were measured at on another revision, carried over by what both have. The numbers
-- are computed from the runs each time, so that a run that is set aside changes the bridge as well.
CREATE TABLE bridges (
  round_up_id       integer NOT NULL REFERENCES round_ups ON DELETE CASCADE,
  from_revision_id  integer NOT NULL REFERENCES rig_revisions,
  made_at           timestamptz NOT NULL DEFAULT now(),
  who               text NOT NULL DEFAULT '',
  PRIMARY KEY (round_up_id, from_revision_id)
);
CREATE TRIGGER wrote AFTER INSERT OR UPDATE OR DELETE ON bridges FOR EACH STATEMENT EXECUTE FUNCTION note_lab_write();

-- Down Migration

DROP TABLE bridges;
