-- Each person reads the phone's pages in a language of their own; the barn corrects what a phrase is called there.
ALTER TABLE person ADD COLUMN language text NOT NULL DEFAULT 'en' CHECK (language IN ('en', 'es'));

CREATE TABLE phrase (
  language  text NOT NULL CHECK (language IN ('es')),
  -- The English sentence, which is its key.
  english   text NOT NULL CHECK (length(english) BETWEEN 1 AND 600),
  words     text NOT NULL CHECK (length(words) BETWEEN 1 AND 600),
  person_id uuid NOT NULL REFERENCES person,
  at        timestamptz NOT NULL,
  PRIMARY KEY (language, english)
);
-- Until somebody of the barn who speaks it has read a language through, its pages say that it is a draft.
CREATE TABLE language_read (
  language  text PRIMARY KEY CHECK (language IN ('es')),
  person_id uuid NOT NULL REFERENCES person,
  at        timestamptz NOT NULL
);
