-- Up Migration

-- How a run was left out is a state; it was the first words of its reason, and of a note.
ALTER TABLE runs ADD COLUMN aside_as text NOT NULL DEFAULT '' CHECK (aside_as IN ('', 'held', 'remounted')),
  ADD CHECK (aside_as = '' OR set_aside <> '');
UPDATE runs SET aside_as = 'remounted' WHERE starts_with(set_aside, 'mounted again: ');
UPDATE runs SET aside_as = 'held', set_aside = 'on hold: ' || substr(set_aside, length('held in doubt: ') + 1)
  WHERE starts_with(set_aside, 'held in doubt: ');
UPDATE runs SET extra = extra || '{"tries_agree": "yes"}' WHERE note LIKE '%tries agree: %';

-- Down Migration

UPDATE runs SET set_aside = 'held in doubt: ' || substr(set_aside, length('on hold: ') + 1) WHERE aside_as = 'held';
UPDATE runs SET extra = extra - 'tries_agree';
ALTER TABLE runs DROP COLUMN aside_as;
