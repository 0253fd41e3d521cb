-- What a machine reads: its token posts no other quantity. Those that have a token already keep what they may.
ALTER TABLE machine ADD COLUMN quantities text[];
UPDATE machine SET quantities = ARRAY['plate', 'glue line', 'face', 'room', 'irradiance', 'mass', 'viscosity', 'settling', 'light dose',
  'light level', 'chamber pressure', 'border offset'];
ALTER TABLE machine ALTER COLUMN quantities SET NOT NULL, ADD CHECK (cardinality(quantities) > 0);
