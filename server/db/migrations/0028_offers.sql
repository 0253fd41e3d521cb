-- What a customer is asked by an address of their own: the figures, how often it was opened, and how it was answered.
CREATE TABLE offer (
  token        text PRIMARY KEY,
  job_id       uuid NOT NULL REFERENCES job,
  content      jsonb NOT NULL,
  -- How many agreements and losses the job had then: with another of either it is out of date.
  rests_on     integer NOT NULL,
  made_by      text NOT NULL REFERENCES technician (key),
  made_at      timestamptz NOT NULL DEFAULT now(),
  expires_at   timestamptz NOT NULL,
  withdrawn_at timestamptz,
  answered_at  timestamptz,
  answer       text CHECK (answer IN ('yes', 'no')),
  CHECK ((answer IS NULL) = (answered_at IS NULL))
);
-- One at a time for a job.
CREATE UNIQUE INDEX offer_standing ON offer (job_id) WHERE withdrawn_at IS NULL AND answered_at IS NULL;
-- Each time that its address was opened.
CREATE TABLE offer_opened (
  token text NOT NULL REFERENCES offer,
  at    timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX offer_opened_token ON offer_opened (token);
