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
 * @param inputs by name: the models, and what text models may name beside them
 */
record WatchedModel(String name, ModelPair pair, Map<String, Stamp> inputs) {
  /** Formats that hold everything themselves. */
  private static final Set<String> WHOLE = Set.of("glb", "ply");

  private static final Set<String> BESIDE = Set.of("mtl", "bin", "png", "jpg", "jpeg");

  static WatchedModel of(String name, ModelPair pair, Map<String, Stamp> files) {
    Map<String, Stamp> inputs = new TreeMap<>();
    List<String> models = new ArrayList<>(pair.sources());
    models.add(pair.target());
    models.forEach(file -> inputs.put(file, files.get(file)));
    if (models.stream().anyMatch(file -> !WHOLE.contains(ending(file)))) {
      files.forEach(
          (file, stamp) -> {
            if (BESIDE.contains(ending(file))) {
              inputs.put(file, stamp);
            }
          });
    }
    return new WatchedModel(name, pair, inputs);
  }

  private static String ending(String name) {
    return name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
  }

  /** Whether the files are what they were when this was made. */
  boolean isStill(Path folder) throws IOException {
    for (Map.Entry<String, Stamp> input : inputs.entrySet()) {
      if (!input.getValue().equals(WatchedFolder.stamp(folder.resolve(input.getKey())))) {
        return false;
      }
    }
    return true;
  }

  /**
   * Names what the maps are made of: the same files, recipe and options give the same key.
   *
   * @param words of the recipe and the options
   */
  String key(Path folder, List<String> words) throws IOException {
    try {
      MessageDigest digest = MessageDigest.getInstance("SHA-256");
      add(digest, "engine " + BakeKey.ENGINE);
      for (String word : words) {
        add(digest, word);
      }
      for (String name : inputs.keySet()) {
        add(digest, name);
        try (InputStream in = new DigestInputStream(Files.newInputStream(folder.resolve(name)), digest)) {
          in.transferTo(OutputStream.nullOutputStream());
        }
      }
      return HexFormat.of().formatHex(digest.digest());
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
