-- Photos that the customer does not see.
CREATE TABLE photo_kept_back (photo_id uuid PRIMARY KEY REFERENCES photo);
