package idiotaxa.core.pairing;

import idiotaxa.core.claim.Likeness;
import idiotaxa.core.claim.NameStem;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Part;
import idiotaxa.core.trace.PartFilter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Finds the partners of parts by name and by hand-made links. */
final class PartMatcher {
  /** Comparisons of names that proposals may cost; beyond that nobody reads them. */
  private static final long MOST_COMPARISONS = 2_000_000;

  private final Mesh target;
  private final Mesh source;
  private final PairingRules rules;
  private final Map<String, List<Integer>> ofName = new HashMap<>();
  private final Map<String, List<Integer>> ofStem = new HashMap<>();
  private final Map<String, List<Integer>> ofStemWithoutNumber = new HashMap<>();
  private final Map<String, Integer> targetsOfStemWithoutNumber = new HashMap<>();
  private final Map<String, Set<String>> linked = new HashMap<>();
  private final Map<String, List<String>> wordsOf = new HashMap<>();
  private long comparisons;

  PartMatcher(Mesh target, Mesh source, PairingRules rules) {
    this.target = target;
    this.source = source;
    this.rules = rules;
    for (int s = 0; s < source.parts().size(); s++) {
      String name = source.parts().get(s).name();
      ofName.computeIfAbsent(name, k -> new ArrayList<>()).add(s);
      ofStem.computeIfAbsent(stem(name), k -> new ArrayList<>()).add(s);
      ofStemWithoutNumber.computeIfAbsent(withoutNumber(name), k -> new ArrayList<>()).add(s);
    }
    for (Part part : target.parts()) {
      targetsOfStemWithoutNumber.merge(withoutNumber(part.name()), 1, Integer::sum);
    }
    for (PairingRules.Link link : rules.links()) {
      linked
          .computeIfAbsent(link.targetPart(), k -> new LinkedHashSet<>())
          .add(link.sourcePart());
    }
  }

  private String stem(String name) {
    return NameStem.of(name, rules.affixes());
  }

  private String withoutNumber(String name) {
    return NameStem.withoutNumber(name, rules.affixes());
  }

  Pairing all() {
    long[][] allowed = new long[target.parts().size()][];
    List<Pairing.Row> rows = new ArrayList<>();
    for (int t = 0; t < allowed.length; t++) {
      String name = target.parts().get(t).name();
      List<Integer> linked = linked(name);
      if (!linked.isEmpty()) {
        allowed[t] = bits(linked);
      }
      Pairing.By by = linked.isEmpty() ? Pairing.By.ALL : Pairing.By.LINK;
      rows.add(new Pairing.Row(name, by, names(linked), null));
    }
    return new Pairing(PairingMode.ALL, allowed, rows, List.of());
  }

  Pairing byNames() {
    long[][] allowed = new long[target.parts().size()][];
    List<Pairing.Row> rows = new ArrayList<>();
    Set<Integer> paired = new LinkedHashSet<>();
    for (int t = 0; t < allowed.length; t++) {
      String name = target.parts().get(t).name();
      Pairing.By by = Pairing.By.LINK;
      List<Integer> partners = linked(name);
      if (partners.isEmpty()) {
        by = Pairing.By.NAME;
        partners = ofStem.getOrDefault(stem(name), List.of());
      }
      if (partners.isEmpty() && targetsOfStemWithoutNumber.get(withoutNumber(name)) == 1) {
        by = Pairing.By.NAME_WITHOUT_NUMBER;
        partners = ofStemWithoutNumber.getOrDefault(withoutNumber(name), List.of());
      }
      allowed[t] = bits(partners);
      paired.addAll(partners);
      rows.add(
          partners.isEmpty()
              ? new Pairing.Row(name, Pairing.By.NONE, List.of(), nearest(name, source))
              : new Pairing.Row(name, by, names(partners), null));
    }
    return new Pairing(PairingMode.NAMES, allowed, rows, unpairedSource(paired));
  }

  private List<Integer> linked(String targetPart) {
    List<Integer> parts = new ArrayList<>();
    for (String sourcePart : linked.getOrDefault(targetPart, Set.of())) {
      parts.addAll(ofName.getOrDefault(sourcePart, List.of()));
    }
    return parts;
  }

  /** Null where that is every part: no triangle is asked for its part then, and subtrees of several parts serve. */
  private long[] bits(List<Integer> sourceParts) {
    if (!sourceParts.isEmpty() && Set.copyOf(sourceParts).size() == source.parts().size()) {
      return null;
    }
    long[] bits = PartFilter.none(source.parts().size());
    sourceParts.forEach(s -> PartFilter.allow(bits, s));
    return bits;
  }

  private List<String> names(List<Integer> sourceParts) {
    return sourceParts.stream().map(s -> source.parts().get(s).name()).distinct().toList();
  }

  private List<Pairing.Unpaired> unpairedSource(Set<Integer> paired) {
    List<Pairing.Unpaired> unpaired = new ArrayList<>();
    for (int s = 0; s < source.parts().size(); s++) {
      if (!paired.contains(s)) {
        String name = source.parts().get(s).name();
        unpaired.add(new Pairing.Unpaired(name, nearest(name, target)));
      }
    }
    return unpaired;
  }

  /** The part whose name is likest, the first on a tie; null when none is like it. */
  private String nearest(String name, Mesh among) {
    comparisons += among.parts().size();
    if (comparisons > MOST_COMPARISONS) {
      return null;
    }
    List<String> words = words(name);
    String best = null;
    double bestLikeness = Likeness.ENOUGH;
    for (Part part : among.parts()) {
      List<String> others = words(part.name());
      // Both ways, so that a name is not like every longer one that holds its word.
      double likeness = (Likeness.of(words, others) + Likeness.of(others, words)) / 2;
      if (likeness > bestLikeness) {
        best = part.name();
        bestLikeness = likeness;
      }
    }
    return best;
  }

  private List<String> words(String name) {
    return wordsOf.computeIfAbsent(name, n -> Likeness.words(stem(n)));
  }
}
