package idiotaxa.core.pairing;

import java.util.List;
import java.util.Locale;

/**
 * How parts are paired by name.
 *
 * @param affixes the house's own suffixes and prefixes, with or without the underscore
 * @param links made by hand; they win over names
 */
public record PairingRules(List<String> affixes, List<Link> links) {
  /** Names alone, with the usual suffixes and prefixes. */
  public static final PairingRules PLAIN = new PairingRules(List.of(), List.of());

  private static final int MAX_AFFIX = 40;

  /** A target part and a source part that rays from it may hit. */
  public record Link(String targetPart, String sourcePart) {}

  public PairingRules {
    affixes = affixes.stream().map(PairingRules::cleaned).toList();
    links = List.copyOf(links);
  }

  private static String cleaned(String affix) {
    String word = affix.strip().toLowerCase(Locale.ROOT).replaceAll("^_+|_+$", "");
    if (word.isEmpty() || word.length() > MAX_AFFIX) {
      throw new IllegalArgumentException(
          "A suffix or prefix has 1 to " + MAX_AFFIX + " characters beside its underscore, got \""
              + affix + "\".");
    }
    return word;
  }
}
