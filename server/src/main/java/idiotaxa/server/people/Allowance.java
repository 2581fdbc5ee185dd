package idiotaxa.server.people;

import idiotaxa.server.web.TooOftenException;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.github.bucket4j.Bucket;
import io.github.bucket4j.ConsumptionProbe;
import java.time.Duration;
import java.util.Locale;
import org.springframework.stereotype.Component;

/**
 * How often somebody may try a password and ask for what is costly. Counted in this process, for those who came
 * in the last hour.
 */
@Component
class Allowance {
  /** Tries of one account, from wherever; a person mistypes a few times. */
  static final int TRIES_OF_A_NAME = 10;

  /** Tries from one address, of whatever account; a studio may sit behind one. */
  static final int TRIES_FROM_AN_ADDRESS = 50;

  static final int COSTLY_AT_ONCE = 120;

  private static final Duration TRIES_TIME = Duration.ofMinutes(10);
  private static final Duration COSTLY_TIME = Duration.ofMinutes(1);
  private static final int MOST_KNOWN = 100_000;

  private final Cache<String, Bucket> buckets =
      Caffeine.newBuilder().expireAfterAccess(Duration.ofHours(1)).maximumSize(MOST_KNOWN).build();

  /**
   * @throws TooOftenException when there were too many tries lately
   */
  void takeTry(String name, String address) {
    take("name " + name.toLowerCase(Locale.ROOT), TRIES_OF_A_NAME, TRIES_TIME, "tries to sign in");
    take("from " + address, TRIES_FROM_AN_ADDRESS, TRIES_TIME, "tries to sign in");
  }

  /** Somebody has proved to be the right one: earlier tries were mistakes. */
  void forgive(String name) {
    buckets.invalidate("name " + name.toLowerCase(Locale.ROOT));
  }

  /**
   * @throws TooOftenException when there was too much lately
   */
  void takeCostly(Person person, String address) {
    take("costly " + (person.accountId() == null ? address : person.accountId()), COSTLY_AT_ONCE, COSTLY_TIME, "costly requests");
  }

  private void take(String key, int most, Duration time, String what) {
    Bucket bucket =
        buckets.get(
            key, k -> Bucket.builder().addLimit(limit -> limit.capacity(most).refillGreedy(most, time)).build());
    ConsumptionProbe probe = bucket.tryConsumeAndReturnRemaining(1);
    if (!probe.isConsumed()) {
      long seconds = Math.max(1, Duration.ofNanos(probe.getNanosToWaitForRefill()).toSeconds() + 1);
      throw new TooOftenException("There were too many " + what + "; try again in " + seconds + " s.", seconds);
    }
  }
}
