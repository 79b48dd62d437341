-- Clients who asked to be forgotten, and for how many months what is kept; null: for good.
ALTER TABLE client ADD COLUMN forgotten_on date;
ALTER TABLE barn
  ADD COLUMN keeping jsonb NOT NULL DEFAULT '{"letters": null, "changes": null, "photos": null, "clients": null}',
  ADD COLUMN keeping_version integer NOT NULL DEFAULT 1,
  -- Who said so, and the last day on which it was gone through.
  ADD COLUMN keeping_by uuid REFERENCES person,
  ADD COLUMN kept_clean_on date;
