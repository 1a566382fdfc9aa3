-- Up Migration

-- What a request that carries a key has done, so that one whose answer was lost can be sent again and counts once. One row for
-- each transaction of a request, written within it: the row is there where the change is, and nowhere else.
CREATE TABLE sent_requests (
  request text NOT NULL,
  part    integer NOT NULL,
  answer  bytea NOT NULL DEFAULT '',
  at      timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (request, part)
);
CREATE INDEX ON sent_requests (at);

-- Down Migration

DROP TABLE sent_requests;
