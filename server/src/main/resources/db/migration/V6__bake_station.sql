-- How long a running sheet will still take; null while that cannot be told.
ALTER TABLE bake_sheet ADD COLUMN seconds_left DOUBLE;

-- Where a baked sheet has problems; JSON. Beside the sheets, because pages follow those all the time.
CREATE TABLE sheet_problems (
  sheet_id BIGINT NOT NULL PRIMARY KEY,
  problems LONGTEXT NOT NULL,
  FOREIGN KEY (sheet_id) REFERENCES bake_sheet (id)
);
