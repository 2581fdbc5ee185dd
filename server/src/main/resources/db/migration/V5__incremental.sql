-- Names everything that the maps of a sheet depend on, so that what has not changed is not baked again.
ALTER TABLE bake_sheet ADD COLUMN content_key CHAR(64);
ALTER TABLE bake_sheet ADD COLUMN is_reused BOOLEAN NOT NULL DEFAULT FALSE;
CREATE INDEX bake_sheet_content ON bake_sheet (content_key);
