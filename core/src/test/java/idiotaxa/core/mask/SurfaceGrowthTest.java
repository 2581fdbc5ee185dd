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
import java.util.SplittableRandom;
import java.util.function.DoubleBinaryOperator;
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

  /** Two layers in one sheet, each a square metre of cells that a height bends; the upper one lies elsewhere on the sheet. */
  private static Mesh layers(double gap, double turn, DoubleBinaryOperator height) {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("layers");
    int cells = 12;
    for (int layer = 0; layer < 2; layer++) {
      int first = builder.vertexCount();
      for (int r = 0; r <= cells; r++) {
        for (int c = 0; c <= cells; c++) {
          double x = c / (double) cells;
          double y = r / (double) cells;
          builder.vertex(x, y, height.applyAsDouble(x, y) + gap * layer);
        }
      }
      double angle = layer * turn;
      for (int r = 0; r < cells; r++) {
        for (int c = 0; c < cells; c++) {
          builder.face(part, Mesh.NO_MATERIAL);
          for (int[] at : new int[][] {{0, 0}, {1, 0}, {1, 1}, {0, 1}}) {
            builder.corner(first + (r + at[1]) * (cells + 1) + c + at[0]);
            double x = (c + at[0]) / (double) cells - 0.5;
            double y = (r + at[1]) / (double) cells - 0.5;
            builder.uv(
                (float) (0.25 + 0.5 * layer + 0.3 * (Math.cos(angle) * x - Math.sin(angle) * y)),
                (float) (0.503 + 0.3 * (Math.sin(angle) * x + Math.cos(angle) * y)));
          }
        }
      }
    }
    return builder.build();
  }

  private record Layered(MaskTarget target, MaskSheet sheet, Mesh mesh, TexelPoints points, double[][] at, double[][] normals) {}

  /** The upper layer is group 1, or only the part of it that is meant; all else is group 2. */
  private static Layered layered(Mesh mesh, int size, DoubleBinaryOperator isMeant) {
    Sheet sheet = SheetLayout.ONE.divide(mesh).get(0);
    MaskTarget target = MaskTarget.of(mesh);
    TexelPoints points = new TexelPoints(mesh, sheet, size, size);
    char[] groups = new char[size * size];
    Arrays.fill(groups, SheetMaps.UNCOVERED);
    double[][] at = new double[size * size][];
    double[][] normals = new double[size * size][];
    int upper = mesh.triangleCount() / 2;
    points.visit(
        new char[size * size],
        1,
        w ->
            (texel, triangle) -> {
              double[] weights = new double[3];
              at[texel] = new double[3];
              normals[texel] = new double[3];
              points.point(texel, triangle, weights, at[texel]);
              for (int k = 0; k < 3; k++) {
                for (int axis = 0; axis < 3; axis++) {
                  int vertex = mesh.triangleVertex(points.meshTriangle(triangle), k);
                  normals[texel][axis] += weights[k] * target.normals()[3 * vertex + axis];
                }
              }
              boolean isUpper = points.meshTriangle(triangle) >= upper;
              boolean isIn = isUpper && isMeant.applyAsDouble(at[texel][0], at[texel][1]) > 0;
              groups[texel] = (char) (isIn ? 1 : 2);
            });
    MaskSheet masks = target.sheet(sheet, new SheetMaps(size, size, groups, Coverage.none()), 2);
    return new Layered(target, masks, mesh, points, at, normals);
  }

  private static char[] grown(Layered layered, double radius, MaskStep.Kind kind) {
    MaskSpec spec =
        new MaskSpec(
            "m", List.of(MaskPart.ofGroup(1, MaskPart.How.ADD)), List.of(MaskStep.mm(kind, 1000 * radius)), 8);
    return new MaskMaker(layered.target(), List.of(spec), GreyImages.NONE, 2, Progress.NONE).make(spec, List.of(layered.sheet()))[0];
  }

  /** A decal lies half a texel above a body: what lies under it is reached everywhere, not in rows. */
  @Test
  void whatLiesUnderALayerIsReachedEverywhere() {
    int size = 512;
    double texel = 1 / (0.3 * size);
    for (double turn : new double[] {0, 0.3}) {
      Layered layered = layered(layers(0.5 * texel, turn, (x, y) -> 0), size, (x, y) -> 1);
      for (double radius : new double[] {0.55 * texel, 0.7 * texel, 1.2 * texel, 3 * texel, 40 * texel}) {
        char[] grown = grown(layered, radius, MaskStep.Kind.GROW);
        int under = 0;
        for (int i = 0; i < grown.length; i++) {
          double[] at = layered.at()[i];
          boolean isInside = at != null && Math.min(Math.min(at[0], 1 - at[0]), Math.min(at[1], 1 - at[1])) > texel;
          if (isInside && layered.sheet().maps().groups()[i] == 2) {
            under++;
            assertThat((int) grown[i]).as("%.2f texels, turned %.1f, %s", radius / texel, turn, Arrays.toString(at)).isEqualTo(65535);
          }
        }
        assertThat(under).isGreaterThan(10_000);
      }
      char[] less = grown(layered, 0.45 * texel, MaskStep.Kind.GROW);
      for (int i = 0; i < less.length; i++) {
        assertThat(less[i] > 0).isEqualTo(layered.sheet().maps().groups()[i] == 1);
      }
    }
  }

  /** Against looking at every texel of the mask: nothing within reach is missed, and nothing is taken that is farther off than a texel. */
  @Test
  void randomLayersAreReachedAsByLookingAtEveryTexel() {
    SplittableRandom random = new SplittableRandom(17);
    int size = 128;
    double texel = 1 / (0.3 * size);
    for (int round = 0; round < 12; round++) {
      double bend = random.nextDouble(0.3);
      double waves = random.nextDouble(1, 5);
      double gap = random.nextDouble(0.2, 4) * texel;
      double middle = random.nextDouble(0.2, 0.8);
      double wide = random.nextDouble(0.05, 0.5);
      Mesh mesh = layers(gap, random.nextDouble(3), (x, y) -> bend * Math.sin(waves * x) * Math.cos(waves * y));
      Layered layered = layered(mesh, size, (x, y) -> wide - Math.hypot(x - middle, y - 0.5));
      double radius = random.nextDouble(0.3, 12) * texel;
      char[] grown = grown(layered, radius, MaskStep.Kind.GROW);
      char[] groups = layered.sheet().maps().groups();
      for (int i = 0; i < grown.length; i++) {
        if (layered.at()[i] == null) {
          continue;
        }
        double nearest = Double.POSITIVE_INFINITY;
        for (int m = 0; m < groups.length; m++) {
          if (groups[m] == 1 && layered.at()[m] != null && agree(layered.normals()[m], layered.normals()[i])) {
            nearest = Math.min(nearest, distance(layered.at()[m], layered.at()[i]));
          }
        }
        String what = "round %d, %.3f texels of %.3f".formatted(round, nearest / texel, radius / texel);
        if (nearest <= radius * (1 - 1 / 300.0)) {
          assertThat((int) grown[i]).as(what).isEqualTo(65535);
        } else if (nearest > radius + 0.8 * texel) {
          assertThat((int) grown[i]).as(what).isZero();
        }
      }
    }
  }

  private static boolean agree(double[] a, double[] b) {
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2] > 0;
  }
}
