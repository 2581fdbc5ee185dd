-- Which vertex colours of a model's file are read; only glTF has more than one set.
ALTER TABLE revision ADD COLUMN color_set INT NOT NULL DEFAULT 0;
