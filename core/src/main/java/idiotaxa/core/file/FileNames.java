package idiotaxa.core.file;

import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * Names of files that every system takes. Letters and digits of every script stay as they are, in
 * Unicode's form NFC; white space and characters that some system refuses become hyphens.
 */
public final class FileNames {
  private static final String NAMELESS = "unnamed";

  /** Of one part of a file's name, so that three of them fit the 255 bytes that file systems take. */
  private static final int MAX_BYTES = 72;

  /** Names that one system keeps for devices, whatever their ending. */
  private static final Set<String> DEVICES = Set.of("con", "prn", "aux", "nul");

  private FileNames() {}

  /** {@code "Lamp glass (blue)"} gives {@code "Lamp-glass-blue"}; nothing usable gives "unnamed". */
  public static String clean(String name) {
    String cleaned =
        Normalizer.normalize(name, Normalizer.Form.NFC)
            .replaceAll("[^\\p{L}\\p{M}\\p{N}_.]+|\\.{2,}", "-")
            .replaceAll("^[-.]+|[-.]+$", "");
    String cut = cut(cleaned);
    if (cut.isEmpty()) {
      return NAMELESS;
    }
    return isDevice(cut) ? cut + "_" : cut;
  }

  /** Whether a system keeps a name, without its ending, for a device. */
  public static boolean isDevice(String stem) {
    return DEVICES.contains(stem.toLowerCase(Locale.ROOT));
  }

  /** At most {@value #MAX_BYTES} bytes in UTF-8, whole characters only. */
  private static String cut(String name) {
    int bytes = 0;
    int end = 0;
    while (end < name.length()) {
      int next = name.offsetByCodePoints(end, 1);
      bytes += name.substring(end, next).getBytes(StandardCharsets.UTF_8).length;
      if (bytes > MAX_BYTES) {
        break;
      }
      end = next;
    }
    return name.substring(0, end).replaceAll("[-.]+$", "");
  }

  /**
   * Clean names that differ by more than case. Those that would be alike get a suffix each.
   *
   * @param suffixes one a name, tried first; a counter follows where that does not suffice
   */
  public static List<String> distinct(List<String> names, List<String> suffixes) {
    List<String> cleaned = names.stream().map(FileNames::clean).toList();
    Set<String> seen = new HashSet<>();
    Set<String> shared = new HashSet<>();
    for (String name : cleaned) {
      if (!seen.add(withoutCase(name))) {
        shared.add(withoutCase(name));
      }
    }
    // Names that nobody else has are theirs, whatever the suffixes of others make.
    Set<String> taken = new HashSet<>(seen);
    List<String> out = new ArrayList<>();
    for (int i = 0; i < cleaned.size(); i++) {
      String name = cleaned.get(i);
      if (shared.contains(withoutCase(name))) {
        name = free(name + "-" + suffixes.get(i), taken);
      }
      out.add(name);
    }
    return out;
  }

  private static String free(String wanted, Set<String> taken) {
    String name = wanted;
    for (int n = 2; !taken.add(withoutCase(name)); n++) {
      name = wanted + "-" + n;
    }
    return name;
  }

  /** Equal for names that a system without regard to case takes for one. */
  public static String withoutCase(String name) {
    return Normalizer.normalize(name, Normalizer.Form.NFC)
        .toUpperCase(Locale.ROOT)
        .toLowerCase(Locale.ROOT);
  }
}
