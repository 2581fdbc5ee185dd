package idiotaxa.core.known;

import idiotaxa.core.group.ColorProposer;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Look;
import idiotaxa.core.group.ReadyLooks;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.group.SpokenColors;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Groups of a palette for groups that are known from elsewhere. */
public final class KnownPalette {
  /** Distance in 8-bit RGB within which a group that is known by its colour only is the palette's. */
  private static final double COLOR_TOLERANCE = 24;

  private final String name;
  private final List<Group> groups;
  private final Map<String, Optional<Group>> found = new HashMap<>();

  /**
   * @param name of the palette, empty for none
   */
  public KnownPalette(String name, List<Group> groups) {
    this.name = name;
    this.groups = List.copyOf(groups);
  }

  /** Groups for all that is known, where no palette is given: numbers and colours are kept where each is there once. */
  public static KnownPalette of(List<KnownGroup> known) {
    Map<String, KnownGroup> byKey = new LinkedHashMap<>();
    known.forEach(group -> byKey.putIfAbsent(group.key(), group));
    Set<Integer> numbers = new HashSet<>();
    Set<Integer> colors = new HashSet<>(Set.of(0));
    List<KnownGroup> recolored = new ArrayList<>();
    Map<String, Integer> colorOf = new HashMap<>();
    for (KnownGroup group : byKey.values()) {
      if (colors.add(group.color())) {
        colorOf.put(group.key(), group.color());
      } else {
        recolored.add(group);
      }
    }
    int[] proposed = ColorProposer.propose(colors.stream().sorted().mapToInt(Integer::intValue).toArray(), recolored.size());
    for (int i = 0; i < proposed.length; i++) {
      colorOf.put(recolored.get(i).key(), proposed[i]);
    }
    SpokenColors spoken = new SpokenColors(byKey.values().stream().map(KnownGroup::name).toList());
    List<Group> groups = new ArrayList<>();
    for (KnownGroup group : byKey.values()) {
      int number = group.number() >= 1 && numbers.add(group.number()) ? group.number() : next(numbers);
      int color = colorOf.get(group.key());
      String called = group.name().isEmpty() ? spoken.name(color) : group.name();
      Look look = ReadyLooks.of(called, group.keywords(), color);
      groups.add(new Group(number, called, color, group.keywords(), look));
    }
    KnownPalette out = new KnownPalette("", groups);
    int at = 0;
    for (String key : byKey.keySet()) {
      out.found.put(key, Optional.of(groups.get(at++)));
    }
    return out;
  }

  private static int next(Set<Integer> numbers) {
    int number = 1;
    while (!numbers.add(number)) {
      number++;
    }
    return number;
  }

  public List<Group> groups() {
    return groups;
  }

  /** The group of this palette that is meant: the same of the same palette, else one of that name, with that keyword, or of that colour. */
  public Optional<Group> find(KnownGroup known) {
    if (!known.palette().isEmpty() && known.palette().equals(name)) {
      Optional<Group> same = groups.stream().filter(g -> g.number() == known.number()).findFirst();
      if (same.isPresent()) {
        return same;
      }
    }
    return found.computeIfAbsent(known.key(), key -> byWords(known));
  }

  private Optional<Group> byWords(KnownGroup known) {
    if (known.name().isEmpty()) {
      return groups.stream()
          .filter(g -> Rgb.distance(g.color(), known.color()) <= COLOR_TOLERANCE)
          .min((a, b) -> Double.compare(Rgb.distance(a.color(), known.color()), Rgb.distance(b.color(), known.color())));
    }
    Optional<Group> named = groups.stream().filter(g -> plain(g.name()).equals(plain(known.name()))).findFirst();
    return named.isPresent() ? named : groups.stream().filter(g -> shareWords(g, known)).findFirst();
  }

  private static boolean shareWords(Group group, KnownGroup known) {
    return group.keywords().stream().anyMatch(word -> plain(word).equals(plain(known.name())))
        || known.keywords().stream().anyMatch(word -> plain(word).equals(plain(group.name())));
  }

  private static String plain(String word) {
    return word.strip().toLowerCase(Locale.ROOT);
  }
}
