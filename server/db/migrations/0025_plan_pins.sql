-- Steps of the plan that somebody holds where they put them. A job's steps are counted from its last: that one stays the last as the job goes on.
CREATE TABLE plan_pin (
  job_id     uuid NOT NULL REFERENCES job,
  from_end   smallint NOT NULL CHECK (from_end >= 0),
  station    text NOT NULL,
  place      smallint,
  technician text REFERENCES technician,
  start_at   timestamptz NOT NULL,
  who        text REFERENCES technician,
  at         timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (job_id, from_end)
);
