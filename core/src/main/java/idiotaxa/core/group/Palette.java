package idiotaxa.core.group;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A named set of groups with distinct numbers, in the order in which they are shown. */
public record Palette(String name, List<Group> groups) {
  public Palette {
    groups = List.copyOf(groups);
    Set<Integer> seen = new HashSet<>();
    for (Group group : groups) {
      if (!seen.add(group.number())) {
        throw new IllegalArgumentException(
            "palette \"" + name + "\" has two groups with number " + group.number());
      }
    }
  }

  public Optional<Group> find(int number) {
    return groups.stream().filter(g -> g.number() == number).findFirst();
  }

  /** The colour of every number from 0 to the largest; unclaimed and gaps have the background. */
  public int[] colorTable(int background) {
    int[] table = new int[maxNumber() + 1];
    java.util.Arrays.fill(table, background);
    for (Group group : groups) {
      table[group.number()] = group.color();
    }
    return table;
  }

  /** The largest number, 0 when there are no groups. */
  public int maxNumber() {
    return groups.stream().mapToInt(Group::number).max().orElse(0);
  }
}
