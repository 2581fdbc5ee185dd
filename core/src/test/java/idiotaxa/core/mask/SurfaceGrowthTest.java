package idiotaxa.core.mask;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.map.Coverage;
import idiotaxa.core.map.SheetMaps;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.SheetLayout;
import idiotaxa.core.work.Progress;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A globe cut along meridians into four islands on two tiles: a mask grows over every seam. */
class SurfaceGrowthTest {
  private static final int SIZE = 128;
  private static final int ROWS = 16;
  private static final int COLUMNS = 32;
  private static final double[] CAP = direction(0.02, 0.3);

  private static double[] direction(double turn, double height) {
    double angle = 2 * Math.PI * turn;
    double ring = Math.sqrt(1 - height * height);
    return new double[] {ring * Math.cos(angle), height, ring * Math.sin(angle)};
  }

  private static Mesh globe() {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("globe");
    for (int r = 0; r <= ROWS; r++) {
      for (int c = 0; c < COLUMNS; c++) {
        double polar = Math.PI * (1 + 14.0 * r / ROWS) / 16;
        double angle = 2 * Math.PI * c / COLUMNS;
        builder.vertex(
            Math.sin(polar) * Math.cos(angle), Math.cos(polar), Math.sin(polar) * Math.sin(angle));
      }
    }
    for (int r = 0; r < ROWS; r++) {
      for (int c = 0; c < COLUMNS; c++) {
        int next = (c + 1) % COLUMNS;
        builder.face(part, Mesh.NO_MATERIAL);
        corner(builder, r, c, c, c);
        corner(builder, r, c, next, c + 1);
        corner(builder, r + 1, c, next, c + 1);
        corner(builder, r + 1, c, c, c);
      }
    }
    return builder.build();
  }

  /** Eight columns an island; two islands a tile, beside each other with a gap. */
  private static void corner(MeshBuilder builder, int row, int column, int at, int end) {
    int island = column / 8;
    double across = (end - island * 8) / 8.0;
    builder.corner(row * COLUMNS + at);
    builder.uv(
        (float) (island / 2 + (island % 2) * 0.5 + 0.03 + 0.42 * across),
        (float) (0.04 + 0.92 * (1 - row / (double) ROWS)));
  }

  private final Mesh mesh = globe();
  private final MaskTarget target = MaskTarget.of(mesh);
  private final List<MaskSheet> sheets = new ArrayList<>();
  private final List<double[][]> places = new ArrayList<>();

  SurfaceGrowthTest() {
    for (Sheet sheet : SheetLayout.UDIM.divide(mesh)) {
      // Covered is what the points say is covered; who has which group follows from where it lies.
      char[] groups = new char[SIZE * SIZE];
      TexelPoints points = new TexelPoints(mesh, sheet, SIZE, SIZE);
      double[][] place = new double[SIZE * SIZE][];
      points.visit(
          groups,
          1,
          w ->
              (texel, triangle) -> {
                double[] point = new double[3];
                points.point(texel, triangle, new double[3], point);
                place[texel] = point;
              });
      for (int i = 0; i < groups.length; i++) {
        boolean isInCap = place[i] != null && distance(place[i], CAP) < 0.25;
        groups[i] = (char) (place[i] == null ? SheetMaps.UNCOVERED : isInCap ? 1 : 2);
      }
      places.add(place);
      sheets.add(
          target.sheet(sheet, new SheetMaps(SIZE, SIZE, groups, Coverage.none()), 2));
    }
  }

  private static double distance(double[] a, double[] b) {
    return Math.sqrt(
        (a[0] - b[0]) * (a[0] - b[0]) + (a[1] - b[1]) * (a[1] - b[1]) + (a[2] - b[2]) * (a[2] - b[2]));
  }

  private char[][] make(MaskStep... steps) {
    MaskSpec spec =
        new MaskSpec("cap", List.of(MaskPart.ofGroup(1, MaskPart.How.ADD)), List.of(steps), 8);
    MaskMaker maker =
        new MaskMaker(target, List.of(spec), GreyImages.NONE, 2, Progress.NONE);
    return maker.make(spec, sheets);
  }

  private List<double[]> capPoints() {
    List<double[]> out = new ArrayList<>();
    for (int s = 0; s < sheets.size(); s++) {
      for (int i = 0; i < SIZE * SIZE; i++) {
        if (sheets.get(s).maps().groups()[i] == 1) {
          out.add(places.get(s)[i]);
        }
      }
    }
    return out;
  }

