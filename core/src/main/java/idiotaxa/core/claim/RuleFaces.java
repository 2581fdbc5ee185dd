package idiotaxa.core.claim;

import idiotaxa.core.group.Rgb;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.FaceWords;
import idiotaxa.core.mesh.Mesh;
import java.util.BitSet;
import java.util.function.IntPredicate;
import java.util.function.Supplier;

/** Finds the faces that rules reach on one mesh. */
public final class RuleFaces {
  /** 8-bit RGB distance up to which a corner has a rule's colour. */
  public static final double COLOR_TOLERANCE = 24;

  private final Mesh mesh;
  private final FaceLabels pieces;
  private final Supplier<int[]> alike;

  /**
   * @param alike class of every piece, asked for only when a rule needs it
   */
  public RuleFaces(Mesh mesh, FaceLabels pieces, Supplier<int[]> alike) {
    this.mesh = mesh;
    this.pieces = pieces;
    this.alike = alike;
  }

  /** A rule that fits nothing, or whose face is not of this mesh, reaches no face. */
  public BitSet of(ClaimRule rule) {
    return switch (rule.kind()) {
      case PART -> ofParts(NamePattern.of(rule.word()));
      case MATERIAL -> ofMaterials(NamePattern.of(rule.word()));
      case COLOR -> ofColor(Rgb.parse(rule.word()), COLOR_TOLERANCE);
      case FACE_GROUP -> ofFaceGroup(rule.word());
      case ALIKE -> ofAlike(rule.face());
    };
  }

  private BitSet ofParts(NamePattern pattern) {
    boolean[] isWanted = new boolean[mesh.parts().size()];
    for (int p = 0; p < isWanted.length; p++) {
      isWanted[p] = pattern.fits(mesh.parts().get(p).name());
    }
    return where(f -> isWanted[mesh.facePart()[f]]);
  }

  private BitSet ofMaterials(NamePattern pattern) {
    boolean[] isWanted = new boolean[mesh.materials().size()];
    for (int m = 0; m < isWanted.length; m++) {
      isWanted[m] = pattern.fits(mesh.materials().get(m).name());
    }
    return where(
        f -> {
          int material = mesh.faceMaterial()[f];
          return material != Mesh.NO_MATERIAL && isWanted[material];
        });
  }

  /**
   * Faces of whose corners no other colour has more; so that every face has a colour.
   *
   * @param tolerance 8-bit RGB distance within which colours are one
   */
  public BitSet ofColor(int color, double tolerance) {
    return mesh.hasColors() ? where(f -> isMostly(f, color, tolerance)) : new BitSet();
  }

  private boolean isMostly(int face, int color, double tolerance) {
    int from = mesh.faceStart()[face];
    int to = mesh.faceStart()[face + 1];
    int near = 0;
    for (int c = from; c < to; c++) {
      near += isNear(mesh.cornerColor()[c], color, tolerance) ? 1 : 0;
    }
    int other = 0;
    for (int c = from; c < to && 2 * near < to - from; c++) {
      int corner = mesh.cornerColor()[c];
      int count = 0;
      for (int d = from; d < to && !isNear(corner, color, tolerance); d++) {
        count += isNear(mesh.cornerColor()[d], corner, tolerance) ? 1 : 0;
      }
      other = Math.max(other, count);
    }
    return near > 0 && near >= other;
  }

  private static boolean isNear(int a, int b, double tolerance) {
    return Rgb.distance(a & 0xFFFFFF, b & 0xFFFFFF) <= tolerance;
  }

  private BitSet ofFaceGroup(String word) {
    FaceWords said = mesh.faceWords();
    int wanted = said == null ? FaceWords.NONE : said.words().indexOf(word);
    return wanted < 0 ? new BitSet() : where(f -> said.ofFace()[f] == wanted);
  }

  private BitSet ofAlike(int face) {
    if (face < 0 || face >= mesh.faceCount()) {
      return new BitSet();
    }
    int[] classOfPiece = alike.get();
    int wanted = classOfPiece[pieces.ofFace()[face]];
    return where(f -> classOfPiece[pieces.ofFace()[f]] == wanted);
  }

  private BitSet where(IntPredicate isWanted) {
    BitSet out = new BitSet(mesh.faceCount());
    for (int f = 0; f < mesh.faceCount(); f++) {
      if (isWanted.test(f)) {
        out.set(f);
      }
    }
    return out;
  }
}
