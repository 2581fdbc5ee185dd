package idiotaxa.core.unwrap;

/**
 * @param sizePx side of the sheet in texels that the margin is meant for, 256 … 8192
 * @param marginPx least distance between two charts in texels, 1 … 64; half of it to the border
 */
public record UnwrapSettings(int sizePx, int marginPx) {
  public UnwrapSettings {
    if (sizePx < 256 || sizePx > 8192) {
      throw new IllegalArgumentException("size must be 256 … 8192 px, got " + sizePx);
    }
    if (marginPx < 1 || marginPx > 64) {
      throw new IllegalArgumentException("margin must be 1 … 64 px, got " + marginPx);
    }
  }
}
