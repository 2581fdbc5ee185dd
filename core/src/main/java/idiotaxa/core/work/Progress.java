package idiotaxa.core.work;

/**
 * Hears how far work is. Called from the work's own threads, often; implementations must be quick
 * and thread-safe.
 */
public interface Progress {
  Progress NONE = () -> false;

  /**
   * @param doing what is under way, in words for the artist
   * @param share 0 … 1 of that
   */
  default void at(String doing, double share) {}

  /** How many texels of the work under way are done; told before the {@link #at} that it belongs to. */
  default void texels(long done, long all) {}

  /** Asked between blocks of work; true ends it with {@link CancelledException}. */
  boolean isCancelled();

  /**
   * @throws CancelledException when the work is cancelled
   */
  default void checkCancelled() {
    if (isCancelled()) {
      throw new CancelledException();
    }
  }
}
