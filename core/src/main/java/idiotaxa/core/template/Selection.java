package idiotaxa.core.template;

import java.util.List;

/**
 * Groups and masks that a line is about.
 *
 * @param names of them, where they are named; empty otherwise
 */
public record Selection(Kind kind, List<String> names) {
  public static final Selection ALL = new Selection(Kind.ALL, List.of());

  /** Which there are. */
  public enum Kind {
    GROUPS,
    MASKS,
    ALL,
    NAMES
  }

  public Selection {
    names = List.copyOf(names);
    if ((kind == Kind.NAMES) == names.isEmpty()) {
      throw new IllegalArgumentException("of: groups, masks, all or a list of names is expected");
    }
  }

  public boolean takesGroup(String name) {
    return kind == Kind.GROUPS || kind == Kind.ALL || isNamed(name);
  }

  public boolean takesMask(String name) {
    return kind == Kind.MASKS || kind == Kind.ALL || isNamed(name);
  }

  private boolean isNamed(String name) {
    return names.stream().anyMatch(name::equalsIgnoreCase);
  }
}
