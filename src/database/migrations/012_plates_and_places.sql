-- Up Migration

-- What was measured of a plate is written of the entry whose sample it is.
ALTER TABLE sheets DROP CONSTRAINT sheets_kind_check;
ALTER TABLE sheets ADD CONSTRAINT sheets_kind_check
  CHECK (kind IN ('brief', 'plan', 'rig-book', 'rig-setup', 'product', 'sample', 'entry', 'plate'));

-- A brief names where fans are read by their air; one of before has the usual places.
UPDATE sheets SET body = body || '{"places": [
  {"quantity": "airspeed", "place": "15 cm"},
  {"quantity": "airspeed", "place": "through the heatsink"},
  {"quantity": "pressure", "place": "closed chamber"}]}'
WHERE kind = 'brief' AND NOT body ? 'places';
UPDATE methods SET body = body || (SELECT jsonb_build_object('places', '[
  {"quantity": "airspeed", "place": "15 cm"},
  {"quantity": "airspeed", "place": "through the heatsink"},
  {"quantity": "pressure", "place": "closed chamber"}]'::jsonb))
WHERE NOT body ? 'places';

-- A graphics card has a limit of its own; nobody has noted one yet.
UPDATE sheets SET body = body || '{"cardLimitC": null}' WHERE kind = 'rig-setup' AND NOT body ? 'cardLimitC';

-- Down Migration

UPDATE sheets SET body = body - 'cardLimitC' WHERE kind = 'rig-setup';
UPDATE sheets SET body = body - 'places' WHERE kind = 'brief';
UPDATE methods SET body = body - 'places';

DELETE FROM sheets WHERE kind = 'plate';
ALTER TABLE sheets DROP CONSTRAINT sheets_kind_check;
ALTER TABLE sheets ADD CONSTRAINT sheets_kind_check
  CHECK (kind IN ('brief', 'plan', 'rig-book', 'rig-setup', 'product', 'sample', 'entry'));
