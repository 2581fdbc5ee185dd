package idiotaxa.server.cache;

import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.function.Function;
import java.util.function.ToLongFunction;

/**
 * Results that are dear to compute: the ones asked for last. Each is computed once however many ask for
 * it at the same time, and computing one keeps nobody from another. Thread-safe.
 */
public final class RecentResults<K, V> {
  private final Map<K, CompletableFuture<V>> results = new LinkedHashMap<>(16, 0.75f, true);
  private final int limit;
  private final long limitBytes;
  private final ToLongFunction<V> bytesOf;

  /**
   * @param limit how many are kept
   */
  public RecentResults(int limit) {
    this(limit, Long.MAX_VALUE, result -> 0);
  }

  /**
   * @param limit how many are kept at most
   * @param limitBytes how much memory they may take together; the one asked for last is kept whatever it takes
   * @param bytesOf a result's, about
   */
  public RecentResults(int limit, long limitBytes, ToLongFunction<V> bytesOf) {
    this.limit = limit;
    this.limitBytes = limitBytes;
    this.bytesOf = bytesOf;
  }

  /** A part of the heap, bytes. */
  public static long ofHeap(double share) {
    return (long) (share * Runtime.getRuntime().maxMemory());
  }

  /** From the longest unasked on; what is still computed weighs nothing yet. To be called with the lock held. */
  private void trim() {
    long bytes = results.values().stream().mapToLong(this::bytes).sum();
    Iterator<CompletableFuture<V>> eldest = results.values().iterator();
    while (results.size() > limit || bytes > limitBytes && results.size() > 1) {
      bytes -= bytes(eldest.next());
      eldest.remove();
    }
  }

  private long bytes(CompletableFuture<V> result) {
    return result.isDone() && !result.isCompletedExceptionally() ? bytesOf.applyAsLong(result.join()) : 0;
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
      synchronized (results) {
        trim();
      }
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
        trim();
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
      trim();
    }
  }
}
