-- Wedge readings are asked for by glue, over all jobs.
CREATE INDEX job_event_wedge_by_glue ON job_event ((data->>'glue')) WHERE kind = 'wedge-read';

-- What readings have told of this shop's own plates, mats and air. The newest of a method is used; none is ever changed.
CREATE TABLE bench_fit (
  id       uuid PRIMARY KEY,
  seq      bigint GENERATED ALWAYS AS IDENTITY,
  job_code text NOT NULL,
  method   text NOT NULL,
  content  jsonb NOT NULL,
  kept_at  timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX bench_fit_newest ON bench_fit (method, seq DESC);
CREATE TRIGGER bench_fit_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON bench_fit
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