  @Test
  void theCapLiesOnSeveralIslandsOfBothTiles() {
    assertThat(sheets).hasSize(2);
    for (MaskSheet sheet : sheets) {
      assertThat(new String(sheet.maps().groups())).contains("\u0001");
    }
  }

  @Test
  void growthMeetsItselfOnTheOtherSideOfEverySeam() {
    double radius = 0.2;
    char[][] grown = make(MaskStep.mm(MaskStep.Kind.GROW, 1000 * radius));
    List<double[]> cap = capPoints();
    // A texel is about 0.03 wide.
    double texel = 0.04;
    int[] overSeams = new int[2];
    for (int s = 0; s < sheets.size(); s++) {
      for (int i = 0; i < SIZE * SIZE; i++) {
        double[] place = places.get(s)[i];
        if (place == null) {
          assertThat((int) grown[s][i]).isZero();
          continue;
        }
        double nearest = cap.stream().mapToDouble(p -> distance(p, place)).min().orElseThrow();
        if (nearest <= radius - texel) {
          assertThat((int) grown[s][i]).as("sheet %d texel %d, %.3f away", s, i, nearest).isEqualTo(65535);
        } else if (nearest > radius) {
          assertThat((int) grown[s][i]).as("sheet %d texel %d, %.3f away", s, i, nearest).isZero();
        }
        overSeams[s] += grown[s][i] > 0 && sheets.get(s).maps().groups()[i] == 2 ? 1 : 0;
      }
    }
    assertThat(overSeams[0]).isGreaterThan(50);
    assertThat(overSeams[1]).isGreaterThan(50);
  }

  @Test
  void shrinkingWhatWasGrownContainsTheStart() {
    char[][] closed =
        make(MaskStep.mm(MaskStep.Kind.GROW, 150), MaskStep.mm(MaskStep.Kind.SHRINK, 100));
    for (int s = 0; s < sheets.size(); s++) {
      for (int i = 0; i < SIZE * SIZE; i++) {
        if (sheets.get(s).maps().groups()[i] == 1) {
          assertThat((int) closed[s][i]).isEqualTo(65535);
        }
      }
    }
  }

  @Test
  void theOtherSideOfAThinWallIsNotReached() {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("wall");
    for (int side = 0; side < 2; side++) {
      int first = builder.vertexCount();
      for (double[] xy : new double[][] {{0, 0}, {1, 0}, {1, 1}, {0, 1}}) {
        builder.vertex(xy[0], xy[1], -0.001 * side);
      }
      builder.face(part, Mesh.NO_MATERIAL);
      for (int k : side == 0 ? new int[] {0, 1, 2, 3} : new int[] {3, 2, 1, 0}) {
        builder.corner(first + k);
        builder.uv(side * 0.5f + (k == 1 || k == 2 ? 0.45f : 0.02f), k > 1 ? 0.9f : 0.1f);
      }
    }
    Mesh wall = builder.build();
    Sheet sheet = SheetLayout.ONE.divide(wall).get(0);
    MaskTarget thin = MaskTarget.of(wall);
    char[] groups = new char[SIZE * SIZE];
    Arrays.fill(groups, SheetMaps.UNCOVERED);
    TexelPoints points = new TexelPoints(wall, sheet, SIZE, SIZE);
    points.visit(new char[SIZE * SIZE], 1, w -> (texel, triangle) -> groups[texel] = (char) (texel % SIZE < 64 ? 1 : 2));
    MaskSheet both = thin.sheet(sheet, new SheetMaps(SIZE, SIZE, groups, Coverage.none()), 1);
    MaskSpec spec =
        new MaskSpec(
            "front",
            List.of(MaskPart.ofGroup(1, MaskPart.How.ADD)),
            List.of(MaskStep.mm(MaskStep.Kind.GROW, 50)),
            8);
    char[] grown =
        new MaskMaker(thin, List.of(spec), GreyImages.NONE, 1, Progress.NONE)
            .make(spec, List.of(both))[0];
    for (int i = 0; i < grown.length; i++) {
      assertThat(grown[i] > 0).isEqualTo(groups[i] == 1);
    }
  }
}
