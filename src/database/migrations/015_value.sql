-- Up Migration

-- What an entry cost over the months is written of the entry.
ALTER TABLE sheets DROP CONSTRAINT sheets_kind_check;
ALTER TABLE sheets ADD CONSTRAINT sheets_kind_check
  CHECK (kind IN ('brief', 'plan', 'rig-book', 'rig-setup', 'product', 'sample', 'entry', 'plate', 'case', 'prices'));

-- What a product fits, how its fans stand on it, what is bought beside it, and money of other countries: nobody has noted any yet.
UPDATE sheets SET body = '{"finsToMemoryMm": null, "radiatorMm": null, "sockets": ""}'::jsonb || body WHERE kind = 'product';
UPDATE sheets SET body = '{"extras": []}'::jsonb || jsonb_set(body, '{fans}',
  (SELECT coalesce(jsonb_agg('{"thicknessMm": null, "raisedMm": null}'::jsonb || fan ORDER BY place), '[]')
   FROM jsonb_array_elements(body -> 'fans') WITH ORDINALITY AS fans(fan, place)))
WHERE kind = 'entry';
UPDATE sheets SET body = '{"region": "", "rates": []}'::jsonb || body WHERE kind = 'brief';
UPDATE methods SET body = '{"region": "", "rates": []}'::jsonb || body;

-- Down Migration

UPDATE methods SET body = body - 'region' - 'rates';
UPDATE sheets SET body = body - 'region' - 'rates' WHERE kind = 'brief';
UPDATE sheets SET body = jsonb_set(body - 'extras', '{fans}',
  (SELECT coalesce(jsonb_agg(fan - 'thicknessMm' - 'raisedMm' ORDER BY place), '[]')
   FROM jsonb_array_elements(body -> 'fans') WITH ORDINALITY AS fans(fan, place)))
WHERE kind = 'entry';
UPDATE sheets SET body = body - 'finsToMemoryMm' - 'radiatorMm' - 'sockets' WHERE kind = 'product';

DELETE FROM sheets WHERE kind = 'prices';
ALTER TABLE sheets DROP CONSTRAINT sheets_kind_check;
ALTER TABLE sheets ADD CONSTRAINT sheets_kind_check
  CHECK (kind IN ('brief', 'plan', 'rig-book', 'rig-setup', 'product', 'sample', 'entry', 'plate', 'case'));
