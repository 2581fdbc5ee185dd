package idiotaxa.core.file;

import java.text.Normalizer;
import java.util.Locale;

/** Names of files that every system takes: lower-case letters, digits and hyphens. */
public final class FileNames {
  private FileNames() {}

  /** {@code "Lamp glass (blue)"} gives {@code "lamp-glass-blue"}; nothing usable gives "unnamed". */
  public static String clean(String name) {
    String plain = Normalizer.normalize(name, Normalizer.Form.NFKD).replaceAll("\\p{M}+", "");
    String cleaned =
        plain.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-").replaceAll("^-+|-+$", "");
    return cleaned.isEmpty() ? "unnamed" : cleaned;
  }
}
