-- Lots that nothing is taken of any more, on the shelf or not: what came of them was bad, or may be.
CREATE TABLE lot_block (
  lot text PRIMARY KEY CHECK (length(lot) BETWEEN 1 AND 80),
  who text NOT NULL REFERENCES technician,
  at  timestamptz NOT NULL DEFAULT now()
);
