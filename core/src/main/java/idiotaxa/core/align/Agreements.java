package idiotaxa.core.align;

import idiotaxa.core.claim.NameStem;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.mesh.Mesh;

/** What tells two equally good places of a source apart: colours, or else names of parts. */
final class Agreements {
  /** 8-bit RGB distance up to which two colours are one. */
  private static final double TOLERANCE = 24;

  private Agreements() {}

  /** Null where the sides have nothing in common that could agree. */
  static SurfaceDistance.Agreement of(Mesh target, Mesh source) {
    if (target.hasColors() && source.hasColors()) {
      return (s, t) -> Rgb.distance(rgb(source, s), rgb(target, t)) <= TOLERANCE;
    }
    if (target.parts().size() > 1 && source.parts().size() > 1) {
      String[] ofTarget = stems(target);
      String[] ofSource = stems(source);
      return (s, t) ->
          ofSource[source.facePart()[source.triangleFace(s)]].equals(
              ofTarget[target.facePart()[target.triangleFace(t)]]);
    }
    return null;
  }

  private static int rgb(Mesh mesh, int triangle) {
    return mesh.cornerColor()[mesh.triangleCorner(triangle, 0)] & 0xFFFFFF;
  }

  private static String[] stems(Mesh mesh) {
    return mesh.parts().stream().map(p -> NameStem.of(p.name())).toArray(String[]::new);
  }
}
