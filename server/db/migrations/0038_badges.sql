-- A badge is what somebody has, as digits are what they know: a long secret by chance, kept as its SHA-256.
ALTER TABLE technician ADD COLUMN badge_hash bytea UNIQUE;
ALTER TABLE session DROP CONSTRAINT session_proof_check,
  ADD CONSTRAINT session_proof_check CHECK (proof IN ('digits', 'passphrase', 'demo', 'badge'));
