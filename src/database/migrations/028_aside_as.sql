-- Up Migration

-- How a run was left out is a state; it stood in the first words of its reason, and of a note.
ALTER TABLE runs ADD COLUMN aside_as text NOT NULL DEFAULT '' CHECK (aside_as IN ('', 'held', 'remounted')),
  ADD CHECK (aside_as = '' OR set_aside <> '');
UPDATE runs SET aside_as = CASE WHEN starts_with(set_aside, 'held in doubt: ') THEN 'held' ELSE 'remounted' END
  WHERE starts_with(set_aside, 'held in doubt: ') OR starts_with(set_aside, 'mounted again: ');
UPDATE runs SET extra = extra || '{"tries_agree": "yes"}' WHERE note LIKE '%tries agree: %';

-- Down Migration

ALTER TABLE runs DROP COLUMN aside_as;
UPDATE runs SET extra = extra - 'tries_agree';
