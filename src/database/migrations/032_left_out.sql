-- Up Migration

-- Points that a bench of another lab left out, as a bundle brought them. Those of this lab's bench stand in its sessions.
CREATE TABLE left_out_points (
  round_up_id integer NOT NULL REFERENCES round_ups ON DELETE CASCADE,
  entry_id    integer NOT NULL REFERENCES entries ON DELETE CASCADE,
  mount       integer NOT NULL,
  pass        integer NOT NULL,
  setting     text NOT NULL,
  load_w      double precision NOT NULL,
  load_name   text NOT NULL,
  gpu_load_w  double precision NOT NULL,
  why         text NOT NULL,
  UNIQUE (round_up_id, entry_id, mount, pass, setting, load_w, load_name, gpu_load_w)
);

-- Down Migration

DROP TABLE left_out_points;
