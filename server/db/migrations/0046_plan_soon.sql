-- What begins within the next half hour, as the plan was last made: the next one leaves it where it is.
CREATE TABLE plan_soon (
  is_one boolean PRIMARY KEY DEFAULT true CHECK (is_one),
  steps  jsonb NOT NULL,
  at     timestamptz NOT NULL DEFAULT now()
);
