package idiotaxa.core.raster;

import idiotaxa.core.array.IntList;
import idiotaxa.core.mesh.Mesh;

/**
 * Counts texels of a sheet whose centre has more than one owner, with the bake's own raster. An
 * overlap of one group is harmless; of different groups it is a conflict, because only one of them can
 * be right. One int a texel.
 */
public final class UvOverlaps {
  private static final int HALF = UvTriangles.STEPS / 2;
  private static final int MAX_SIZE = 8192;
  private static final int MAX_KEPT_FACES = 1000;

  private final Mesh mesh;
  private final int size;
  private final int[] faceGroup;
  private final int[] owner;
  private final boolean[] isFaceKept;
  private final IntList faces = new IntList();
  private final boolean[] isConflict;

  private UvOverlaps(Mesh mesh, int size, int[] faceGroup) {
    this.mesh = mesh;
    this.size = size;
    this.faceGroup = faceGroup;
    owner = new int[size * size];
    isFaceKept = new boolean[mesh.faceCount()];
    isConflict = new boolean[owner.length];
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
    for (int texel = 0; texel < overlaps.owner.length; texel++) {
      overlapping += overlaps.owner[texel] < 0 ? 1 : 0;
      conflicts += overlaps.isConflict[texel] ? 1 : 0;
    }
    return new Result(size, overlapping, conflicts, overlaps.faces.toArray());
  }

  /**
   * Where on the sheet overlaps are: size² bytes, rows downwards; 0, {@link #HARMLESS} or {@link
   * #CONFLICT}. Arguments as in {@link #of}.
   */
  public static byte[] texels(Mesh mesh, Sheet sheet, int size, int[] faceGroup) {
    UvOverlaps overlaps = counted(mesh, sheet, size, faceGroup);
    byte[] out = new byte[overlaps.owner.length];
    for (int texel = 0; texel < out.length; texel++) {
      if (overlaps.owner[texel] < 0) {
        out[texel] = overlaps.isConflict[texel] ? CONFLICT : HARMLESS;
      }
    }
    return out;
  }

  private static UvOverlaps counted(Mesh mesh, Sheet sheet, int size, int[] faceGroup) {
    if (size < 1 || size > MAX_SIZE) {
      throw new IllegalArgumentException("size must be 1 … " + MAX_SIZE + " px, got " + size);
    }
    UvOverlaps overlaps = new UvOverlaps(mesh, size, faceGroup);
    overlaps.count(UvTriangles.of(mesh, sheet, size, size));
    return overlaps;
  }

  /** Marks of a texel: 0 free, else 1 + face; negative once it was counted as an overlap. */
  private void count(UvTriangles triangles) {
    for (int i = 0; i < triangles.count(); i++) {
      int face = mesh.triangleFace(triangles.meshTriangle(i));
      int fromY = Math.max(0, Math.floorDiv(triangles.minY(i) - HALF, UvTriangles.STEPS));
      int toY = Math.min(size - 1, Math.floorDiv(triangles.maxY(i), UvTriangles.STEPS));
      int fromX = Math.max(0, Math.floorDiv(triangles.minX(i) - HALF, UvTriangles.STEPS));
      int toX = Math.min(size - 1, Math.floorDiv(triangles.maxX(i), UvTriangles.STEPS));
      for (int y = fromY; y <= toY; y++) {
        for (int x = fromX; x <= toX; x++) {
          if (triangles.owns(
              i, (long) x * UvTriangles.STEPS + HALF, (long) y * UvTriangles.STEPS + HALF)) {
            own(y * size + x, face);
          }
        }
      }
    }
  }

  private void own(int texel, int face) {
    if (owner[texel] == 0) {
      owner[texel] = face + 1;
      return;
    }
    int other = Math.abs(owner[texel]) - 1;
    owner[texel] = -Math.abs(owner[texel]);
    isConflict[texel] |= faceGroup[face] != faceGroup[other];
    keep(face);
    keep(other);
  }

  private void keep(int face) {
    if (!isFaceKept[face] && faces.size() < MAX_KEPT_FACES) {
      isFaceKept[face] = true;
      faces.add(face);
    }
  }
}
