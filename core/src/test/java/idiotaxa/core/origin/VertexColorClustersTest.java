package idiotaxa.core.origin;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import org.junit.jupiter.api.Test;

class VertexColorClustersTest {
  private static final int[] COLORS = {0xFF102030, 0xFFE04010, 0xFF40D060};

  /** More triangles than are added up at a time; a third of them have corners of several colours. */
  @Test
  void areasOfColorsAreThoseOfAPlainSum() {
    Mesh plain = Shapes.bumpySphere(300, 0.02);
    int[] colors = new int[plain.cornerCount()];
    for (int c = 0; c < colors.length; c++) {
      int face = c / 4;
      colors[c] = COLORS[face % 3 == 2 ? c % 3 : face % 2];
    }
    Mesh mesh = plain.withCornerColors(colors);
    assertThat(mesh.triangleCount()).isGreaterThan(8 << 15);
    double[] expected = new double[COLORS.length];
    for (int t = 0; t < mesh.triangleCount(); t++) {
      for (int k = 0; k < 3; k++) {
        int color = colors[mesh.triangleCorner(t, k)];
        int at = color == COLORS[0] ? 0 : color == COLORS[1] ? 1 : 2;
        expected[at] += TriangleGeometry.area(mesh, t) / 3;
      }
    }
    VertexColorClusters clusters = VertexColorClusters.of(mesh, 8);
    assertThat(clusters.count()).isEqualTo(COLORS.length);
    for (int i = 0; i < COLORS.length; i++) {
      int color = COLORS[i] & 0xFFFFFF;
      double area = 0;
      for (int cluster = 0; cluster < clusters.count(); cluster++) {
        area += clusters.color(cluster) == color ? clusters.area(cluster) : 0;
      }
      assertThat(area).isCloseTo(expected[i], within(1e-9));
    }
  }
}
