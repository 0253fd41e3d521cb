-- What people practised, apart from all real work: no job, lot, plan or record refers to it.
CREATE TABLE practice_attempt (
  id       uuid PRIMARY KEY,
  person   text NOT NULL REFERENCES technician (key),
  exercise text NOT NULL,
  level    text NOT NULL CHECK (level IN ('seen', 'unseen')),
  seed     integer NOT NULL CHECK (seed BETWEEN 1 AND 999999),
  speed    integer NOT NULL CHECK (speed IN (1, 4)),
  -- Null where it went well.
  lost     text,
  took_s   real NOT NULL,
  at       timestamptz NOT NULL DEFAULT now()
);
CREATE INDEX practice_attempt_person ON practice_attempt (person, exercise, at);
