package idiotaxa.core.work;

/**
 * Hears how far a bake is. Called from the bake's own threads, often; implementations must be quick
 * and thread-safe.
 */
public interface Progress {
  Progress NONE =
      new Progress() {
        @Override
        public void at(String doing, double share) {}

        @Override
        public boolean isCancelled() {
          return false;
        }
      };

  /**
   * @param doing what is under way, in words for the artist
   * @param share 0 … 1 of that
   */
  void at(String doing, double share);

  /** How many texels of the work under way are done; told before the {@link #at} that it belongs to. */
  default void texels(long done, long all) {}

  /** Asked between blocks of work; true ends the bake with {@link CancelledException}. */
  boolean isCancelled();
}
