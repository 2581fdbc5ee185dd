package idiotaxa.core.raster;

/**
 * Visits the texels that a thin triangle runs through, along its median from the corner opposite its
 * shortest edge, in steps of half a texel.
 */
public final class ThinWalk {
  /** A point strictly inside the triangle, in fixed point. */
  public interface Visitor {
    void visit(int texel, long px, long py);
  }

  private final UvTriangles triangles;
  private final int width;
  private final int height;

  public ThinWalk(UvTriangles triangles, int width, int height) {
    this.triangles = triangles;
    this.width = width;
    this.height = height;
  }

  public void along(int i, Visitor visitor) {
    int apex = cornerOppositeShortestEdge(i);
    double fromX = triangles.x(i, apex);
    double fromY = triangles.y(i, apex);
    double toX = (triangles.x(i, (apex + 1) % 3) + triangles.x(i, (apex + 2) % 3)) / 2.0;
    double toY = (triangles.y(i, (apex + 1) % 3) + triangles.y(i, (apex + 2) % 3)) / 2.0;
    double length = Math.hypot(toX - fromX, toY - fromY);
    int steps = Math.max(1, (int) Math.ceil(length / (UvTriangles.STEPS / 2.0)));
    for (int s = 0; s < steps; s++) {
      double share = (s + 0.5) / steps;
      long px = Math.round(fromX + share * (toX - fromX));
      long py = Math.round(fromY + share * (toY - fromY));
      long x = Math.floorDiv(px, (long) UvTriangles.STEPS);
      long y = Math.floorDiv(py, (long) UvTriangles.STEPS);
      if (x >= 0 && x < width && y >= 0 && y < height) {
        visitor.visit((int) (y * width + x), px, py);
      }
    }
  }

  private int cornerOppositeShortestEdge(int i) {
    int best = 0;
    double shortest = Double.POSITIVE_INFINITY;
    for (int k = 0; k < 3; k++) {
      int a = (k + 1) % 3;
      int b = (k + 2) % 3;
      double length =
          Math.hypot(
              (double) triangles.x(i, a) - triangles.x(i, b),
              (double) triangles.y(i, a) - triangles.y(i, b));
      if (length < shortest) {
        shortest = length;
        best = k;
      }
    }
    return best;
  }
}
