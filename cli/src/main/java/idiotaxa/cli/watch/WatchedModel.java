package idiotaxa.cli.watch;

import idiotaxa.cli.watch.WatchedFolder.Stamp;
import idiotaxa.core.bake.BakeKey;
import idiotaxa.core.pairing.ModelPair;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * A target with its sources in a folder, and every file that its maps may depend on.
 *
 * @param name of the folder that its maps go into
 * @param inputs by name: the models, and what text models may name beside them, or did name when they were read last
 * @param seen all files of the folder as they were when this was made
 */
record WatchedModel(String name, ModelPair pair, Map<String, Stamp> inputs, Map<String, Stamp> seen) {
  /** Formats that hold everything themselves. */
  private static final Set<String> WHOLE = Set.of("glb", "ply", "stl", "usda");

  private static final Set<String> BESIDE = Set.of("mtl", "bin", "png", "jpg", "jpeg", "tif", "tiff", "tga", "webp");

  /**
   * @param known names of the files that it was made of last, or looked for; null while nobody knows
   */
  static WatchedModel of(String name, ModelPair pair, Map<String, Stamp> files, List<String> known) {
    Map<String, Stamp> inputs = new TreeMap<>();
    List<String> models = models(pair);
    models.forEach(file -> inputs.put(file, files.get(file)));
    boolean mayNameOthers = models.stream().anyMatch(file -> !WHOLE.contains(ending(file)));
    files.forEach(
        (file, stamp) -> {
          if (known == null ? mayNameOthers && BESIDE.contains(ending(file)) : known.contains(file)) {
            inputs.put(file, stamp);
          }
        });
    return new WatchedModel(name, pair, inputs, Map.copyOf(files));
  }

  static List<String> models(ModelPair pair) {
    List<String> models = new ArrayList<>(pair.sources());
    models.add(pair.target());
    return models;
  }

  private static String ending(String name) {
    return name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
  }

  /** Whether the models are what they were when this was made. */
  boolean isStill(Path folder) throws IOException {
    return isStill(folder, models(pair));
  }

  /** Whether files are what they were when this was made; one that was not there then may have come. */
  boolean isStill(Path folder, List<String> names) throws IOException {
    for (String name : names) {
      Stamp then = seen.get(name);
      if (then != null && !then.equals(WatchedFolder.stamp(folder.resolve(name)))) {
        return false;
      }
    }
    return true;
  }

  /** Names recipe, options and engine. */
  static String wordsKey(List<String> words) {
    MessageDigest digest = sha256();
    add(digest, "engine " + BakeKey.ENGINE);
    words.forEach(word -> add(digest, word));
    return HexFormat.of().formatHex(digest.digest());
  }

  /**
   * Names what maps are made of: the same files, recipe and options give the same key.
   *
   * @param words as {@link #wordsKey} names them
   * @param names of the files; one that is not there counts as such
   */
  static String key(Path folder, String words, List<String> names) throws IOException {
    MessageDigest digest = sha256();
    add(digest, words);
    for (String name : names) {
      add(digest, name);
      Path file = folder.resolve(name);
      if (Files.isRegularFile(file)) {
        try (InputStream in = new DigestInputStream(Files.newInputStream(file), digest)) {
          in.transferTo(OutputStream.nullOutputStream());
        }
      }
    }
    return HexFormat.of().formatHex(digest.digest());
  }

  private static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }

  private static void add(MessageDigest digest, String word) {
    byte[] bytes = word.getBytes(StandardCharsets.UTF_8);
    digest.update((bytes.length + ":").getBytes(StandardCharsets.UTF_8));
    digest.update(bytes);
  }
}
