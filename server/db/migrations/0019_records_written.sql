-- Ended jobs whose records lie in the folder of records, as they were when they ended.
CREATE TABLE record_written (
  job_id   uuid PRIMARY KEY REFERENCES job,
  ended_at timestamptz NOT NULL
);
