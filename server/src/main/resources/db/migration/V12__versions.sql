-- Whoever changes what somebody else may change at the same moment says which state it is based on.
ALTER TABLE revision ADD COLUMN alignment_version INT NOT NULL DEFAULT 0;
ALTER TABLE reference_picture ADD COLUMN version INT NOT NULL DEFAULT 0;
ALTER TABLE studio_show ADD COLUMN version INT NOT NULL DEFAULT 0;
ALTER TABLE account ADD COLUMN version INT NOT NULL DEFAULT 0;

-- Who has an asset open, as the processes that serve pages last said.
CREATE TABLE asset_visitor (
  process VARCHAR(40) NOT NULL,
  asset_id BIGINT NOT NULL,
  name VARCHAR(80) NOT NULL,
  seen_at DATETIME(6) NOT NULL,
  PRIMARY KEY (process, asset_id, name),
  FOREIGN KEY (asset_id) REFERENCES asset (id) ON DELETE CASCADE
);
