package idiotaxa.server.cache;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.function.Function;

/**
 * Results that are dear to compute: the ones asked for last. Each is computed once however many ask for
 * it at the same time, and computing one keeps nobody from another. Thread-safe.
 */
public final class RecentResults<K, V> {
  private final Map<K, CompletableFuture<V>> results;

  /**
   * @param limit how many are kept
   */
  public RecentResults(int limit) {
    results =
        new LinkedHashMap<>(16, 0.75f, true) {
          @Override
          protected boolean removeEldestEntry(Map.Entry<K, CompletableFuture<V>> eldest) {
            return size() > limit;
          }
        };
  }

  /** The kept result, or a new one. A failure is not kept. */
  public V get(K key, Function<K, V> compute) {
    while (true) {
      CompletableFuture<V> own = new CompletableFuture<>();
      CompletableFuture<V> known = register(key, own);
      if (known == own) {
        return compute(key, compute, own);
      }
      try {
        return known.join();
      } catch (CompletionException e) {
        // Whoever began it failed, perhaps only because that one was cancelled: begin it anew.
      }
    }
  }

  private V compute(K key, Function<K, V> compute, CompletableFuture<V> own) {
    try {
      V result = compute.apply(key);
      own.complete(result);
      return result;
    } catch (RuntimeException | Error e) {
      synchronized (results) {
        results.remove(key, own);
      }
      own.completeExceptionally(e);
      throw e;
    }
  }

  private CompletableFuture<V> register(K key, CompletableFuture<V> own) {
    synchronized (results) {
      CompletableFuture<V> known = results.get(key);
      if (known == null) {
        results.put(key, own);
      }
      return known == null ? own : known;
    }
  }

  /** A result that is there already. */
  public Optional<V> find(K key) {
    synchronized (results) {
      CompletableFuture<V> known = results.get(key);
      return known == null || !known.isDone() || known.isCompletedExceptionally()
          ? Optional.empty()
          : Optional.of(known.join());
    }
  }

  public void put(K key, V result) {
    synchronized (results) {
      results.put(key, CompletableFuture.completedFuture(result));
    }
  }
}
