package idiotaxa.bench.revision;

import idiotaxa.bench.revision.MadePart.Patch;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.MeshBuilder;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.SplittableRandom;

/** Parts written as a file would: one mesh, and the group of every face. */
final class MadeModel {
  /** The group that most of a face lies in is looked for at so many places along each side. */
  private static final int PLACES = 12;

  final Mesh mesh;
  final int[] groups;

  private record Face(int part, double[][] corners, int group) {}

  private MadeModel(List<MadePart> parts, List<Face> faces) {
    MeshBuilder builder = new MeshBuilder();
    parts.forEach(p -> builder.part(p.name()));
    groups = new int[faces.size()];
    for (int f = 0; f < groups.length; f++) {
      Face face = faces.get(f);
      groups[f] = face.group();
      builder.face(face.part(), Mesh.NO_MATERIAL);
      for (double[] p : face.corners()) {
        builder.corner(builder.vertex(p[0], p[1], p[2]));
      }
    }
    mesh = builder.build();
  }

  static MadeModel of(List<MadePart> parts) {
    return new MadeModel(parts, faces(parts));
  }

  /** Faces of each part in another order, as some exporters write them. */
  static MadeModel shuffled(List<MadePart> parts, SplittableRandom random) {
    List<Face> faces = faces(parts);
    Collections.shuffle(faces, new java.util.Random(random.nextLong()));
    return new MadeModel(parts, faces);
  }

  /**
   * @param share of a part's size that each corner is moved at most; corners of one place move together
   */
  static MadeModel noisy(List<MadePart> parts, double share, double size, long seed) {
    List<Face> out = new ArrayList<>();
    for (Face face : faces(parts)) {
      double[][] corners = new double[face.corners().length][];
      for (int k = 0; k < corners.length; k++) {
        corners[k] = face.corners()[k].clone();
        long place = seed;
        for (double x : corners[k]) {
          place = 31 * place + Math.round(x * 1e6);
        }
        SplittableRandom random = new SplittableRandom(place);
        for (int axis = 0; axis < 3; axis++) {
          corners[k][axis] += (2 * random.nextDouble() - 1) * share * size;
        }
      }
      out.add(new Face(face.part(), corners, face.group()));
    }
    return new MadeModel(parts, out);
  }

  private static List<Face> faces(List<MadePart> parts) {
    List<Face> out = new ArrayList<>();
    for (int n = 0; n < parts.size(); n++) {
      MadePart part = parts.get(n);
      for (Patch patch : part.patches()) {
        for (int row = 0; row < patch.rows(); row++) {
          for (int column = 0; column < patch.columns(); column++) {
            out.add(face(n, part, patch, column, row));
          }
        }
      }
    }
    return out;
  }

  private static Face face(int n, MadePart part, Patch patch, int column, int row) {
    double[][] corners = new double[4][];
    for (int k = 0; k < 4; k++) {
      double s = (column + (k == 1 || k == 2 ? 1 : 0)) / (double) patch.columns();
      double t = (row + (k > 1 ? 1 : 0)) / (double) patch.rows();
      corners[part.isMirrored() ? 3 - k : k] = part.point(patch, s, t);
    }
    return new Face(n, corners, mostly(patch, column, row));
  }

  private static int mostly(Patch patch, int column, int row) {
    int[] count = new int[64];
    for (int i = 0; i < PLACES; i++) {
      for (int j = 0; j < PLACES; j++) {
        double s = (column + (i + 0.5) / PLACES) / patch.columns();
        double t = (row + (j + 0.5) / PLACES) / patch.rows();
        count[patch.groups().at(s, t)]++;
      }
    }
    int best = 0;
    for (int g = 1; g < count.length; g++) {
      best = count[g] > count[best] ? g : best;
    }
    return best;
  }
}
