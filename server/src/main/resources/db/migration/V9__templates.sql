-- What hand-offs write, shared by assets; the ready ones are the application's and not in here.
CREATE TABLE template (
  id BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY,
  name VARCHAR(80) NOT NULL,
  version INT NOT NULL,
  body LONGTEXT NOT NULL
);
CREATE UNIQUE INDEX template_name ON template (name);

-- The template that an asset's hand-offs use: ready:NAME or own:ID, null for the first of the ready ones.
ALTER TABLE asset ADD COLUMN template VARCHAR(100);

-- The name of the template, the files with checksums and what changed since the package before; null of
-- packages that were made before templates.
ALTER TABLE handoff ADD COLUMN template VARCHAR(80);
ALTER TABLE handoff ADD COLUMN files LONGTEXT;
ALTER TABLE handoff ADD COLUMN changes VARCHAR(300);

-- Where in the hand-off folder it was put last.
ALTER TABLE handoff ADD COLUMN delivered_to VARCHAR(255);
