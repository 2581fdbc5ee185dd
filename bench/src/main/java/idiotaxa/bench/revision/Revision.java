package idiotaxa.bench.revision;

import idiotaxa.core.mesh.Mesh;

/**
 * A model before and after.
 *
 * @param truth group of every new face; {@link #NOBODY_KNOWS} where nothing about the two files tells
 */
public record Revision(String kind, Mesh old, int[] oldGroups, Mesh fresh, int[] truth) {
  public static final int NOBODY_KNOWS = -1;
}
