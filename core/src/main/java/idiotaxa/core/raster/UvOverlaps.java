package idiotaxa.core.raster;

import com.carrotsearch.hppc.IntArrayList;
import idiotaxa.core.mesh.Mesh;

import java.util.Arrays;
import java.util.Map;
import java.util.TreeMap;

/**
 * Counts texels of a sheet whose centre has more than one owner, with the bake's own raster. An
 * overlap of one group is harmless; of different groups it is a conflict, because only one of them can
 * be right.
 *
 * <p>Time is linear in rows of triangles plus texels, however many faces lie on each other: where nothing more can be
 * learnt a triangle is passed over, see {@link OpenTexels}.
 */
public final class UvOverlaps {
  private static final int MAX_SIZE = 8192;
  private static final int MAX_KEPT_FACES = 1000;

  private final Mesh mesh;
  private final int size;
  private final int words;
  private final int[] faceGroup;
  /** Bits by row of words: texels with an owner, with two of them, and with owners of two groups. */
  private final long[] owned;
  private final long[] doubled;
  private final long[] conflicting;
  private final boolean[] isFaceKept;
  private final IntArrayList faces = new IntArrayList();

  private UvOverlaps(Mesh mesh, int size, int[] faceGroup) {
    this.mesh = mesh;
    this.size = size;
    this.faceGroup = faceGroup;
    words = (size + 63) / 64;
    owned = new long[words * size];
    doubled = new long[owned.length];
    conflicting = new long[owned.length];
    isFaceKept = new boolean[mesh.faceCount()];
  }

  /**
   * @param overlapping texels with more than one owner
   * @param conflicts of these, texels whose owners belong to different groups
   * @param faces faces that own such texels, at most a thousand
   */
  public record Result(int size, long overlapping, long conflicts, int[] faces) {}

  /** What overlaps in a texel, as {@link #texels} tells it. */
  public static final byte HARMLESS = 1;

  public static final byte CONFLICT = 2;

  /**
   * @param size side of the sheet in texels, 1 … 8192
   * @param faceGroup group number of every face
   */
  public static Result of(Mesh mesh, Sheet sheet, int size, int[] faceGroup) {
    UvOverlaps overlaps = counted(mesh, sheet, size, faceGroup);
    long overlapping = 0;
    long conflicts = 0;
    for (int w = 0; w < overlaps.doubled.length; w++) {
      overlapping += Long.bitCount(overlaps.doubled[w]);
      conflicts += Long.bitCount(overlaps.conflicting[w]);
    }
    return new Result(size, overlapping, conflicts, overlaps.faces.toArray());
  }

  /**
   * Where on the sheet overlaps are: size² bytes, rows downwards; 0, {@link #HARMLESS} or {@link
   * #CONFLICT}. Arguments as in {@link #of}.
   */
  public static byte[] texels(Mesh mesh, Sheet sheet, int size, int[] faceGroup) {
    UvOverlaps overlaps = counted(mesh, sheet, size, faceGroup);
    byte[] out = new byte[size * size];
    for (int texel = 0; texel < out.length; texel++) {
      int word = texel / size * overlaps.words + texel % size / 64;
      long bit = 1L << texel % size;
      if ((overlaps.doubled[word] & bit) != 0) {
        out[texel] = (overlaps.conflicting[word] & bit) != 0 ? CONFLICT : HARMLESS;
      }
    }
    return out;
  }

  private static UvOverlaps counted(Mesh mesh, Sheet sheet, int size, int[] faceGroup) {
    if (size < 1 || size > MAX_SIZE) {
      throw new IllegalArgumentException("size must be 1 … " + MAX_SIZE + " px, got " + size);
    }
    UvOverlaps overlaps = new UvOverlaps(mesh, size, faceGroup);
    UvTriangles triangles = UvTriangles.of(mesh, sheet, size, size);
    overlaps.findDoubled(triangles);
    overlaps.findFaces(triangles);
    overlaps.findConflicts(triangles);
    return overlaps;
  }

  private void findDoubled(UvTriangles triangles) {
    OpenTexels open = new OpenTexels(size, doubled);
    SameTriangles same = new SameTriangles(triangles);
    for (int i = 0; i < triangles.count() && !open.isEmpty(); i++) {
      // Two that are the same double all that they own.
      if (same.countBefore(i) > 1) {
        continue;
      }
      open.walk(
          triangles,
          i,
          (word, bits) -> {
            doubled[word] |= owned[word] & bits;
            owned[word] |= bits;
            return true;
          });
    }
  }

  /** Faces that own doubled texels, in their order. */
  private void findFaces(UvTriangles triangles) {
    long[] others = new long[doubled.length];
    Arrays.setAll(others, w -> ~doubled[w]);
    OpenTexels open = new OpenTexels(size, others);
    for (int i = 0; i < triangles.count() && faces.size() < MAX_KEPT_FACES; i++) {
      int face = mesh.triangleFace(triangles.meshTriangle(i));
      if (!isFaceKept[face]) {
        open.walk(
            triangles,
            i,
            (word, bits) -> {
              keep(face);
              return false;
            });
      }
    }
  }

  /** Group by group: where texels of one are met by another, their owners differ. */
  private void findConflicts(UvTriangles triangles) {
    Map<Integer, IntArrayList> ofGroup = new TreeMap<>();
    for (int i = 0; i < triangles.count(); i++) {
      int group = faceGroup[mesh.triangleFace(triangles.meshTriangle(i))];
      ofGroup.computeIfAbsent(group, g -> new IntArrayList()).add(i);
    }
    if (ofGroup.size() < 2) {
      return;
    }
    long[] before = new long[owned.length];
    long[] own = new long[owned.length];
    // Of a texel in conflict nothing more can be learnt, nor of one that the group has already.
    long[] done = new long[owned.length];
    OpenTexels open = new OpenTexels(size, done);
    IntArrayList touched = new IntArrayList();
    for (IntArrayList group : ofGroup.values()) {
      for (int n = 0; n < group.size() && !open.isEmpty(); n++) {
        open.walk(
            triangles,
            group.get(n),
            (word, bits) -> {
              if (own[word] == 0) {
                touched.add(word);
              }
              own[word] |= bits;
              done[word] |= bits;
              return true;
            });
      }
      // Only what the group has met: there may be as many groups as faces.
      for (int n = 0; n < touched.size(); n++) {
        int w = touched.get(n);
        conflicting[w] |= before[w] & own[w];
        before[w] |= own[w];
        own[w] = 0;
        done[w] = conflicting[w];
      }
      for (int n = 0; n < touched.size(); n++) {
        open.reopen(touched.get(n) / words);
      }
      touched.elementsCount = 0;
    }
  }

  private void keep(int face) {
    if (!isFaceKept[face] && faces.size() < MAX_KEPT_FACES) {
      isFaceKept[face] = true;
      faces.add(face);
    }
  }
}
