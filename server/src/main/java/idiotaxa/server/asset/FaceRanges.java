package idiotaxa.server.asset;

import com.carrotsearch.hppc.IntArrayList;
import java.util.BitSet;
import org.roaringbitmap.RoaringBitmap;

/** Sets of faces as they travel: pairs of first and one past the last face, in order. */
public final class FaceRanges {
  private FaceRanges() {}

  /**
   * @param faceCount of the mesh
   * @throws IllegalArgumentException when a range lies outside of the mesh
   */
  public static BitSet toFaces(int[] ranges, int faceCount) {
    BitSet faces = new BitSet(faceCount);
    if (ranges == null || ranges.length % 2 != 0) {
      throw new IllegalArgumentException(
          "faceRanges must hold pairs of first and one past the last face.");
    }
    for (int i = 0; i < ranges.length; i += 2) {
      if (ranges[i] < 0 || ranges[i + 1] < ranges[i] || ranges[i + 1] > faceCount) {
        throw new IllegalArgumentException(
            "Faces %d … %d are not faces of this model, which has %d."
                .formatted(ranges[i], ranges[i + 1], faceCount));
      }
      faces.set(ranges[i], ranges[i + 1]);
    }
    return faces;
  }

  public static int[] of(BitSet faces) {
    IntArrayList ranges = new IntArrayList();
    for (int from = faces.nextSetBit(0); from >= 0; ) {
      int to = faces.nextClearBit(from);
      ranges.add(from);
      ranges.add(to);
      from = faces.nextSetBit(to);
    }
    return ranges.toArray();
  }

  public static RoaringBitmap bitmap(BitSet faces) {
    RoaringBitmap bitmap = new RoaringBitmap();
    int[] ranges = of(faces);
    for (int i = 0; i < ranges.length; i += 2) {
      bitmap.add((long) ranges[i], ranges[i + 1]);
    }
    return bitmap;
  }

  static BitSet faces(RoaringBitmap bitmap) {
    BitSet faces = new BitSet();
    bitmap.forEach((int f) -> faces.set(f));
    return faces;
  }
}
