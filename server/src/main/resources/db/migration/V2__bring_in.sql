-- What is changed about a model beside its file, which stays as it came.
ALTER TABLE revision ADD COLUMN part_edits LONGTEXT;
ALTER TABLE revision ADD COLUMN alignment LONGTEXT;
ALTER TABLE revision ADD COLUMN uv_blob_id BIGINT;
-- Grows with every change of parts or UVs: names one state of the geometry.
ALTER TABLE revision ADD COLUMN geometry_version INT NOT NULL DEFAULT 0;
ALTER TABLE revision ADD FOREIGN KEY (uv_blob_id) REFERENCES stored_blob (id);

-- Which state of the target's geometry a bake was made for.
ALTER TABLE bake ADD COLUMN target_version INT NOT NULL DEFAULT 0;

ALTER TABLE asset ADD COLUMN sheet_plan LONGTEXT;

-- Automatic UV layouts under way and done.
CREATE TABLE uv_layout (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  revision_id BIGINT NOT NULL,
  settings LONGTEXT NOT NULL,
  state VARCHAR(10) NOT NULL,
  doing VARCHAR(200) NOT NULL,
  share DOUBLE NOT NULL,
  problem VARCHAR(2000),
  chart_count INT NOT NULL,
  coverage DOUBLE NOT NULL,
  is_cancelled BOOLEAN NOT NULL,
  created_at DATETIME(6) NOT NULL,
  FOREIGN KEY (revision_id) REFERENCES revision (id)
);

-- Pictures pinned beside the stage; place and size are shares of the stage.
CREATE TABLE reference_picture (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  asset_id BIGINT NOT NULL,
  name VARCHAR(255) NOT NULL,
  media_type VARCHAR(40) NOT NULL,
  blob_id BIGINT NOT NULL,
  place_x DOUBLE NOT NULL,
  place_y DOUBLE NOT NULL,
  width DOUBLE NOT NULL,
  created_at DATETIME(6) NOT NULL,
  FOREIGN KEY (asset_id) REFERENCES asset (id),
  FOREIGN KEY (blob_id) REFERENCES stored_blob (id)
);
