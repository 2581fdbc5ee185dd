-- A bake reads from one source or from several together.
CREATE TABLE bake_source (
  bake_id BIGINT NOT NULL,
  revision_id BIGINT NOT NULL,
  PRIMARY KEY (bake_id, revision_id),
  FOREIGN KEY (bake_id) REFERENCES bake (id),
  FOREIGN KEY (revision_id) REFERENCES revision (id)
);

INSERT INTO bake_source (bake_id, revision_id)
SELECT id, source_id FROM bake WHERE source_id IS NOT NULL;

-- [jooq ignore start]
ALTER TABLE bake DROP FOREIGN KEY bake_ibfk_3;
-- [jooq ignore stop]
ALTER TABLE bake DROP COLUMN source_id;

-- The revision whose place this one takes as soon as it is read.
ALTER TABLE revision ADD COLUMN replaces_id BIGINT;
