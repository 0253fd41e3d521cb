-- Every job is worked by its moves from now on. What the first version recorded stays as it was recorded, in tables of its own.

ALTER TABLE job RENAME TO job_v1;
ALTER INDEX job_open RENAME TO job_v1_open;
ALTER INDEX job_ended RENAME TO job_v1_ended;
ALTER INDEX job_code_prefix RENAME TO job_v1_code_prefix;
ALTER TABLE reading RENAME TO reading_v1;
ALTER INDEX reading_by_job RENAME TO reading_v1_by_job;
ALTER INDEX reading_by_quantity RENAME TO reading_v1_by_quantity;

ALTER TABLE work RENAME TO job;
ALTER INDEX work_open RENAME TO job_open;
ALTER TABLE move RENAME COLUMN work_id TO job_id;
-- Folded from the moves, like the rest of the row: when it is due, and the route that it was opened up on.
ALTER TABLE job ADD COLUMN due_at timestamptz, ADD COLUMN tried_route text;
CREATE INDEX job_ended ON job (ended_at DESC) WHERE ended_at IS NOT NULL;
CREATE INDEX job_code_prefix ON job (code text_pattern_ops);
CREATE INDEX move_by_kind ON move (kind, received_at);

-- A press that was taken back was wrong: what it told does not count.
CREATE INDEX move_taken_back ON move ((data->>'event')) WHERE kind = 'taken-back';
CREATE VIEW standing_move AS
  SELECT * FROM move
  WHERE NOT EXISTS (SELECT 1 FROM move AS back WHERE back.kind = 'taken-back' AND back.data->>'event' = move.id::text);

-- Each value of a reading, spread out so that curves can be asked for across jobs. Follows the moves that stand.
CREATE TABLE reading (
  move_id  uuid NOT NULL REFERENCES move,
  position integer NOT NULL,
  job_id   uuid NOT NULL REFERENCES job,
  stage    text NOT NULL,
  quantity text NOT NULL,
  source   text NOT NULL,
  value    double precision NOT NULL,
  at       timestamptz NOT NULL,
  PRIMARY KEY (move_id, position)
);
CREATE INDEX reading_by_job ON reading (job_id, quantity, at);
CREATE INDEX reading_by_quantity ON reading (quantity, at);

-- What a job has used up, and of which lot. Follows the moves that stand.
CREATE TABLE spent (
  job_id   uuid NOT NULL REFERENCES job,
  position integer NOT NULL,
  what     text NOT NULL,
  quantity double precision NOT NULL,
  unit     text NOT NULL,
  lot      text,
  PRIMARY KEY (job_id, position)
);
CREATE INDEX spent_by_lot ON spent (lot) WHERE lot IS NOT NULL;

ALTER TABLE photo RENAME COLUMN job_id TO job_v1_id;
ALTER TABLE photo ALTER COLUMN job_v1_id DROP NOT NULL;
ALTER TABLE photo ADD COLUMN job_id uuid REFERENCES job DEFERRABLE INITIALLY DEFERRED;
ALTER TABLE photo ADD CONSTRAINT photo_of_one_job CHECK (num_nonnulls(job_id, job_v1_id) = 1);
ALTER INDEX photo_by_job RENAME TO photo_by_job_v1;
CREATE INDEX photo_by_job ON photo (job_id);

ALTER TABLE certificate_link RENAME COLUMN job_id TO job_v1_id;
ALTER TABLE certificate_link ALTER COLUMN job_v1_id DROP NOT NULL;
ALTER TABLE certificate_link ADD COLUMN job_id uuid REFERENCES job;
ALTER TABLE certificate_link ADD CONSTRAINT certificate_link_of_one_job CHECK (num_nonnulls(job_id, job_v1_id) = 1);
ALTER INDEX certificate_link_standing RENAME TO certificate_link_v1_standing;
CREATE UNIQUE INDEX certificate_link_standing ON certificate_link (job_id) WHERE withdrawn_at IS NULL AND job_id IS NOT NULL;

-- Codes live for two hours at most.
DELETE FROM panel_test;
ALTER TABLE panel_test DROP CONSTRAINT panel_test_job_id_fkey;
ALTER TABLE panel_test ADD CONSTRAINT panel_test_job_id_fkey FOREIGN KEY (job_id) REFERENCES job;
