package idiotaxa.core.pick;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.BitSet;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PickTest {
  private static final int AROUND = 12;
  private static final int ROWS = 3;

  /** Side quads row by row from the bottom, then the two caps; y is up, radius and height 1. */
  private static Mesh cappedCylinder(boolean isTriangulated) {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("cylinder");
    for (int row = 0; row <= ROWS; row++) {
      for (int i = 0; i < AROUND; i++) {
        double angle = 2 * Math.PI * i / AROUND;
        builder.vertex(Math.cos(angle), row / (double) ROWS, -Math.sin(angle));
      }
    }
    for (int row = 0; row < ROWS; row++) {
      for (int i = 0; i < AROUND; i++) {
        int a = row * AROUND + i;
        int b = row * AROUND + (i + 1) % AROUND;
        if (isTriangulated) {
          builder.polygon(part, Mesh.NO_MATERIAL, a, b, b + AROUND);
          builder.polygon(part, Mesh.NO_MATERIAL, a, b + AROUND, a + AROUND);
        } else {
          builder.polygon(part, Mesh.NO_MATERIAL, a, b, b + AROUND, a + AROUND);
        }
      }
    }
    int top = ROWS * AROUND;
    for (int i = 1; i < AROUND - 1 && isTriangulated; i++) {
      builder.polygon(part, Mesh.NO_MATERIAL, 0, i + 1, i);
      builder.polygon(part, Mesh.NO_MATERIAL, top, top + i, top + i + 1);
    }
    if (!isTriangulated) {
      int[] bottom = new int[AROUND];
      int[] lid = new int[AROUND];
      for (int i = 0; i < AROUND; i++) {
        bottom[i] = AROUND - 1 - i;
        lid[i] = top + i;
      }
      builder.polygon(part, Mesh.NO_MATERIAL, bottom);
      builder.polygon(part, Mesh.NO_MATERIAL, lid);
    }
    return builder.build();
  }

  private static BitSet faces(int... numbers) {
    BitSet out = new BitSet();
    for (int n : numbers) {
      out.set(n);
    }
    return out;
  }

  private static BitSet range(int from, int to) {
    BitSet out = new BitSet();
    out.set(from, to);
    return out;
  }

  @Test
  void ringOfQuadsClosesAroundAndEndsAtTheCaps() {
    Topology topology = Topology.of(cappedCylinder(false));
    BitSet around = QuadRing.through(topology, AROUND + 4, AROUND + 5);
    assertThat(around).isEqualTo(range(AROUND, 2 * AROUND));
    BitSet across = QuadRing.through(topology, 2 * AROUND + 7, AROUND + 7);
    assertThat(across).isEqualTo(faces(7, AROUND + 7, 2 * AROUND + 7));
  }

  @Test
  void ringOfTrianglesIsThatOfTheQuadsTheyWere() {
    Topology topology = Topology.of(cappedCylinder(true));
    for (int half = 0; half < 2; half++) {
      BitSet around =
          QuadRing.through(topology, 2 * (AROUND + 4) + half, 2 * (AROUND + 5) + 1 - half);
      assertThat(around).isEqualTo(range(2 * AROUND, 4 * AROUND));
    }
    BitSet across = QuadRing.through(topology, 2 * 7, 2 * (AROUND + 7));
    assertThat(across.cardinality()).isEqualTo(2 * ROWS);
    assertThat(across.get(2 * 7 + 1) && across.get(2 * (2 * AROUND + 7))).isTrue();
  }

  @Test
  void ringNeedsTwoQuadsSideBySide() {
    Topology quads = Topology.of(cappedCylinder(false));
    assertThatThrownBy(() -> QuadRing.through(quads, 0, 5)).hasMessageContaining("share no side");
    assertThatThrownBy(() -> QuadRing.through(quads, 0, ROWS * AROUND))
        .hasMessageContaining("runs through quads");
    Topology triangles = Topology.of(cappedCylinder(true));
    assertThatThrownBy(() -> QuadRing.through(triangles, 0, 1)).hasMessageContaining("one quad");
  }

  @ParameterizedTest
  @CsvSource({"30, 26", "40, 7", "50, 1"})
  void bevelledBoxFallsIntoPatches(double limitDeg, int patches) {
    FaceLabels labels = FlatPatches.of(Topology.of(bevelledBox()), limitDeg);
    assertThat(labels.count()).isEqualTo(patches);
    // The six sides come first; bevels meet them at 45°, corners meet bevels at 35.3°.
    if (patches == 7) {
      for (int side = 0; side < 6; side++) {
        assertThat(labels.ofFace()[side]).isEqualTo(side);
      }
    }
  }

  /** Six sides, twelve bevels at 45°, eight corner triangles; every face turned outwards. */
  private static Mesh bevelledBox() {
    MeshBuilder builder = new MeshBuilder();
    int part = builder.part("box");
    // Vertex 3·octant + axis lies on the side of that axis.
    for (int octant = 0; octant < 8; octant++) {
      for (int axis = 0; axis < 3; axis++) {
        double[] p = new double[3];
        for (int k = 0; k < 3; k++) {
          p[k] = ((octant >> k & 1) * 2 - 1) * (k == axis ? 1 : 0.8);
        }
        builder.vertex(p[0], p[1], p[2]);
      }
    }
    for (int axis = 0; axis < 3; axis++) {
      for (int side = 0; side < 2; side++) {
        int u = 1 << (axis + 1) % 3;
        int v = 1 << (axis + 2) % 3;
        int o = side << axis;
        addOutward(builder, part, side == 1, 3 * o + axis, 3 * (o | u) + axis, 3 * (o | u | v) + axis, 3 * (o | v) + axis);
      }
    }
    for (int axis = 0; axis < 3; axis++) {
      int u = (axis + 1) % 3;
      int v = (axis + 2) % 3;
      for (int o = 0; o < 8; o++) {
        if ((o >> axis & 1) == 0) {
          int far = o | 1 << axis;
          boolean isEven = ((o >> u ^ o >> v) & 1) == 0;
          addOutward(builder, part, isEven, 3 * o + u, 3 * o + v, 3 * far + v, 3 * far + u);
        }
      }
    }
    for (int o = 0; o < 8; o++) {
      boolean isOdd = Integer.bitCount(o) % 2 == 1;
      addOutward(builder, part, isOdd, 3 * o, 3 * o + 1, 3 * o + 2);
    }
    return builder.build();
  }

  private static void addOutward(MeshBuilder builder, int part, boolean isAsGiven, int... loop) {
    int[] turned = loop.clone();
    for (int i = 0; i < loop.length && !isAsGiven; i++) {
      turned[i] = loop[loop.length - 1 - i];
    }
    builder.polygon(part, Mesh.NO_MATERIAL, turned);
  }

  @Test
  void patchesStayInsideTheirPart() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("a");
    builder.part("b");
    Shapes.grid(builder, 4, 2, 0);
    // Columns of the two parts alternate, so no two faces of one part share an edge sideways.
    assertThat(FlatPatches.of(Topology.of(builder.build()), 10).count()).isEqualTo(4);
  }

  @Test
  void facingTakesWhatLooksThere() {
    Topology topology = Topology.of(cappedCylinder(false));
    int lid = ROWS * AROUND + 1;
    assertThat(Facing.of(topology, 0, 2, 0, 0)).isEqualTo(faces(lid));
    assertThat(Facing.of(topology, 0, -1, 0, 45)).isEqualTo(faces(lid - 1));
    assertThat(Facing.of(topology, 0, 1, 0, 90).cardinality()).isEqualTo(ROWS * AROUND + 1);
    // Side normals lie at 15°, 45°, 75° … from x.
    assertThat(Facing.of(topology, 1, 0, 0, 50).cardinality()).isEqualTo(4 * ROWS);
    assertThatThrownBy(() -> Facing.of(topology, 0, 0, 0, 10)).hasMessageContaining("length");
    assertThatThrownBy(() -> Facing.of(topology, 1, 0, 0, 200)).hasMessageContaining("200");
  }

  @Test
  void growthGoesRingByRing() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("grid");
    Shapes.grid(builder, 5, 1, 0);
    Topology topology = Topology.of(builder.build());
    BitSet one = faces(12);
    BitSet grown = Growth.grow(topology, one);
    assertThat(grown).isEqualTo(faces(6, 7, 8, 11, 12, 13, 16, 17, 18));
    assertThat(Growth.shrink(topology, grown)).isEqualTo(one);
    assertThat(Growth.shrink(topology, one)).isEqualTo(new BitSet());
    assertThat(Growth.aroundVertex(topology, 0)).isEqualTo(faces(0));
    assertThat(Growth.aroundVertex(topology, 7)).isEqualTo(faces(0, 1, 5, 6));
  }

  @Test
  void growthStaysInsideItsPart() {
    MeshBuilder builder = new MeshBuilder();
    builder.part("a");
    builder.part("b");
    Shapes.grid(builder, 4, 2, 0);
    Topology topology = Topology.of(builder.build());
    assertThat(Growth.grow(topology, faces(0))).isEqualTo(faces(0, 4));
    assertThat(Growth.aroundVertex(topology, 6)).isEqualTo(faces(0, 1, 4, 5));
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void growThenShrinkContainsTheStartOnAClosedMesh(long seed) {
    Topology topology = Topology.of(Shapes.bumpySphere(8, 0.2));
    SplittableRandom random = new SplittableRandom(seed);
    BitSet start = new BitSet();
    for (int f = 0; f < topology.mesh().faceCount(); f++) {
      start.set(f, random.nextInt(5) == 0);
    }
    BitSet closed = Growth.shrink(topology, Growth.grow(topology, start));
    BitSet lost = (BitSet) start.clone();
    lost.andNot(closed);
    assertThat(lost.isEmpty()).isTrue();
    BitSet opened = Growth.grow(topology, Growth.shrink(topology, start));
    opened.andNot(start);
    assertThat(opened.isEmpty()).as("shrink then grow stays inside").isTrue();
  }
}
