package idiotaxa.demo;

import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Iterator;
import java.util.List;
import java.util.Map;

/** Meshes parts as quads: coarse with UVs, or fine with vertex colours and relief. */
final class PatchMesher {
  private final List<PartModel> parts;
  private final MeshBuilder builder = new MeshBuilder();

  PatchMesher(List<PartModel> parts) {
    this.parts = parts;
  }

  /** The target: coarse, with one UV rectangle a patch, on the tile of its part. */
  Mesh target(List<Material> materials) {
    materials.forEach(builder::material);
    Map<Integer, Iterator<UvLayout.Rect>> rects = new HashMap<>();
    for (PartModel part : parts) {
      Iterator<UvLayout.Rect> left =
          rects.computeIfAbsent(part.tile(), tile -> UvLayout.of(patchesOf(tile)).iterator());
      int index = builder.part(part.name());
      for (Patch patch : part.patches()) {
        UvLayout.Rect rect = left.next().onTile(part.tile());
        new Grid(patch, 1, 0).addFaces(index, part.material(), rect, null);
      }
    }
    return builder.build();
  }

  private List<Patch> patchesOf(int tile) {
    return parts.stream()
        .filter(part -> part.tile() == tile)
        .flatMap(part -> part.patches().stream())
        .toList();
  }

  /**
   * The source: every coarse quad divided {@code fineness} times each way, coloured by group.
   *
   * @param suffix behind every part's name
   */
  Mesh source(Palette palette, int fineness, String suffix) {
    int[] colors = new int[palette.maxNumber() + 1];
    for (Group group : palette.groups()) {
      colors[group.number()] = 0xFF000000 | group.color();
    }
    for (PartModel part : parts) {
      int index = builder.part(part.name() + suffix);
      for (Patch patch : part.patches()) {
        new Grid(patch, fineness, patch.ripple()).addFaces(index, Mesh.NO_MATERIAL, null, colors);
      }
    }
    return builder.build();
  }

  /** The vertices of one patch, added to the builder. */
  private final class Grid {
    private final Patch patch;
    private final int fineness;
    private final int columns;
    private final int rows;
    private final int first;
    private final int across;

    Grid(Patch patch, int fineness, double ripple) {
      this.patch = patch;
      this.fineness = fineness;
      columns = patch.columns() * fineness;
      rows = patch.rows() * fineness;
      across = patch.isClosed() ? columns : columns + 1;
      first = builder.vertexCount();
      double[] p = new double[3];
      double[] q = new double[3];
      for (int row = 0; row <= rows; row++) {
        for (int column = 0; column < across; column++) {
          double s = column / (double) columns;
          double t = row / (double) rows;
          patch.surface().at(s, t, p);
          if (ripple > 0 && row > 0 && row < rows) {
            raise(s, t, ripple, p, q);
          }
          builder.vertex(p[0], p[1], p[2]);
        }
      }
    }

    /** Moves a point away from the patch's axis by a soft wave. */
    private void raise(double s, double t, double ripple, double[] p, double[] q) {
      patch.surface().at((s + 0.5) % 1, t, q);
      double wave =
          ripple
              * StrictMath.sin(12 * Math.PI * t)
              * StrictMath.sin(10 * Math.PI * s);
      double dx = p[0] - q[0];
      double dz = p[2] - q[2];
      double length = Math.hypot(dx, dz);
      if (length > 0) {
        p[0] += dx / length * wave;
        p[2] += dz / length * wave;
      }
    }

    private int vertex(int column, int row) {
      return first + row * across + (patch.isClosed() ? column % columns : column);
    }

    void addFaces(int part, int material, UvLayout.Rect rect, int[] colors) {
      for (int row = 0; row < rows; row++) {
        for (int column = 0; column < columns; column++) {
          addFace(column, row, part, material, rect, colors);
        }
      }
    }

    /** A quad, or a triangle where the row above or below is a single point. */
    private void addFace(
        int column, int row, int part, int material, UvLayout.Rect rect, int[] colors) {
      builder.face(part, material);
      if (isPole(row)) {
        corner(column, 0.5, row, rect, colors, row);
      } else {
        corner(column, 0, row, rect, colors, row);
        corner(column + 1, 0, row, rect, colors, row);
      }
      if (isPole(row + 1)) {
        corner(column, 0.5, row + 1, rect, colors, row);
      } else {
        corner(column + 1, 0, row + 1, rect, colors, row);
        corner(column, 0, row + 1, rect, colors, row);
      }
    }

    private boolean isPole(int row) {
      if (!patch.isClosed() || (row != 0 && row != rows)) {
        return false;
      }
      double[] p = new double[3];
      double[] q = new double[3];
      patch.surface().at(0, row / (double) rows, p);
      patch.surface().at(0.4, row / (double) rows, q);
      return Arrays.equals(p, q);
    }

    private void corner(
        int column, double shift, int row, UvLayout.Rect rect, int[] colors, int faceRow) {
      builder.corner(vertex(column, row));
      if (rect != null) {
        builder.uv(
            (float) (rect.u() + rect.width() * (column + shift) / columns),
            (float) (rect.v() + rect.height() * row / rows));
      }
      if (colors != null) {
        builder.color(colors[patch.groupOfRow()[faceRow / fineness]]);
      }
    }
  }
}
