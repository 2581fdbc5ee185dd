-- How long a running sheet will still take; null while that cannot be told.
ALTER TABLE bake_sheet ADD COLUMN seconds_left DOUBLE;
