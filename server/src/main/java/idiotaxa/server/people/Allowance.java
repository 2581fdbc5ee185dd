package idiotaxa.server.people;

import idiotaxa.server.web.TooOftenException;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.github.bucket4j.Bucket;
import io.github.bucket4j.ConsumptionProbe;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.time.Duration;
import java.util.HexFormat;
import java.util.concurrent.Semaphore;
import org.springframework.stereotype.Component;

/**
 * How often somebody may try a password and ask for what is costly. Counted in this process, for those who came
 * in the last hour.
 */
@Component
class Allowance {
  /** Tries of one account from one network; a person mistypes a few times. */
  static final int TRIES_OF_A_NAME = 10;

  /** Tries from one network, of whatever account; a studio may sit behind one. */
  static final int TRIES_FROM_AN_ADDRESS = 50;

  /** Tries of one account from everywhere; beyond them each has to wait, and none is refused for it. */
  static final int TRIES_OF_AN_ACCOUNT = 100;

  /** So long a try waits for its answer, ms. */
  private static final long SLOWED_MS = 1000;

  private static final int SLOWED_AT_ONCE = 8;

  static final int COSTLY_AT_ONCE = 120;

  private static final Duration TRIES_TIME = Duration.ofMinutes(10);
  private static final Duration COSTLY_TIME = Duration.ofMinutes(1);
  private static final int MOST_KNOWN = 100_000;
  private static final int IPV6_BYTES = 16;

  private final Semaphore slowed = new Semaphore(SLOWED_AT_ONCE);

  private final Cache<String, Bucket> buckets =
      Caffeine.newBuilder().expireAfterAccess(Duration.ofHours(1)).maximumSize(MOST_KNOWN).build();

  /**
   * Somebody tries a password. Nobody can shut the door on somebody else: what counts is the account together with where the
   * try comes from, and an account that is tried from many places answers more slowly.
   *
   * @param account what it is known by: one account under every spelling of its name
   * @throws TooOftenException when there were too many tries lately
   */
  void takeTry(String account, String address) {
    String network = network(address);
    take(pair(account, network), TRIES_OF_A_NAME, TRIES_TIME, "tries to sign in");
    take("from " + network, TRIES_FROM_AN_ADDRESS, TRIES_TIME, "tries to sign in");
    if (!bucket("account " + account, TRIES_OF_AN_ACCOUNT, TRIES_TIME).tryConsume(1)) {
      waitForTurn();
    }
  }

  private void waitForTurn() {
    if (!slowed.tryAcquire()) {
      throw new TooOftenException("There are too many tries to sign in at the moment; try again in 2 s.", 2);
    }
    try {
      Thread.sleep(SLOWED_MS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    } finally {
      slowed.release();
    }
  }

  /** Somebody has proved to be the right one: earlier tries from there were mistakes. */
  void forgive(String account, String address) {
    buckets.invalidate(pair(account, network(address)));
  }

  private static String pair(String account, String network) {
    return "try " + account + " from " + network;
  }

  /** What one customer of a provider has: an address of version 4, the first half of one of version 6. */
  static String network(String address) {
    int zone = address.indexOf('%');
    String bare = zone < 0 ? address : address.substring(0, zone);
    if (bare.indexOf(':') < 0) {
      return bare;
    }
    try {
      byte[] bytes = InetAddress.getByName(bare).getAddress();
      return bytes.length == IPV6_BYTES ? HexFormat.of().formatHex(bytes, 0, IPV6_BYTES / 2) : bare;
    } catch (UnknownHostException e) {
      return bare;
    }
  }

  /**
   * @throws TooOftenException when there was too much lately
   */
  void takeCostly(Person person, String address) {
    take("costly " + (person.accountId() == null ? address : person.accountId()), COSTLY_AT_ONCE, COSTLY_TIME, "costly requests");
  }

  private void take(String key, int most, Duration time, String what) {
    ConsumptionProbe probe = bucket(key, most, time).tryConsumeAndReturnRemaining(1);
    if (!probe.isConsumed()) {
      long seconds = Math.max(1, Duration.ofNanos(probe.getNanosToWaitForRefill()).toSeconds() + 1);
      throw new TooOftenException("There were too many " + what + "; try again in " + seconds + " s.", seconds);
    }
  }

  private Bucket bucket(String key, int most, Duration time) {
    return buckets.get(
        key, k -> Bucket.builder().addLimit(limit -> limit.capacity(most).refillGreedy(most, time)).build());
  }
}
