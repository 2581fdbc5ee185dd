package idiotaxa.core.bake;

import idiotaxa.core.group.NameStem;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.Part;
import idiotaxa.core.trace.PartFilter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Which source parts may be hit from which target part. */
public final class Pairing {
  private final String word;
  private final long[][] allowedOfTargetPart;
  private final List<String> unpairedTarget;
  private final List<String> unpairedSource;

  private Pairing(
      String word,
      long[][] allowedOfTargetPart,
      List<String> unpairedTarget,
      List<String> unpairedSource) {
    this.word = word;
    this.allowedOfTargetPart = allowedOfTargetPart;
    this.unpairedTarget = unpairedTarget;
    this.unpairedSource = unpairedSource;
  }

  /** Every source part may be hit from every target part. */
  public static Pairing all(Mesh target) {
    return new Pairing("all", new long[target.parts().size()][], List.of(), List.of());
  }

  /** By names where every target part finds a partner, else all. */
  public static Pairing fitting(Mesh target, Mesh source) {
    Pairing byNames = byNames(target, source);
    return byNames.unpairedTarget.isEmpty() ? byNames : all(target);
  }

  /**
   * Pairs by name: equal without case and low/high affixes; else, for names that are unique then,
   * equal without trailing numbers too.
   */
  public static Pairing byNames(Mesh target, Mesh source) {
    Map<String, List<Integer>> exact = new HashMap<>();
    Map<String, List<Integer>> loose = new HashMap<>();
    for (int s = 0; s < source.parts().size(); s++) {
      String name = source.parts().get(s).name();
      exact.computeIfAbsent(NameStem.of(name), k -> new ArrayList<>()).add(s);
      loose.computeIfAbsent(NameStem.withoutNumber(name), k -> new ArrayList<>()).add(s);
    }
    Map<String, Integer> targetsOfLoose = new HashMap<>();
    for (Part part : target.parts()) {
      targetsOfLoose.merge(NameStem.withoutNumber(part.name()), 1, Integer::sum);
    }
    long[][] allowed = new long[target.parts().size()][];
    boolean[] isSourcePaired = new boolean[source.parts().size()];
    List<String> unpairedTarget = new ArrayList<>();
    for (int t = 0; t < allowed.length; t++) {
      String name = target.parts().get(t).name();
      String looseName = NameStem.withoutNumber(name);
      List<Integer> partners = exact.getOrDefault(NameStem.of(name), List.of());
      if (partners.isEmpty() && targetsOfLoose.get(looseName) == 1) {
        partners = loose.getOrDefault(looseName, List.of());
      }
      allowed[t] = PartFilter.none(source.parts().size());
      for (int s : partners) {
        PartFilter.allow(allowed[t], s);
        isSourcePaired[s] = true;
      }
      if (partners.isEmpty()) {
        unpairedTarget.add(name);
      }
    }
    List<String> unpairedSource = new ArrayList<>();
    for (int s = 0; s < isSourcePaired.length; s++) {
      if (!isSourcePaired[s]) {
        unpairedSource.add(source.parts().get(s).name());
      }
    }
    return new Pairing("names", allowed, unpairedTarget, unpairedSource);
  }

  /** {@code names} or {@code all}, as command line, API and manifest say it. */
  public String word() {
    return word;
  }

  /** Source parts that rays from a target part may hit, as bits; null for all. */
  public long[] allowed(int targetPart) {
    return allowedOfTargetPart[targetPart];
  }

  /** Target parts without partner: their texels would be missed. */
  public List<String> unpairedTarget() {
    return unpairedTarget;
  }

  /** Source parts that no ray may hit. */
  public List<String> unpairedSource() {
    return unpairedSource;
  }
}
