-- Every state of an asset's masks, borders, specks, touch-ups and packs, whole, so that each step can be
-- undone; groups are told by their identities. A state that was undone and then overtaken stays, dropped.
CREATE TABLE mask_state (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  asset_id BIGINT NOT NULL,
  ordinal INT NOT NULL,
  words VARCHAR(300) NOT NULL,
  plan LONGTEXT NOT NULL,
  is_dropped BOOLEAN NOT NULL,
  created_at DATETIME(6) NOT NULL,
  FOREIGN KEY (asset_id) REFERENCES asset (id)
);
CREATE INDEX mask_state_order ON mask_state (asset_id, ordinal);

-- Number of states that are in force.
ALTER TABLE asset ADD COLUMN mask_position INT NOT NULL DEFAULT 0;

-- Grey images of the artist's own, for masks and packs, by name; and ID images from elsewhere.
CREATE TABLE mask_image (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  asset_id BIGINT NOT NULL,
  kind VARCHAR(10) NOT NULL,
  name VARCHAR(255) NOT NULL,
  width INT NOT NULL,
  height INT NOT NULL,
  blob_id BIGINT NOT NULL,
  created_at DATETIME(6) NOT NULL,
  FOREIGN KEY (asset_id) REFERENCES asset (id),
  FOREIGN KEY (blob_id) REFERENCES stored_blob (id)
);

-- The state of the masks that a package holds, null for none.
ALTER TABLE handoff ADD COLUMN mask_state_id BIGINT;
ALTER TABLE handoff ADD FOREIGN KEY (mask_state_id) REFERENCES mask_state (id);
