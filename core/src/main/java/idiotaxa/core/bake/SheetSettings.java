package idiotaxa.core.bake;

/**
 * How one sheet is sampled.
 *
 * @param width texels, 1 … 16384
 * @param height texels, 1 … 16384
 * @param samples a texel: 1, 4, 16 or 64, on a regular grid
 * @param isExact all samples in every texel; else one sample decides a texel whose neighbourhood
 *     agrees
 * @param threads at least 1; without influence on the result
 */
public record SheetSettings(int width, int height, int samples, boolean isExact, int threads) {
  private static final int MAX_SIZE = 16384;

  public SheetSettings {
    if (width < 1 || width > MAX_SIZE || height < 1 || height > MAX_SIZE) {
      throw new IllegalArgumentException(
          "size must be 1 … " + MAX_SIZE + " px on each side, got " + width + " × " + height);
    }
    if (samples != 1 && samples != 4 && samples != 16 && samples != 64) {
      throw new IllegalArgumentException("samples must be 1, 4, 16 or 64, got " + samples);
    }
    if (threads < 1) {
      throw new IllegalArgumentException("threads must be at least 1, got " + threads);
    }
  }

  /** Samples along one side of a texel. */
  int grid() {
    return (int) Math.round(Math.sqrt(samples));
  }
}
