package idiotaxa.server.job;

import idiotaxa.core.work.Progress;
import java.util.Locale;
import java.util.function.BooleanSupplier;

/** Passes progress on to the database, at most four times a second, and asks there for a cancel. */
final class DatabaseProgress implements Progress {
  private static final long INTERVAL_NANOS = 250_000_000L;

  /** Share from which on the time that is left can be told. */
  private static final double LEAST_SHARE = 0.05;

  /** Writes progress. */
  interface Sink {
    /**
     * @param secondsLeft null while that cannot be told
     */
    void write(String doing, double share, Double secondsLeft);
  }

  private final Sink sink;
  private final BooleanSupplier cancelled;
  private String lastDoing = "";
  private long lastWrite;
  private long lastAsk;
  private boolean isCancelled;
  private long sharesBegan;
  private long texelsDone;
  private long texels;

  DatabaseProgress(Sink sink, BooleanSupplier cancelled) {
    this.sink = sink;
    this.cancelled = cancelled;
    lastWrite = System.nanoTime() - INTERVAL_NANOS;
    lastAsk = lastWrite;
  }

  @Override
  public void at(String doing, double share) {
    Double secondsLeft;
    String words;
    synchronized (this) {
      long now = System.nanoTime();
      if (share == 0) {
        sharesBegan = now;
      }
      if (doing.equals(lastDoing) && now - lastWrite < INTERVAL_NANOS) {
        return;
      }
      lastDoing = doing;
      words = doing + texelWords();
      texels = 0;
      lastWrite = now;
      secondsLeft = secondsLeft(share, now);
    }
    sink.write(words, share, secondsLeft);
  }

  @Override
  public synchronized void texels(long done, long all) {
    texelsDone = done;
    texels = all;
  }

  private String texelWords() {
    return texels == 0
        ? ""
        : String.format(Locale.ROOT, ", %.1f of %.1f million texels", texelsDone / 1e6, texels / 1e6);
  }

  /** As long again as the share took so far; a small share tells nothing yet. */
  private Double secondsLeft(double share, long now) {
    if (share < LEAST_SHARE || sharesBegan == 0) {
      return null;
    }
    return (now - sharesBegan) / 1e9 * (1 - share) / share;
  }

  @Override
  public boolean isCancelled() {
    synchronized (this) {
      long now = System.nanoTime();
      if (isCancelled || now - lastAsk < INTERVAL_NANOS) {
        return isCancelled;
      }
      lastAsk = now;
    }
    isCancelled = cancelled.getAsBoolean();
    return isCancelled;
  }
}
