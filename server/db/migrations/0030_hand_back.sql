-- A device that is over is fetched by its customer, who signs for it.
ALTER TABLE job ADD COLUMN fetched_at timestamptz;
-- Nobody noted it until now: what ended before counts as fetched.
UPDATE job SET fetched_at = ended_at WHERE ended_at IS NOT NULL;
CREATE INDEX job_not_fetched ON job (ended_at) WHERE ended_at IS NOT NULL AND fetched_at IS NULL;
CREATE TABLE hand_back (
  id        uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  job_id    uuid NOT NULL REFERENCES job,
  at        timestamptz NOT NULL DEFAULT now(),
  who       text NOT NULL REFERENCES technician (key),
  to_name   text NOT NULL,
  -- What was drawn on the glass, as a PNG.
  signature bytea NOT NULL,
  -- It was noted by mistake: the device is still here.
  undone_at timestamptz
);
CREATE UNIQUE INDEX hand_back_standing ON hand_back (job_id) WHERE undone_at IS NULL;
CREATE OR REPLACE VIEW any_job AS
  SELECT id, code, family_id, route, opened_at, ended_at, outcome, due_at, complaint, serial, customer_id, ticket, false AS is_first_version, fetched_at
  FROM job
  UNION ALL
  SELECT id, code, family_id, route, opened_at, ended_at, outcome, NULL::timestamptz, ''::text, ''::text, NULL::bigint, ' ' || lower(code), true, ended_at
  FROM job_v1;
