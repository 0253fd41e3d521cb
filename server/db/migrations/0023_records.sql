-- What each finished job tells of the shop, as "yield" takes it; written in the transaction of the move. `npm run rebuild -- --mend` works it
-- out for jobs that are there already.
CREATE TABLE job_record (
  job_id   uuid PRIMARY KEY REFERENCES job,
  ended_at timestamptz NOT NULL,
  content  json NOT NULL
);
CREATE INDEX job_record_newest ON job_record (ended_at DESC);

-- A device that came back because of an earlier repair, and what it was.
ALTER TABLE job
  ADD COLUMN return_of    uuid REFERENCES job CHECK (return_of <> id),
  ADD COLUMN returned_for text NOT NULL DEFAULT '' CHECK (length(returned_for) <= 500);
CREATE INDEX job_return_of ON job (return_of) WHERE return_of IS NOT NULL;
-- Devices are known again by their serial number.
CREATE INDEX job_by_serial ON job (lower(serial), opened_at DESC) WHERE serial <> '';
