-- Whom owners call: on their page, and where a link of theirs has run out.
ALTER TABLE barn ADD COLUMN phone text NOT NULL DEFAULT '';
