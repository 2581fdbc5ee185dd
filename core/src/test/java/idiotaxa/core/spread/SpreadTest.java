package idiotaxa.core.spread;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.core.work.CancelledException;
import idiotaxa.core.work.Progress;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SpreadTest {
  private static final int N = 60;

  /** A plate of N × N quads in the unit square, with two round bosses that melt into it. */
  private static final class Plate {
    private final double[] height = new double[(N + 1) * (N + 1)];
    private final int[] region = new int[N * N];

    Plate(double noise, long seed) {
      SplittableRandom random = new SplittableRandom(seed);
      for (int i = 0; i < height.length; i++) {
        height[i] = bump(i % (N + 1) / (double) N, i / (N + 1) / (double) N) + noise * random.nextGaussian() / N;
      }
      for (int f = 0; f < region.length; f++) {
        double x = (f % N + 0.5) / N;
        double y = (f / N + 0.5) / N;
        region[f] = far(x, y, 0) < 0.15 ? 1 : far(x, y, 1) < 0.15 ? 2 : 3;
      }
    }

    static double far(double x, double y, int boss) {
      return Math.hypot(x - (boss == 0 ? 0.3 : 0.7), y - 0.5);
    }

    static double bump(double x, double y) {
      double up = Math.max(0, Math.min(1, (0.15 - Math.min(far(x, y, 0), far(x, y, 1))) / 0.05));
      return 0.06 * up * up * (3 - 2 * up);
    }

    Mesh mesh() {
      MeshBuilder builder = new MeshBuilder();
      builder.part("plate");
      for (int i = 0; i < height.length; i++) {
        builder.vertex(i % (N + 1) / (double) N, i / (N + 1) / (double) N, height[i]);
      }
      for (int f = 0; f < region.length; f++) {
        int a = f / N * (N + 1) + f % N;
        builder.polygon(0, Mesh.NO_MATERIAL, a, a + 1, a + N + 2, a + N + 1);
      }
      return builder.build();
    }

    double shareRight(int[] found) {
      int right = 0;
      for (int f = 0; f < region.length; f++) {
        right += found[f] == region[f] ? 1 : 0;
      }
      return right / (double) region.length;
    }
  }

  private static int at(double x, double y) {
    return (int) (y * N) * N + (int) (x * N);
  }

  private static final List<Spread.Stroke> STROKES =
      List.of(
          new Spread.Stroke(1, new int[] {at(0.3, 0.5), at(0.32, 0.5)}),
          new Spread.Stroke(2, new int[] {at(0.7, 0.5)}),
          new Spread.Stroke(3, new int[] {at(0.1, 0.1), at(0.12, 0.1), at(0.14, 0.1)}));

  @ParameterizedTest
  @ValueSource(doubles = {0, 0.03, 0.1})
  void whatMeltsIntoAPlateIsCutAtItsFoot(double noise) {
    Plate plate = new Plate(noise, 3);
    Spread.Result found = new Spread(Creases.of(plate.mesh())).follow(STROKES);
    assertThat(plate.shareRight(found.groupOfFace())).isGreaterThan(0.97);
    for (Spread.Stroke stroke : STROKES) {
      for (int f : stroke.faces()) {
        assertThat(found.groupOfFace()[f]).isEqualTo(stroke.group());
        assertThat(found.confidence()[f]).isEqualTo(1);
      }
    }
  }

  @Test
  void theSidesOfACubeGoToTheStrokesOnThem() {
    Mesh cube = Shapes.unwrappedCube();
    List<Spread.Stroke> strokes = new ArrayList<>();
    for (int f = 0; f < 5; f++) {
      strokes.add(new Spread.Stroke(f + 1, new int[] {f}));
    }
    int[] found = new Spread(Creases.of(cube)).follow(strokes).groupOfFace();
    assertThat(Arrays.copyOf(found, 5)).containsExactly(1, 2, 3, 4, 5);
    assertThat(found[5]).isBetween(1, 5);
  }

  @Test
  void movingAndTurningTheModelAndTheOrderOfItsFacesChangeNothing() {
    Plate plate = new Plate(0.03, 3);
    Mesh mesh = plate.mesh();
    int[] found = new Spread(Creases.of(mesh)).follow(STROKES).groupOfFace();
    float[] turned = mesh.positions().clone();
    for (int i = 0; i < turned.length; i += 3) {
      float x = turned[i];
      turned[i] = 8 - turned[i + 1];
      turned[i + 1] = 4 + x;
    }
    assertThat(new Spread(Creases.of(mesh.withPositions(turned, null))).follow(STROKES).groupOfFace()).isEqualTo(found);
    int count = mesh.faceCount();
    MeshBuilder builder = new MeshBuilder();
    builder.part("plate");
    builder.vertices(mesh.positions());
    for (int f = count - 1; f >= 0; f--) {
      builder.polygon(0, Mesh.NO_MATERIAL, Arrays.copyOfRange(mesh.cornerVertex(), 4 * f, 4 * f + 4));
    }
    List<Spread.Stroke> reversed =
        STROKES.stream()
            .map(s -> new Spread.Stroke(s.group(), Arrays.stream(s.faces()).map(f -> count - 1 - f).toArray()))
            .toList();
    int[] other = new Spread(Creases.of(builder.build())).follow(reversed).groupOfFace();
    int same = 0;
    for (int f = 0; f < count; f++) {
      same += other[count - 1 - f] == found[f] ? 1 : 0;
    }
    // Of cuts that cost the same one must be taken.
    assertThat(same).isGreaterThan(count - 20);
  }

  @Test
  void theSameStrokesAlwaysGiveTheSameAnswerAndMoreMendIt() {
    Plate plate = new Plate(0.03, 5);
    Spread spread = new Spread(Creases.of(plate.mesh()));
    List<Spread.Stroke> two = STROKES.subList(1, 3);
    int[] first = spread.follow(two).groupOfFace();
    assertThat(first[at(0.3, 0.5)]).isEqualTo(3);
    List<Spread.Stroke> three = new ArrayList<>(two);
    three.add(STROKES.get(0));
    assertThat(plate.shareRight(spread.follow(three).groupOfFace())).isGreaterThan(0.97);
    assertThat(spread.follow(two).groupOfFace()).isEqualTo(first);
    // The later of two strokes on one face has it; group 0 leaves alone.
    three.add(new Spread.Stroke(0, STROKES.get(0).faces()));
    int[] left = spread.follow(three).groupOfFace();
    assertThat(left[at(0.3, 0.5)]).isZero();
    assertThat(left[at(0.7, 0.5)]).isEqualTo(2);
  }

  @Test
  void onlyWhatIsFreeAndHangsTogetherFollows() {
    Plate plate = new Plate(0, 1);
    boolean[] isFree = new boolean[N * N];
    for (int f = 0; f < isFree.length; f++) {
      isFree[f] = f % N < N / 2;
    }
    Spread.Result found = new Spread(Creases.of(plate.mesh())).follow(STROKES, isFree, Progress.NONE);
    for (int f = 0; f < isFree.length; f++) {
      double far = Plate.far((f % N + 0.5) / N, (f / N + 0.5) / N, 0);
      int group = found.groupOfFace()[f];
      // A face more or less at the foot.
      assertThat(group).isIn(!isFree[f] ? List.of(Spread.NOBODY) : far < 0.13 ? List.of(1) : far > 0.17 ? List.of(3) : List.of(1, 3));
    }
    MeshBuilder two = new MeshBuilder();
    two.part("a");
    Shapes.grid(two, 3, 1, 0);
    Shapes.grid(two, 3, 1, 1);
    Spread.Result apart = new Spread(Creases.of(two.build())).follow(List.of(new Spread.Stroke(4, new int[] {0})));
    assertThat(Arrays.copyOf(apart.groupOfFace(), 9)).containsOnly(4);
    assertThat(Arrays.copyOfRange(apart.groupOfFace(), 9, 18)).containsOnly(Spread.NOBODY);
    assertThat(apart.confidence()[12]).isZero();
  }

  @Test
  void aBorderThatNoCreaseHoldsIsNotSure() {
    MeshBuilder flat = new MeshBuilder();
    flat.part("flat");
    Shapes.grid(flat, 20, 1, 0);
    List<Spread.Stroke> strokes = List.of(new Spread.Stroke(1, new int[] {0}), new Spread.Stroke(2, new int[] {399}));
    Spread.Result found = new Spread(Creases.of(flat.build())).follow(strokes);
    assertThat(found.groupOfFace()).contains(1, 2).doesNotContain(Spread.NOBODY);
    assertThat(found.confidence()).contains(0.5f, 1f);
  }

  /** Where a seam was closed with triangles without area, nothing bends. */
  @Test
  void facesWithoutAreaAreNoCreases() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("flat");
    for (int y = 0; y <= 4; y++) {
      for (double x : new double[] {0, 1, 2}) {
        builder.vertex(x, y, 0);
      }
      builder.vertex(1, y + 0.5, 0);
    }
    for (int y = 0; y < 4; y++) {
      int a = 4 * y;
      builder.polygon(0, Mesh.NO_MATERIAL, a, a + 1, a + 5, a + 4);
      builder.polygon(0, Mesh.NO_MATERIAL, a + 1, a + 3, a + 5);
      builder.polygon(0, Mesh.NO_MATERIAL, a + 1, a + 2, a + 6, a + 5, a + 3);
    }
    // Most of the surface is whole, so that what is usual is nothing.
    Shapes.grid(builder, 20, 1, -3);
    Creases creases = Creases.of(builder.build());
    assertThat(creases.links().count()).isGreaterThan(700);
    for (float strength : creases.strength()) {
      assertThat(strength).isLessThan(0.01f);
    }
  }

  @Test
  void coloursAndMaterialsAreBordersToo() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("flat");
    Shapes.grid(builder, 20, 1, 0);
    Mesh plain = builder.build();
    int[] colors = new int[plain.cornerCount()];
    for (int c = 0; c < colors.length; c++) {
      colors[c] = 0xFF000000 | (c / 4 % 20 < 7 ? 0x204060 : 0xA08030);
    }
    List<Spread.Stroke> strokes = List.of(new Spread.Stroke(1, new int[] {20 * 10}), new Spread.Stroke(2, new int[] {20 * 10 + 19}));
    int[] found = new Spread(Creases.of(plain.withCornerColors(colors))).follow(strokes).groupOfFace();
    for (int f = 0; f < found.length; f++) {
      assertThat(found[f]).as("face %d", f).isEqualTo(f % 20 < 7 ? 1 : 2);
    }
  }

  @Test
  void itCanBeCancelled() {
    Spread spread = new Spread(Creases.of(new Plate(0, 1).mesh()));
    assertThatThrownBy(() -> spread.follow(STROKES, null, () -> true)).isInstanceOf(CancelledException.class);
    assertThatThrownBy(() -> new Spread.Stroke(-1, new int[0])).hasMessageContaining("at least 0");
  }
}
