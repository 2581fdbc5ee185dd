package idiotaxa.core.spread;

import idiotaxa.core.file.JsonFields;
import idiotaxa.core.group.Group;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.trace.Bvh;
import idiotaxa.core.trace.ClosestPointQuery;
import idiotaxa.core.work.Parallel;
import java.util.ArrayList;
import java.util.List;

/**
 * Reads strokes over a model: {@code {"strokes": [{"group": 1, "faces": [12, 13]}, {"group": 2, "points": [[x, y, z]]}]}}.
 * Faces are numbered from 0 in the order of the file, points are in its units and axes and stand for the nearest face.
 */
public final class StrokesFile {
  /** Share of the model's diagonal that a point may lie off its surface. */
  private static final double OFF = 0.05;

  private final Mesh mesh;
  private ClosestPointQuery nearest;

  private StrokesFile(Mesh mesh) {
    this.mesh = mesh;
  }

  /**
   * @throws IllegalArgumentException naming the field that is wrong
   */
  public static List<Spread.Stroke> read(String text, Mesh mesh) {
    StrokesFile file = new StrokesFile(mesh);
    JsonFields root = JsonFields.parse("file of strokes", text);
    List<Spread.Stroke> strokes = root.checked(() -> root.list("strokes", file::stroke));
    if (strokes.isEmpty()) {
      throw new IllegalArgumentException("strokes: it holds none; give at least one with a group and its faces or points");
    }
    return strokes;
  }

  private Spread.Stroke stroke(JsonFields fields) {
    int group = fields.whole("group");
    if (group < 0 || group > Group.MAX_NUMBER) {
      throw new IllegalArgumentException("group: 1 … %d is expected, or 0 for what is left alone, got %d".formatted(Group.MAX_NUMBER, group));
    }
    List<Integer> faces = new ArrayList<>(fields.numbers("faces", this::face));
    fields.triples("points").forEach(point -> faces.add(faceAt(point)));
    if (faces.isEmpty()) {
      throw new IllegalArgumentException("faces or points are needed: without both the stroke touches nothing");
    }
    return new Spread.Stroke(group, faces.stream().mapToInt(Integer::intValue).toArray());
  }

  private int face(double number) {
    if (number != Math.rint(number) || number < 0 || number >= mesh.faceCount()) {
      throw new IllegalArgumentException(
          "faces: %s is no face of this model, which has 0 … %d".formatted(number == Math.rint(number) ? Long.toString((long) number) : Double.toString(number), mesh.faceCount() - 1));
    }
    return (int) number;
  }

  private int faceAt(double[] inFile) {
    if (nearest == null) {
      nearest = new ClosestPointQuery(Bvh.of(mesh, Parallel.cores()));
    }
    double[] p = mesh.frame().toMesh(inFile);
    if (!nearest.find(p[0], p[1], p[2], OFF * mesh.bounds().diagonal(), null)) {
      throw new IllegalArgumentException(
          "points: [%s, %s, %s] lies off the surface by more than a twentieth of its size; give it in the file's own units and axes"
              .formatted(inFile[0], inFile[1], inFile[2]));
    }
    return mesh.triangleFace(nearest.triangle());
  }
}
