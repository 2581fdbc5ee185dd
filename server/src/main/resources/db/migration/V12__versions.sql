-- Whoever changes what somebody else may change at the same moment says which state it is based on.
ALTER TABLE revision ADD COLUMN alignment_version INT NOT NULL DEFAULT 0;
ALTER TABLE reference_picture ADD COLUMN version INT NOT NULL DEFAULT 0;
ALTER TABLE studio_show ADD COLUMN version INT NOT NULL DEFAULT 0;
ALTER TABLE account ADD COLUMN version INT NOT NULL DEFAULT 0;
