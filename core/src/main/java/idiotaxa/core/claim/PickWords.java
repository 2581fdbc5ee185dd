package idiotaxa.core.claim;

import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.Mesh;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;

/**
 * Says in few words what some faces are: {@code lamp}, {@code 24 × bolt}, {@code 3 pieces of hull},
 * {@code 120 faces of hull}, {@code 5 parts}, {@code 7 pieces}, {@code 900 faces}.
 */
public final class PickWords {
  private static final String NAMELESS = "a part without name";

  private final Mesh mesh;
  private final int[] inPart;
  private final int[] ofPart;
  private final int[] inPiece;
  private final int[] ofPiece;
  private final int faces;

  private PickWords(Mesh mesh, FaceLabels pieces, BitSet faces) {
    this.mesh = mesh;
    this.faces = faces.cardinality();
    inPart = new int[mesh.parts().size()];
    ofPart = new int[inPart.length];
    inPiece = new int[pieces.count()];
    ofPiece = new int[inPiece.length];
    for (int f = 0; f < mesh.faceCount(); f++) {
      int in = faces.get(f) ? 1 : 0;
      ofPart[mesh.facePart()[f]]++;
      inPart[mesh.facePart()[f]] += in;
      ofPiece[pieces.ofFace()[f]]++;
      inPiece[pieces.ofFace()[f]] += in;
    }
  }

  /**
   * @param faces at least one
   */
  public static String of(Mesh mesh, FaceLabels pieces, BitSet faces) {
    return new PickWords(mesh, pieces, faces).words();
  }

  private String words() {
    Map<String, Integer> partsOfName = new LinkedHashMap<>();
    boolean areWholeParts = true;
    int touched = 0;
    int last = -1;
    for (int p = 0; p < inPart.length; p++) {
      if (inPart[p] > 0) {
        areWholeParts &= inPart[p] == ofPart[p];
        touched++;
        last = p;
        partsOfName.merge(NameStem.withoutNumber(mesh.parts().get(p).name()), 1, Integer::sum);
      }
    }
    if (touched == 1) {
      String name = mesh.parts().get(last).name();
      String part = name.isBlank() ? NAMELESS : name;
      return areWholeParts ? part : counted() + " of " + part;
    }
    if (!areWholeParts) {
      return counted();
    }
    String name = partsOfName.keySet().iterator().next();
    return partsOfName.size() == 1 && !name.isBlank() ? touched + " × " + name : touched + " parts";
  }

  /** Whole pieces, or else faces. */
  private String counted() {
    int whole = 0;
    int covered = 0;
    for (int p = 0; p < inPiece.length; p++) {
      if (inPiece[p] > 0 && inPiece[p] == ofPiece[p]) {
        whole++;
        covered += inPiece[p];
      }
    }
    int count = covered == faces ? whole : faces;
    String one = covered == faces ? "piece" : "face";
    return String.format(Locale.ROOT, "%,d %s%s", count, one, count == 1 ? "" : "s");
  }
}
