-- Kinds of pieces that somebody sorted. What a kind looks like is told by its fingerprint (radius in metres, then floats,
-- big endian) and proven by its surface; both are the same for a piece that was moved, turned or cut otherwise.
CREATE TABLE known_kind (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  radius DOUBLE NOT NULL,
  fingerprint VARBINARY(64) NOT NULL,
  surface_blob_id BIGINT NOT NULL,
  learned_at DATETIME(6) NOT NULL,
  FOREIGN KEY (surface_blob_id) REFERENCES stored_blob (id)
);

-- How many pieces of a kind a model has in a group. Goes with the model and with the group.
CREATE TABLE known_seen (
  kind_id BIGINT NOT NULL,
  revision_id BIGINT NOT NULL,
  group_id BIGINT NOT NULL,
  pieces INT NOT NULL,
  PRIMARY KEY (kind_id, revision_id, group_id),
  FOREIGN KEY (kind_id) REFERENCES known_kind (id) ON DELETE CASCADE,
  FOREIGN KEY (revision_id) REFERENCES revision (id) ON DELETE CASCADE,
  FOREIGN KEY (group_id) REFERENCES material_group (id) ON DELETE CASCADE
);

-- What is never to be proposed again in a show.
CREATE TABLE known_refusal (
  kind_id BIGINT NOT NULL,
  show_id BIGINT NOT NULL,
  group_key VARCHAR(100) NOT NULL,
  PRIMARY KEY (kind_id, show_id, group_key),
  FOREIGN KEY (kind_id) REFERENCES known_kind (id) ON DELETE CASCADE,
  FOREIGN KEY (show_id) REFERENCES studio_show (id) ON DELETE CASCADE
);
