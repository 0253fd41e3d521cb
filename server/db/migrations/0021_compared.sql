-- What was measured beside what was predicted, job by job. Follows the moves that stand; `npm run rebuild -- --mend` works it out for
-- jobs that are there already.
CREATE TABLE compared (
  job_id       uuid NOT NULL REFERENCES job,
  position     integer NOT NULL,
  what         text NOT NULL,
  -- By its code: hands go at another pace at another device.
  family       text NOT NULL,
  predicted    double precision NOT NULL,
  measured     double precision NOT NULL,
  at           timestamptz NOT NULL,
  is_simulated boolean NOT NULL,
  PRIMARY KEY (job_id, position)
);
CREATE INDEX compared_newest ON compared (what, at DESC);
CREATE INDEX compared_of_family ON compared (family, what, at DESC);

DROP INDEX move_wedge_read;
CREATE INDEX move_strength_read ON move ((data->>'glue'), received_at DESC) WHERE kind IN ('wedge-read', 'wire-read');
