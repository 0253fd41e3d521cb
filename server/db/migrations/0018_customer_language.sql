-- Paper and certificates come in the customer's language.
ALTER TABLE customer
  ADD COLUMN language text NOT NULL DEFAULT 'en' CHECK (language IN ('en', 'es'));
