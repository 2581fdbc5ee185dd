package idiotaxa.core.align;

import idiotaxa.core.claim.NameStem;
import idiotaxa.core.mesh.Bounds;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.work.Parallel;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Compares sizes axis by axis, of the whole and of parts that have one name on both sides. */
final class SizeCheck {
  /** Less is what a source may well have more or less of: a bevel, a bolt. */
  private static final double NOTABLE = 0.03;

  private static final int MOST_TOLD = 6;

  /** Faces that one thread looks at in one go. */
  private static final int FACES = 1 << 14;

  private final Mesh target;
  private final Mesh source;

  SizeCheck(Mesh target, Mesh source) {
    this.target = target;
    this.source = source;
  }

  /** Sizes of the source over those of the target along the target's axes; 1 where the target is flat. */
  double[] ratios(Alignment alignment) {
    return ratios(box(target, Alignment.NONE), box(source, alignment));
  }

  /** What differs notably, in words: {@code 10 % narrower in X}, {@code lid: 5.0 % wider in Y}. */
  List<String> differences(Alignment alignment) {
    List<String> out = new ArrayList<>(words("", ratios(alignment)));
    if (target.parts().size() < 2 || source.parts().size() < 2) {
      return out;
    }
    Map<String, double[]> ofStem = boxes(source, alignment);
    boxes(target, Alignment.NONE)
        .forEach(
            (stem, box) -> {
              if (ofStem.containsKey(stem) && out.size() < MOST_TOLD) {
                out.addAll(words(stem + ": ", ratios(box, ofStem.get(stem))));
              }
            });
    return out;
  }

  private static List<String> words(String before, double[] ratios) {
    List<String> out = new ArrayList<>();
    for (int axis = 0; axis < 3; axis++) {
      if (Math.abs(ratios[axis] - 1) > NOTABLE) {
        out.add(before + AlignmentWords.sizeDifference(axis, ratios[axis]));
      }
    }
    return out;
  }

  private static double[] ratios(double[] target, double[] source) {
    double[] out = new double[3];
    double largest = Math.max(target[3] - target[0], Math.max(target[4] - target[1], target[5] - target[2]));
    for (int axis = 0; axis < 3; axis++) {
      double size = target[3 + axis] - target[axis];
      out[axis] = size > 1e-3 * largest ? (source[3 + axis] - source[axis]) / size : 1;
    }
    return out;
  }

  /** The box of a moved mesh, from its moved points: a box of a turned box would be larger. */
  private static double[] box(Mesh mesh, Alignment alignment) {
    if (alignment == Alignment.NONE) {
      Bounds b = mesh.bounds();
      return new double[] {b.minX(), b.minY(), b.minZ(), b.maxX(), b.maxY(), b.maxZ()};
    }
    double[] box = empty();
    double[] p = new double[3];
    float[] positions = mesh.positions();
    for (int i = 0; i < positions.length; i += 3) {
      growBy(box, positions, i, alignment, p);
    }
    return box;
  }

  /** Boxes by the stem of names that only one part has. */
  private static Map<String, double[]> boxes(Mesh mesh, Alignment alignment) {
    int parts = mesh.parts().size();
    double[][] ofPart = boxesOfParts(mesh, alignment);
    Map<String, Integer> uses = new HashMap<>();
    mesh.parts().forEach(part -> uses.merge(NameStem.of(part.name()), 1, Integer::sum));
    Map<String, double[]> out = new LinkedHashMap<>();
    for (int i = 0; i < parts; i++) {
      String stem = NameStem.of(mesh.parts().get(i).name());
      if (ofPart[i] != null && uses.get(stem) == 1 && !stem.isBlank()) {
        out.put(stem, ofPart[i]);
      }
    }
    return out;
  }

  /** The box of every part, null of one without faces. */
  private static double[][] boxesOfParts(Mesh mesh, Alignment alignment) {
    double[][][] ofWorker = new double[Parallel.cores()][][];
    int blocks = (mesh.faceCount() + FACES - 1) / FACES;
    Parallel.run(
        blocks,
        ofWorker.length,
        (block, worker) -> {
          if (ofWorker[worker] == null) {
            ofWorker[worker] = new double[mesh.parts().size()][];
          }
          int from = block * FACES;
          addFaces(mesh, alignment, from, Math.min(mesh.faceCount(), from + FACES), ofWorker[worker]);
        });
    double[][] boxes = new double[mesh.parts().size()][];
    for (double[][] found : ofWorker) {
      for (int part = 0; found != null && part < boxes.length; part++) {
        if (boxes[part] == null) {
          boxes[part] = found[part];
        } else if (found[part] != null) {
          grow(boxes[part], found[part][0], found[part][1], found[part][2]);
          grow(boxes[part], found[part][3], found[part][4], found[part][5]);
        }
      }
    }
    return boxes;
  }

  private static void addFaces(Mesh mesh, Alignment alignment, int from, int to, double[][] boxes) {
    int[] vertices = mesh.cornerVertex();
    int[] start = mesh.faceStart();
    double[] p = new double[3];
    for (int f = from; f < to; f++) {
      int part = mesh.facePart()[f];
      if (boxes[part] == null) {
        boxes[part] = empty();
      }
      for (int c = start[f]; c < start[f + 1]; c++) {
        growBy(boxes[part], mesh.positions(), 3 * vertices[c], alignment, p);
      }
    }
  }

  private static double[] empty() {
    double inf = Double.POSITIVE_INFINITY;
    return new double[] {inf, inf, inf, -inf, -inf, -inf};
  }

  private static void growBy(
      double[] box, float[] positions, int at, Alignment alignment, double[] p) {
    // As they lie is what is asked most, of millions of corners.
    if (alignment == Alignment.NONE) {
      grow(box, positions[at], positions[at + 1], positions[at + 2]);
      return;
    }
    alignment.point(positions[at], positions[at + 1], positions[at + 2], p);
    grow(box, p[0], p[1], p[2]);
  }

  /** Compared and not Math.min, which Java's first compiler calls as a method. */
  private static void grow(double[] box, double x, double y, double z) {
    box[0] = x < box[0] ? x : box[0];
    box[1] = y < box[1] ? y : box[1];
    box[2] = z < box[2] ? z : box[2];
    box[3] = x > box[3] ? x : box[3];
    box[4] = y > box[4] ? y : box[4];
    box[5] = z > box[5] ? z : box[5];
  }
}
