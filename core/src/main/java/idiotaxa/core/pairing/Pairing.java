package idiotaxa.core.pairing;

import idiotaxa.core.mesh.Mesh;
import java.util.ArrayList;
import java.util.List;

/** Which source parts may be hit from which target part. */
public final class Pairing {
  private final PairingMode mode;
  private final long[][] allowedOfTargetPart;
  private final List<Row> rows;
  private final List<Unpaired> unpairedSource;

  /** How a target part came to its partners. */
  public enum By {
    /** Every source part may be hit. */
    ALL,
    /** Equal names, without case and affixes. */
    NAME,
    /** Equal names without trailing numbers. */
    NAME_WITHOUT_NUMBER,
    /** A link made by hand. */
    LINK,
    /** No partner: its texels would be missed. */
    NONE
  }

  /**
   * A target part with its partners.
   *
   * @param sourceParts names, several where several parts have one name
   * @param proposal of an unpaired part: the source part with the nearest name, null if none is near
   */
  public record Row(String targetPart, By by, List<String> sourceParts, String proposal) {}

  /**
   * A source part that no ray may hit.
   *
   * @param proposal the target part with the nearest name, null if none is near
   */
  public record Unpaired(String part, String proposal) {}

  Pairing(
      PairingMode mode, long[][] allowedOfTargetPart, List<Row> rows, List<Unpaired> unpairedSource) {
    this.mode = mode;
    this.allowedOfTargetPart = allowedOfTargetPart;
    this.rows = rows;
    this.unpairedSource = unpairedSource;
  }

  /** Every source part may be hit from every target part, but for those that are linked by hand. */
  public static Pairing all(Mesh target, Mesh source, PairingRules rules) {
    return new PartMatcher(target, source, rules).all();
  }

  /**
   * Pairs by name: equal without case and affixes; else, for names that are unique then, equal without
   * trailing numbers too.
   */
  public static Pairing byNames(Mesh target, Mesh source, PairingRules rules) {
    return new PartMatcher(target, source, rules).byNames();
  }

  /** By names where every target part finds a partner, else all. */
  public static Pairing fitting(Mesh target, Mesh source, PairingRules rules) {
    Pairing byNames = byNames(target, source, rules);
    return byNames.unpairedTarget().isEmpty() ? byNames : all(target, source, rules);
  }

  public static Pairing of(PairingMode mode, Mesh target, Mesh source, PairingRules rules) {
    return switch (mode) {
      case NAMES -> byNames(target, source, rules);
      case ALL -> all(target, source, rules);
      case FITTING -> fitting(target, source, rules);
    };
  }

  /** By names or all on all: what a fitting one came to. */
  public PairingMode mode() {
    return mode;
  }

  /** Source parts that rays from a target part may hit, as bits; null for all. */
  public long[] allowed(int targetPart) {
    return allowedOfTargetPart[targetPart];
  }

  /** One a target part, in the target's order. */
  public List<Row> rows() {
    return rows;
  }

  /** Target parts without partner: their texels would be missed. */
  public List<String> unpairedTarget() {
    List<String> names = new ArrayList<>();
    for (Row row : rows) {
      if (row.by() == By.NONE) {
        names.add(row.targetPart());
      }
    }
    return names;
  }

  /** Source parts that no ray may hit. */
  public List<Unpaired> unpairedSource() {
    return unpairedSource;
  }
}
