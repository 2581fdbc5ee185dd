package idiotaxa.core.mesh;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.Shapes;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

class EdgeMapTest {
  /** Every edge once, with exactly the corners that a map from pairs of positions gives it. */
  @Test
  void edgesEqualThoseOfAPlainMap() {
    for (Mesh mesh : List.of(Shapes.bumpySphere(7, 0.1), Shapes.unwrappedCube(), Shapes.randomTriangles(4, 300, 0.3))) {
      Weld weld = Weld.of(mesh);
      EdgeMap edges = EdgeMap.of(mesh, weld);
      Map<Set<Integer>, Set<Integer>> expected = new HashMap<>();
      for (int f = 0; f < mesh.faceCount(); f++) {
        int from = mesh.faceStart()[f];
        int to = mesh.faceStart()[f + 1];
        for (int c = from; c < to; c++) {
          int next = c + 1 == to ? from : c + 1;
          int a = weld.of(mesh.cornerVertex()[c]);
          int b = weld.of(mesh.cornerVertex()[next]);
          assertThat(edges.face(c)).isEqualTo(f);
          assertThat(edges.following(c)).isEqualTo(next);
          if (a != b) {
            expected.computeIfAbsent(Set.of(a, b), k -> new TreeSet<>()).add(c);
          }
        }
      }
      Map<Set<Integer>, Set<Integer>> actual = new HashMap<>();
      for (int c = 0; c < mesh.cornerCount(); c++) {
        if (edges.isFirst(c)) {
          Set<Integer> corners = new HashSet<>();
          for (int side = c; side != EdgeMap.NONE; side = edges.next(side)) {
            corners.add(side);
          }
          assertThat(edges.count(c)).isEqualTo(corners.size());
          assertThat(actual.put(Set.of(edges.from(c), edges.to(c)), corners)).isNull();
        }
      }
      assertThat(actual).isEqualTo(expected);
    }
  }
}
