package idiotaxa.core.raster;

import java.util.function.IntConsumer;

/**
 * Visits the texels that the edges of triangles run through, one after another (after Amanatides and Woo
 * 1987, "A fast voxel traversal algorithm for ray tracing", in the plane).
 */
public final class EdgeWalk {
  private final UvTriangles triangles;
  private final int width;
  private final int height;

  public EdgeWalk(UvTriangles triangles, int width, int height) {
    this.triangles = triangles;
    this.width = width;
    this.height = height;
  }

  /** Visits the texels along the three edges of a triangle; a texel may be visited more than once. */
  public void around(int i, IntConsumer visitor) {
    for (int k = 0; k < 3; k++) {
      int next = (k + 1) % 3;
      along(
          triangles.x(i, k), triangles.y(i, k), triangles.x(i, next), triangles.y(i, next), visitor);
    }
  }

  private void along(int fromX, int fromY, int toX, int toY, IntConsumer visitor) {
    int x = Math.floorDiv(fromX, UvTriangles.STEPS);
    int y = Math.floorDiv(fromY, UvTriangles.STEPS);
    int stepsLeft =
        Math.abs(Math.floorDiv(toX, UvTriangles.STEPS) - x)
            + Math.abs(Math.floorDiv(toY, UvTriangles.STEPS) - y);
    double dx = toX - (double) fromX;
    double dy = toY - (double) fromY;
    // Shares of the edge at which it crosses the next column and row of texels.
    double nextX = dx == 0 ? Double.POSITIVE_INFINITY : (border(x, dx) - fromX) / dx;
    double nextY = dy == 0 ? Double.POSITIVE_INFINITY : (border(y, dy) - fromY) / dy;
    double perX = UvTriangles.STEPS / Math.abs(dx);
    double perY = UvTriangles.STEPS / Math.abs(dy);
    visit(x, y, visitor);
    for (; stepsLeft > 0; stepsLeft--) {
      if (nextX < nextY) {
        x += dx > 0 ? 1 : -1;
        nextX += perX;
      } else {
        y += dy > 0 ? 1 : -1;
        nextY += perY;
      }
      visit(x, y, visitor);
    }
  }

  private static double border(int texel, double direction) {
    return (double) (direction > 0 ? texel + 1 : texel) * UvTriangles.STEPS;
  }

  private void visit(int x, int y, IntConsumer visitor) {
    if (x >= 0 && x < width && y >= 0 && y < height) {
      visitor.accept(y * width + x);
    }
  }
}
