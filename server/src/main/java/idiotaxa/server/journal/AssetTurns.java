package idiotaxa.server.journal;

import java.util.concurrent.locks.Lock;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Supplier;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * The order in which this process lets those who change the same asset to the database: first come, first served.
 * The asset's row would hold them in turn as well, but each with a connection of its own, which all who do anything
 * else would then lack.
 */
@Component
public class AssetTurns {
  /** Assets that share a lock only wait a little for each other. */
  private static final int LOCKS = 256;

  private final Lock[] locks = Stream.generate(() -> new ReentrantLock(true)).limit(LOCKS).toArray(Lock[]::new);

  /** To be called outside of any transaction. */
  public <T> T take(long assetId, Supplier<T> change) {
    Lock lock = locks[Math.floorMod(assetId, LOCKS)];
    lock.lock();
    try {
      return change.get();
    } finally {
      lock.unlock();
    }
  }
}
