-- Up Migration

-- What was begun and is not done: a start that was ended while the demo loaded goes on with it.
CREATE TABLE lab_marks (
  name text PRIMARY KEY
);

-- Down Migration

DROP TABLE lab_marks;
