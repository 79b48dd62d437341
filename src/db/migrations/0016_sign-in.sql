-- Who may come in: one-time passwords, devices that are known, a second proof, and sessions that people see and end themselves.
ALTER TABLE person
  -- Given by somebody else: of no use for anything but to choose one's own.
  ADD COLUMN must_change boolean NOT NULL DEFAULT false,
  -- Shared with an authenticator; proven once where `totp_since` is there.
  ADD COLUMN totp_secret text,
  ADD COLUMN totp_since  timestamptz,
  -- The last step of time whose code was taken: none is taken twice.
  ADD COLUMN totp_step   bigint NOT NULL DEFAULT 0,
  ADD CHECK (totp_since IS NULL OR totp_secret IS NOT NULL);

CREATE TABLE one_time_code (
  person_id       uuid NOT NULL REFERENCES person,
  code_hash       bytea NOT NULL,
  used_at         timestamptz,
  PRIMARY KEY (person_id, code_hash)
);

-- A browser in which somebody has signed in before: a stranger's wrong tries do not keep them out of it.
CREATE TABLE known_device (
  token_hash      bytea NOT NULL,
  person_id       uuid NOT NULL REFERENCES person,
  at              timestamptz NOT NULL,
  PRIMARY KEY (token_hash, person_id)
);
CREATE INDEX known_device_by_person ON known_device (person_id);

ALTER TABLE sign_in_session
  ADD COLUMN id           uuid NOT NULL DEFAULT gen_random_uuid() UNIQUE,
  ADD COLUMN seen_at      timestamptz,
  ADD COLUMN device       text NOT NULL DEFAULT '',
  ADD COLUMN address      text NOT NULL DEFAULT '',
  -- When the password was last typed in it.
  ADD COLUMN confirmed_at timestamptz,
  -- Opens nothing until the second proof is given.
  ADD COLUMN awaits_code  boolean NOT NULL DEFAULT false,
  ADD COLUMN code_tries   smallint NOT NULL DEFAULT 0;
UPDATE sign_in_session SET seen_at = created_at;
ALTER TABLE sign_in_session ALTER COLUMN seen_at SET NOT NULL;

-- A session that nobody used for so long ends.
ALTER TABLE barn ADD COLUMN idle_hours smallint NOT NULL DEFAULT 72 CHECK (idle_hours BETWEEN 1 AND 336);
