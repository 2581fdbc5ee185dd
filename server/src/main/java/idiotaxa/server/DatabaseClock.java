package idiotaxa.server;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.function.Supplier;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * The time of the database, which is the one that all processes share: a heartbeat that one of them writes is judged by another. Between
 * measurements this machine's clock goes on from where the database's was.
 */
final class DatabaseClock extends Clock {
  /** Differences that nobody need hear of: a second hand, so to speak. */
  private static final Duration SAID = Duration.ofSeconds(2);

  /** An answer that took longer says little about when it was given. */
  private static final Duration LONGEST_ASKING = Duration.ofSeconds(1);

  /** Smaller differences are the noise of measuring, and a clock had better not jump. */
  private static final Duration NOISE = Duration.ofMillis(200);

  private static final Logger LOG = LoggerFactory.getLogger(DatabaseClock.class);

  private final Clock own;
  private final Supplier<Instant> database;
  private volatile Duration ahead = Duration.ZERO;

  /**
   * @param database asks it for its time
   */
  DatabaseClock(Clock own, Supplier<Instant> database) {
    this.own = own;
    this.database = database;
  }

  /** Compares the two anew. */
  void measure() {
    Instant before = own.instant();
    Instant there = database.get();
    Instant after = own.instant();
    Duration asking = Duration.between(before, after);
    if (asking.compareTo(LONGEST_ASKING) > 0) {
      return;
    }
    Duration now = Duration.between(before.plus(asking.dividedBy(2)), there);
    if (now.minus(ahead).abs().compareTo(NOISE) > 0) {
      boolean isSaid = now.abs().compareTo(SAID) > 0;
      if (isSaid) {
        LOG.warn(
            "This machine's clock is {} s {} the database's; the database's is used. Set the clock (by NTP, say).",
            now.abs().toSeconds(),
            now.isNegative() ? "ahead of" : "behind");
      }
      ahead = now;
    }
  }

  /** By how much the database is ahead of this machine; negative when it is behind. */
  Duration ahead() {
    return ahead;
  }

  @Override
  public Instant instant() {
    return own.instant().plus(ahead);
  }

  @Override
  public ZoneId getZone() {
    return ZoneOffset.UTC;
  }

  @Override
  public Clock withZone(ZoneId zone) {
    throw new UnsupportedOperationException("times are UTC here");
  }
}
