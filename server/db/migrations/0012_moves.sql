-- Jobs worked by their plan: what happened to a device, move by move. The moves are the truth; what stands beside them is folded.

CREATE TABLE work (
  id        uuid PRIMARY KEY,
  code      text NOT NULL UNIQUE,
  family_id bigint NOT NULL REFERENCES family,
  route     text NOT NULL,
  opened_at timestamptz NOT NULL,
  ended_at  timestamptz,
  outcome   text
);
CREATE INDEX work_open ON work (opened_at DESC) WHERE ended_at IS NULL;

CREATE TABLE move (
  id            uuid PRIMARY KEY,
  work_id       uuid NOT NULL REFERENCES work,
  -- From 1 within a job, without a gap.
  seq           integer NOT NULL CHECK (seq > 0),
  kind          text NOT NULL,
  version       integer NOT NULL CHECK (version > 0),
  stage         text NOT NULL,
  data          jsonb NOT NULL,
  who           text NOT NULL REFERENCES technician,
  -- The tablet's own time, for information; waits run by the receipt.
  told_at       timestamptz NOT NULL,
  received_at   timestamptz NOT NULL,
  device        text NOT NULL,
  -- Of the rules by which it was judged.
  rules         integer NOT NULL,
  previous_hash bytea NOT NULL,
  hash          bytea NOT NULL,
  UNIQUE (work_id, seq)
);

CREATE TRIGGER move_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON move
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
