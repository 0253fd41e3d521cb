-- The shop's own key, by which its certificates are signed: Ed25519, the public part as SPKI, the private one as PKCS #8.
CREATE TABLE shop_key (
  id          text PRIMARY KEY,
  public_key  bytea NOT NULL,
  private_key bytea NOT NULL,
  made_at     timestamptz NOT NULL DEFAULT now()
);
CREATE UNIQUE INDEX shop_key_one ON shop_key ((true));

-- Certificates of jobs that are over, as they were made: a later version of the product changes nothing of them.
CREATE TABLE certificate_issue (
  id       uuid PRIMARY KEY DEFAULT gen_random_uuid(),
  job_id   uuid NOT NULL REFERENCES job,
  -- The last move that it tells of, the language it is in, and the photos that it shows.
  seq      integer NOT NULL,
  language text NOT NULL,
  photos   text[] NOT NULL,
  -- The document to the byte, with its seal.
  document text NOT NULL,
  made_at  timestamptz NOT NULL DEFAULT now(),
  UNIQUE (job_id, seq, language, photos)
);
-- The same on paper; the address that it shows is the link that stood.
CREATE TABLE certificate_paper (
  issue_id uuid NOT NULL REFERENCES certificate_issue,
  address  text NOT NULL,
  pdf      bytea NOT NULL,
  made_at  timestamptz NOT NULL DEFAULT now(),
  PRIMARY KEY (issue_id, address)
);
CREATE TRIGGER certificate_issue_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON certificate_issue
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
CREATE TRIGGER certificate_paper_append_only BEFORE UPDATE OR DELETE OR TRUNCATE ON certificate_paper
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();

-- A customer's link is good for a year; those that stand already for a year from now.
ALTER TABLE certificate_link ADD COLUMN expires_at timestamptz NOT NULL DEFAULT now() + interval '1 year';
