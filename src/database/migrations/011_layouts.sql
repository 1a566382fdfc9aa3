-- Up Migration

-- An entry may be a layout of fans in a case: each fan in its slot. Those of before have none.
UPDATE sheets SET body = body || '{"layout": []}' WHERE kind = 'entry' AND NOT body ? 'layout';

-- Down Migration

UPDATE sheets SET body = body - 'layout' WHERE kind = 'entry';
