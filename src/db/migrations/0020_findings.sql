-- Whether it has foundered before is asked of the owner as well; more moments, causes and trials.
UPDATE horse SET history = history || '{"foundered": "unknown"}' WHERE NOT history ? 'foundered';

ALTER TABLE trial DROP CONSTRAINT trial_change_check,
  ADD CONSTRAINT trial_change_check CHECK (change IN ('other-bit', 'no-bit', 'other-saddle', 'other-pad', 'other-girth', 'other-rider', 'more-turnout', 'with-companion', 'other-noseband', 'no-second-girth', 'shorter-session', 'shod-anew', 'soft-ground', 'food-for-standing'));
