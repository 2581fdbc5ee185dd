package idiotaxa.bench.model;

import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import java.util.function.Supplier;

/** Something to measure: a target and sources of vertex colours of growing fineness. */
public enum BenchModel {
  /** The demo's: parts paired by name, large areas of one group. */
  BUOY("buoy", new int[] {2, 5, 16, 37}, ChannelMarkerBuoy::target) {
    @Override
    public Mesh source(int step) {
      return ChannelMarkerBuoy.source(SaltmarshPalette.create(), fineness(step));
    }
  },

  /** One part in twelve twisted strands: borders run over the whole sheet. */
  ROPE("rope", new int[] {90, 280, 900, 2010}, MooringRope::target) {
    @Override
    public Mesh source(int step) {
      return MooringRope.source(fineness(step));
    }
  },

  /** Four hundred parts paired by name, a side of each sprinkled with groups finer than a texel. */
  SHINGLE("shingle", new int[] {1, 3, 8, 18}, Shingle::target) {
    @Override
    public Mesh source(int step) {
      return Shingle.source(fineness(step));
    }
  };

  /** Sources a model: about ten thousand, a hundred thousand, one million and five million triangles. */
  public static final int STEPS = 4;

  private final String word;
  private final int[] fineness;
  private final Supplier<Mesh> target;

  BenchModel(String word, int[] fineness, Supplier<Mesh> target) {
    this.word = word;
    this.fineness = fineness;
    this.target = target;
  }

  public String word() {
    return word;
  }

  int fineness(int step) {
    return fineness[step];
  }

  public Mesh target() {
    return target.get();
  }

  /**
   * @param step 0 … {@link #STEPS} − 1
   */
  public abstract Mesh source(int step);
}
