-- An address at which a customer sees the certificate of a job: it cannot be guessed, and it can be withdrawn.
CREATE TABLE certificate_link (
  token        text PRIMARY KEY,
  job_id       uuid NOT NULL REFERENCES job,
  made_by      text NOT NULL REFERENCES technician (key),
  made_at      timestamptz NOT NULL DEFAULT now(),
  withdrawn_at timestamptz
);
-- One at a time for a job.
CREATE UNIQUE INDEX certificate_link_standing ON certificate_link (job_id) WHERE withdrawn_at IS NULL;
