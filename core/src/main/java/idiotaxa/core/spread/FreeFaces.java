package idiotaxa.core.spread;

import idiotaxa.core.mesh.Mesh;
import java.util.BitSet;
import java.util.List;

/** Which faces may follow strokes. */
public final class FreeFaces {
  private FreeFaces() {}

  /**
   * @param picked faces that were picked for it: they follow, whatever they belong to
   * @param isHeld faces that nothing may be taken from, since their drawer is locked
   */
  public static boolean[] picked(BitSet picked, boolean[] isHeld) {
    boolean[] out = new boolean[isHeld.length];
    for (int f = picked.nextSetBit(0); f >= 0; f = picked.nextSetBit(f + 1)) {
      out[f] = !isHeld[f];
    }
    return out;
  }

  /**
   * What follows where nothing is picked: all that belongs to nobody in the parts that strokes touch.
   *
   * @param isClaimed faces that belong to a group
   */
  public static boolean[] unclaimed(Mesh mesh, List<Spread.Stroke> strokes, boolean[] isClaimed) {
    boolean[] isTouched = new boolean[mesh.parts().size()];
    for (Spread.Stroke stroke : strokes) {
      for (int f : stroke.faces()) {
        isTouched[mesh.facePart()[f]] = true;
      }
    }
    boolean[] out = new boolean[isClaimed.length];
    for (int f = 0; f < out.length; f++) {
      out[f] = isTouched[mesh.facePart()[f]] && !isClaimed[f];
    }
    return out;
  }
}
