package idiotaxa.core.mask;

import com.carrotsearch.hppc.LongIntHashMap;
import com.carrotsearch.hppc.cursors.LongIntCursor;
import idiotaxa.core.map.NearestCovered;
import idiotaxa.core.map.PaddedMaps;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mesh.Mesh;
import java.util.Arrays;

/**
 * The group of every face of a target as its maps have it: the one that most of its texels have. A face
 * that owns no texel has that of the texel in which its middle lies. Takes one sheet after another.
 */
public final class MapFaceGroups {
  private static final int GROUP_BITS = 16;

  private final Mesh mesh;
  private final int[] groups;

  public MapFaceGroups(Mesh mesh) {
    this.mesh = mesh;
    groups = new int[mesh.faceCount()];
  }

  /** Counts texels of every face and group. */
  private final class Counting implements TexelPoints.Visitor {
    private final TexelPoints points;
    private final char[] groupOf;
    private final LongIntHashMap texels;

    Counting(TexelPoints points, char[] groupOf, LongIntHashMap texels) {
      this.points = points;
      this.groupOf = groupOf;
      this.texels = texels;
    }

    @Override
    public void visit(int texel, int triangle) {
      visitRun(texel, texel + 1, triangle);
    }

    @Override
    public void visitRun(int from, int to, int triangle) {
      long face = mesh.triangleFace(points.meshTriangle(triangle));
      for (int begin = from; begin < to; ) {
        char group = groupOf[begin];
        int end = begin + 1;
        while (end < to && groupOf[end] == group) {
          end++;
        }
        texels.addTo(face << GROUP_BITS | (group == SheetMaps.MISSED ? 0 : group), end - begin);
        begin = end;
      }
    }
  }

  /**
   * @param sheet of this mesh
   */
  public void add(MaskSheet sheet, int threads) {
    TexelPoints points = sheet.points();
    SheetMaps maps = sheet.maps();
    LongIntHashMap[] texels = new LongIntHashMap[threads];
    Arrays.setAll(texels, worker -> new LongIntHashMap());
    points.visit(
        maps.groups(),
        threads,
        worker -> new Counting(points, maps.groups(), texels[worker]));
    for (int worker = 1; worker < threads; worker++) {
      for (LongIntCursor of : texels[worker]) {
        texels[0].addTo(of.key, of.value);
      }
    }
    int[] most = new int[mesh.faceCount()];
    for (LongIntCursor of : texels[0]) {
      int face = (int) (of.key >>> GROUP_BITS);
      int group = (int) of.key & 0xFFFF;
      boolean isMore = of.value > most[face] || of.value == most[face] && group < groups[face];
      if (isMore) {
        most[face] = of.value;
        groups[face] = group;
      }
    }
    addSmall(points, maps, most, threads);
  }

  private void addSmall(TexelPoints points, SheetMaps maps, int[] texelsOfFace, int threads) {
    PaddedMaps padded = null;
    for (int i = 0; i < points.triangleCount(); i++) {
      int triangle = points.meshTriangle(i);
      int face = mesh.triangleFace(triangle);
      if (texelsOfFace[face] == 0) {
        padded = padded == null ? maps.padded(NearestCovered.EVERYWHERE, threads) : padded;
        groups[face] = padded.groupAt(points.texelOfMiddle(i));
      }
    }
  }

  /** Number of every face, 0 for unclaimed. */
  public int[] groups() {
    return groups;
  }
}
