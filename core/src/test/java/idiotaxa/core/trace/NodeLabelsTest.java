package idiotaxa.core.trace;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.Shapes;
import idiotaxa.core.mesh.Mesh;
import org.junit.jupiter.api.Test;

class NodeLabelsTest {
  @Test
  void labelsOfNodesAreThoseOfTheirTriangles() {
    Mesh mesh = Shapes.randomTriangles(5, 2000, 0.02);
    Bvh bvh = Bvh.of(mesh, 1);
    NodeLabels labels = NodeLabels.of(bvh, t -> t % 50 == 0 ? NodeLabels.MIXED : 7);
    for (int node = 0; node < bvh.nodes.length; node += Bvh.NODE) {
      for (int side = 0; side < 2; side++) {
        assertThat(labels.ofChild(node, side)).isEqualTo(expected(bvh, bvh.ref(node, side)));
      }
    }
  }

  private static char expected(Bvh bvh, int ref) {
    if (!LeafRef.isLeaf(ref)) {
      char left = expected(bvh, bvh.ref(ref, 0));
      return left == expected(bvh, bvh.ref(ref, 1)) ? left : NodeLabels.MIXED;
    }
    for (int s = 0; s < LeafRef.count(ref); s++) {
      if (bvh.triangleOfSlot[LeafRef.firstSlot(ref) + s] % 50 == 0) {
        return NodeLabels.MIXED;
      }
    }
    return 7;
  }
}
