package idiotaxa.server.catalogue;

import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import tools.jackson.databind.JsonNode;

/**
 * What turns one state of an asset into the next.
 *
 * @param values fields that are another value now
 * @param lists fields that are lists, with the stretch of each that is another one now
 */
record AssetChange(Map<String, JsonNode> values, Map<String, Stretch> lists) {
  /**
   * Replaces the elements from one place up to another, exclusive, by others.
   *
   * @param from place in the list as it was, from 0
   * @param to place in the list as it was
   * @param items what stands there now
   */
  record Stretch(int from, int to, List<JsonNode> items) {}

  /** Both states are objects with the same fields. */
  static AssetChange between(JsonNode before, JsonNode after) {
    Map<String, JsonNode> values = new LinkedHashMap<>();
    Map<String, Stretch> lists = new LinkedHashMap<>();
    for (Map.Entry<String, JsonNode> field : after.properties()) {
      JsonNode was = before.get(field.getKey());
      JsonNode is = field.getValue();
      if (is.equals(was)) {
        continue;
      }
      if (is.isArray() && was != null && was.isArray()) {
        lists.put(field.getKey(), stretch(was, is));
      } else {
        values.put(field.getKey(), is);
      }
    }
    return new AssetChange(values, lists);
  }

  boolean isNothing() {
    return values.isEmpty() && lists.isEmpty();
  }

  /** The part of two lists between what both begin with and what both end with. */
  private static Stretch stretch(JsonNode was, JsonNode is) {
    int least = Math.min(was.size(), is.size());
    int from = 0;
    while (from < least && was.get(from).equals(is.get(from))) {
      from++;
    }
    int same = 0;
    while (same < least - from
        && was.get(was.size() - 1 - same).equals(is.get(is.size() - 1 - same))) {
      same++;
    }
    Iterator<JsonNode> items = is.iterator();
    List<JsonNode> all =
        StreamSupport.stream(((Iterable<JsonNode>) () -> items).spliterator(), false).toList();
    return new Stretch(from, was.size() - same, all.subList(from, is.size() - same));
  }
}
