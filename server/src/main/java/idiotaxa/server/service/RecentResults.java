package idiotaxa.server.service;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** Results that are dear to compute and small to keep: the ones asked for last. Thread-safe. */
final class RecentResults<K, V> {
  private final Map<K, V> results;

  /**
   * @param limit how many are kept
   */
  RecentResults(int limit) {
    results =
        new LinkedHashMap<>(16, 0.75f, true) {
          @Override
          protected boolean removeEldestEntry(Map.Entry<K, V> eldest) {
            return size() > limit;
          }
        };
  }

  /** The kept result, or a new one; two that ask at the same time may both compute it. */
  V get(K key, Function<K, V> compute) {
    Optional<V> known = find(key);
    if (known.isPresent()) {
      return known.get();
    }
    V computed = compute.apply(key);
    put(key, computed);
    return computed;
  }

  Optional<V> find(K key) {
    synchronized (results) {
      return Optional.ofNullable(results.get(key));
    }
  }

  void put(K key, V result) {
    synchronized (results) {
      results.put(key, result);
    }
  }
}
