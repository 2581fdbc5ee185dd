package idiotaxa.core.carry;

import java.util.List;

/**
 * Where a part of the new model comes from.
 *
 * @param oldParts parts that its faces may take groups from, the one that it mostly is first; none for a
 *     new part
 * @param isByName whether the first has its name
 * @param placement over the old model
 * @param limit distance beyond which nothing old is meant, metres
 */
record PartLink(List<Integer> oldParts, boolean isByName, Placement placement, double limit) {
  static final PartLink NEW = new PartLink(List.of(), false, Placement.SAME, 0);

  boolean isNew() {
    return oldParts.isEmpty();
  }

  int main() {
    return oldParts.get(0);
  }
}
