-- A test that runs on the panel itself: a code opens it once, and not for long; the session that it opens sends the results.
CREATE TABLE panel_test (
  code       text PRIMARY KEY,
  job_id     uuid NOT NULL REFERENCES job,
  made_by    text NOT NULL REFERENCES technician (key),
  made_at    timestamptz NOT NULL DEFAULT now(),
  expires_at timestamptz NOT NULL,
  session    text UNIQUE,
  opened_at  timestamptz
);
CREATE INDEX panel_test_of_job ON panel_test (job_id, made_at DESC);

-- Codes that were tried and are none, so that nobody comes upon one by trying.
CREATE TABLE panel_test_try (
  id           bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  from_address text NOT NULL,
  at           timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX panel_test_try_at ON panel_test_try (at);
