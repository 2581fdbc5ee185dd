-- Where the models of an asset have their origin in their files, metres with Y up: coordinates are kept as floats from there. None
-- until its first model was read; those that are there already stay as they are.
ALTER TABLE asset ADD COLUMN local_x DOUBLE;
ALTER TABLE asset ADD COLUMN local_y DOUBLE;
ALTER TABLE asset ADD COLUMN local_z DOUBLE;
UPDATE asset SET local_x = 0, local_y = 0, local_z = 0 WHERE id IN (SELECT asset_id FROM revision);
