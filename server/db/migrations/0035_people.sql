-- Who works here comes in by a proof of their own and has a role. Names from elsewhere, and those from before this, have none until they are invited.
ALTER TABLE technician
  ADD COLUMN role            text CHECK (role IN ('technician', 'lead', 'desk', 'owner', 'reader')),
  ADD COLUMN code_hash       text,
  ADD COLUMN passphrase_hash text,
  ADD COLUMN totp_secret     text,
  -- The last step of time whose digits were taken: each is taken once.
  ADD COLUMN totp_step       bigint NOT NULL DEFAULT 0,
  ADD COLUMN left_at         timestamptz;

CREATE TABLE access_setting (
  is_the_one boolean PRIMARY KEY DEFAULT true CHECK (is_the_one),
  -- A tablet asks who is there again after so long without a press.
  idle_min integer NOT NULL DEFAULT 10 CHECK (idle_min BETWEEN 1 AND 480),
  -- In the demo who is there, with the proofs that it tells everybody; they come in by a press.
  demo     jsonb
);
INSERT INTO access_setting DEFAULT VALUES;

-- What comes in by a secret of its own. A secret is kept as its SHA-256: it is long and made by chance.
CREATE TABLE tablet (
  id          uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  name        text NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  secret_hash bytea NOT NULL UNIQUE,
  enrolled_by text REFERENCES technician (key),
  enrolled_at timestamptz NOT NULL DEFAULT now(),
  seen_at     timestamptz NOT NULL DEFAULT now(),
  revoked_at  timestamptz
);
CREATE TABLE machine (
  id          uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  name        text NOT NULL CHECK (length(name) BETWEEN 1 AND 60),
  secret_hash bytea NOT NULL UNIQUE,
  made_at     timestamptz NOT NULL DEFAULT now(),
  seen_at     timestamptz,
  revoked_at  timestamptz
);
-- Codes for one use: they make the owner, let somebody choose their own proofs, or enrol a tablet.
CREATE TABLE one_time_code (
  secret_hash bytea PRIMARY KEY,
  kind        text NOT NULL CHECK (kind IN ('owner', 'person', 'tablet')),
  person      text REFERENCES technician (key),
  tablet_name text,
  totp_secret text,
  made_by     text REFERENCES technician (key),
  expires_at  timestamptz NOT NULL,
  used_at     timestamptz
);
CREATE TABLE session (
  id          uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  secret_hash bytea NOT NULL UNIQUE,
  person      text NOT NULL REFERENCES technician (key),
  -- As which role: an owner at a tablet comes in by digits alone, and may what a lead may.
  role        text NOT NULL,
  tablet_id   uuid REFERENCES tablet,
  -- By which proof it was opened, and when something was signed by that: each signature is a proof of its own.
  proof       text NOT NULL CHECK (proof IN ('digits', 'passphrase', 'demo')),
  signed_at   timestamptz,
  address     text NOT NULL,
  made_at     timestamptz NOT NULL DEFAULT now(),
  seen_at     timestamptz NOT NULL DEFAULT now(),
  ended_at    timestamptz
);
CREATE INDEX session_open ON session (person) WHERE ended_at IS NULL;

-- Wrong tries, by whom somebody said they were and from where: nobody's tries keep out somebody elsewhere.
CREATE TABLE wrong_try (
  person  text NOT NULL,
  place   text NOT NULL,
  tries   integer NOT NULL,
  last_at timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (person, place)
);

-- What was signed, by which fresh proof, bound to what the record's chain says of it.
CREATE TABLE signature (
  move_id    uuid PRIMARY KEY REFERENCES move (id),
  person     text NOT NULL REFERENCES technician (key),
  proof      text NOT NULL,
  session_id uuid NOT NULL REFERENCES session,
  signed_at  timestamptz NOT NULL,
  move_hash  bytea NOT NULL
);
CREATE TRIGGER signature_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON signature
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- Who did what, beside the moves of jobs, which are a record of their own.
CREATE TABLE audit (
  id      bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  at      timestamptz NOT NULL DEFAULT now(),
  person  text,
  tablet  text,
  address text NOT NULL,
  what    text NOT NULL,
  about   text NOT NULL DEFAULT ''
);
CREATE INDEX audit_at ON audit (at DESC);
CREATE TRIGGER audit_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON audit
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
