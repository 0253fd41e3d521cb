-- Whole jobs that are practised on a simulated device: apart from all real jobs, which no list, plan, stock or record finds here.
CREATE TABLE practice_job (
  id      uuid PRIMARY KEY,
  -- No real job can have such a code.
  code    text NOT NULL UNIQUE CHECK (code ~ '^practice-[0-9a-f]{8}$'),
  person  text NOT NULL REFERENCES technician (key),
  level   text NOT NULL CHECK (level IN ('seen', 'unseen')),
  seed    integer NOT NULL CHECK (seed BETWEEN 1 AND 999999),
  -- The family as it was when it began; its route, its customer and what is hidden in the device.
  family  jsonb NOT NULL,
  hidden  jsonb NOT NULL,
  moves   jsonb NOT NULL,
  begun_at timestamptz NOT NULL DEFAULT now(),
  -- When it was over, well or lost, and what it was lost by.
  over_at timestamptz,
  lost    jsonb
);
CREATE INDEX practice_job_person ON practice_job (person, begun_at DESC);
