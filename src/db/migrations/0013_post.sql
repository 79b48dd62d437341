-- Letters to owners: kept for good as they were sent, each once; and the secret addresses under which owners read of their horse.

CREATE TABLE owner_link (
  token           text PRIMARY KEY CHECK (length(token) >= 40),
  stay_id         uuid NOT NULL REFERENCES stay,
  made_at         timestamptz NOT NULL,
  made_by         uuid NOT NULL REFERENCES person,
  -- The last day on which it opens.
  until           date NOT NULL,
  dropped_at      timestamptz
);
-- One that opens, for each stay.
CREATE UNIQUE INDEX owner_link_one_open ON owner_link (stay_id) WHERE dropped_at IS NULL;
CREATE INDEX owner_link_made_by ON owner_link (made_by);

CREATE TABLE message (
  id              uuid PRIMARY KEY,
  -- What it is about; the same is never written twice.
  about           text NOT NULL CONSTRAINT message_once UNIQUE,
  stay_id         uuid NOT NULL REFERENCES stay,
  to_name         text NOT NULL,
  to_address      text NOT NULL,
  subject         text NOT NULL,
  body            text NOT NULL,
  -- Goes along as a PDF.
  issue           integer REFERENCES report_issue,
  made_at         timestamptz NOT NULL,
  made_by         uuid NOT NULL REFERENCES person,
  state           text NOT NULL DEFAULT 'waiting' CHECK (state IN ('waiting', 'sent', 'failed')),
  tries           smallint NOT NULL DEFAULT 0,
  next_try        timestamptz NOT NULL,
  sent_at         timestamptz,
  trouble         text NOT NULL DEFAULT '',
  CHECK ((state = 'sent') = (sent_at IS NOT NULL))
);
CREATE INDEX message_waiting ON message (next_try) WHERE state = 'waiting';
CREATE INDEX message_by_stay ON message (stay_id, made_at);
CREATE INDEX message_issue ON message (issue);
CREATE INDEX message_made_by ON message (made_by);
