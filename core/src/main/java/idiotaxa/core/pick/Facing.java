package idiotaxa.core.pick;

import java.util.BitSet;

/** Picks faces by the direction that they look in. */
public final class Facing {
  private Facing() {}

  /**
   * Faces whose normal is within an angle of a direction. Faces without area look nowhere.
   *
   * @param x y z direction, any length but zero
   * @param angleDeg 0 … 180
   */
  public static BitSet of(Topology topology, double x, double y, double z, double angleDeg) {
    double length = Math.sqrt(x * x + y * y + z * z);
    if (!(length > 0) || !Double.isFinite(length)) {
      throw new IllegalArgumentException(
          "A direction needs a length, got " + x + ", " + y + ", " + z + ".");
    }
    if (!(angleDeg >= 0 && angleDeg <= 180)) {
      throw new IllegalArgumentException("An angle is 0 … 180 degrees, got " + angleDeg + ".");
    }
    double[] direction = {x / length, y / length, z / length};
    // Normals are kept in single precision: an angle of zero still takes the faces that look there.
    double least = Math.cos(Math.toRadians(angleDeg)) - 1e-6;
    int faces = topology.mesh().faceCount();
    BitSet out = new BitSet(faces);
    for (int f = 0; f < faces; f++) {
      if (topology.normals().area[f] > 0 && topology.normals().dot(f, direction) >= least) {
        out.set(f);
      }
    }
    return out;
  }
}
