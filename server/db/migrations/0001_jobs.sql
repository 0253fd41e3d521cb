-- Technicians, families by version, jobs, and what happened to them.

CREATE TABLE technician (
  key  text PRIMARY KEY,
  name text NOT NULL
);

-- A row never changes: an edit writes the next version, and a job keeps the one it began with.
CREATE TABLE family (
  id      bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  code    text NOT NULL,
  version integer NOT NULL CHECK (version > 0),
  content jsonb NOT NULL,
  made_at timestamptz NOT NULL DEFAULT now(),
  UNIQUE (code, version)
);

-- route, due_at, ended_at and outcome are folded from the events when one is added; the events are the truth.
CREATE TABLE job (
  id        uuid PRIMARY KEY,
  code      text NOT NULL UNIQUE,
  family_id bigint NOT NULL REFERENCES family,
  route     text NOT NULL,
  opened_at timestamptz NOT NULL,
  due_at    timestamptz,
  ended_at  timestamptz,
  outcome   text
);
CREATE INDEX job_open ON job (due_at) WHERE ended_at IS NULL;
CREATE INDEX job_ended ON job (ended_at DESC) WHERE ended_at IS NOT NULL;
CREATE INDEX job_code_prefix ON job (code text_pattern_ops);

CREATE TABLE job_event (
  seq         bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  id          uuid NOT NULL UNIQUE,
  job_id      uuid NOT NULL REFERENCES job,
  stage       text NOT NULL,
  kind        text NOT NULL,
  data        jsonb NOT NULL,
  who         text NOT NULL REFERENCES technician,
  at          timestamptz NOT NULL,
  received_at timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX job_event_by_job ON job_event (job_id, seq);

CREATE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
  RAISE EXCEPTION '% is append-only', TG_TABLE_NAME;
END $$;
CREATE TRIGGER job_event_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON job_event
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER family_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON family
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Each value of a reading-taken event, spread out so that curves can be asked for across jobs.
CREATE TABLE reading (
  event_id uuid NOT NULL REFERENCES job_event (id),
  position integer NOT NULL,
  job_id   uuid NOT NULL REFERENCES job,
  stage    text NOT NULL,
  quantity text NOT NULL,
  source   text NOT NULL,
  value    double precision NOT NULL,
  at       timestamptz NOT NULL,
  PRIMARY KEY (event_id, position)
);
CREATE INDEX reading_by_job ON reading (job_id, quantity, at);
CREATE INDEX reading_by_quantity ON reading (quantity, at);
