-- The shop's rates and beliefs, the route that a job was opened up on, and the photos of jobs.

CREATE TABLE shop (
  one                 boolean PRIMARY KEY DEFAULT true CHECK (one),
  currency            text NOT NULL,
  rate_per_hour_minor integer NOT NULL,
  prior_wins          double precision NOT NULL,
  prior_tries         double precision NOT NULL
);
-- Assumed until the shop says otherwise.
INSERT INTO shop (currency, rate_per_hour_minor, prior_wins, prior_tries) VALUES ('EUR', 4800, 3, 4);

-- The route at the moment when the device was opened: what was tried, whatever became of it. Folded from the events.
ALTER TABLE job ADD COLUMN tried_route text;
UPDATE job SET tried_route = (
  SELECT e.data->>'route' FROM job_event e WHERE e.job_id = job.id AND e.kind = 'job-opened' ORDER BY e.seq LIMIT 1
) WHERE EXISTS (
  SELECT 1 FROM job_event e WHERE e.job_id = job.id AND e.kind = 'stage-started' AND e.stage = 'open'
);

-- The picture of a photo-added event, under the event's id. Both sizes are JPEG, written by this server.
CREATE TABLE photo (
  id        uuid PRIMARY KEY,
  job_id    uuid NOT NULL REFERENCES job DEFERRABLE INITIALLY DEFERRED,
  width_px  integer NOT NULL,
  height_px integer NOT NULL,
  picture   bytea NOT NULL,
  thumbnail bytea NOT NULL
);
CREATE INDEX photo_by_job ON photo (job_id);
-- A JPEG does not get smaller a second time.
ALTER TABLE photo ALTER COLUMN picture SET STORAGE EXTERNAL;
ALTER TABLE photo ALTER COLUMN thumbnail SET STORAGE EXTERNAL;
CREATE TRIGGER photo_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON photo
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
