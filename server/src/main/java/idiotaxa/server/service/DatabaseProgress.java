package idiotaxa.server.service;

import idiotaxa.core.bake.Progress;
import java.util.function.BooleanSupplier;

/** Passes progress on to the database, at most four times a second, and asks there for a cancel. */
final class DatabaseProgress implements Progress {
  private static final long INTERVAL_NANOS = 250_000_000L;

  /** Writes progress. */
  interface Sink {
    void write(String doing, double share);
  }

  private final Sink sink;
  private final BooleanSupplier cancelled;
  private String lastDoing = "";
  private long lastWrite;
  private long lastAsk;
  private boolean isCancelled;

  DatabaseProgress(Sink sink, BooleanSupplier cancelled) {
    this.sink = sink;
    this.cancelled = cancelled;
    lastWrite = System.nanoTime() - INTERVAL_NANOS;
    lastAsk = lastWrite;
  }

  @Override
  public void at(String doing, double share) {
    synchronized (this) {
      long now = System.nanoTime();
      if (doing.equals(lastDoing) && now - lastWrite < INTERVAL_NANOS) {
        return;
      }
      lastDoing = doing;
      lastWrite = now;
    }
    sink.write(doing, share);
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
