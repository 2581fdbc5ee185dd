package idiotaxa.server.kept;

import idiotaxa.core.handoff.HandoffWriter.WrittenFile;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A package of small files and a manifest that describes them. */
record TestPackage(Path file, List<WrittenFile> files) {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final String MANIFEST = "manifest.json";

  static TestPackage in(Path folder, String created, Map<String, String> contents) throws IOException {
    Path file = Files.createTempFile(folder, "package", ".zip");
    List<WrittenFile> files = new ArrayList<>();
    var manifest = JSON.createObjectNode().put("created", created);
    var listed = manifest.putArray("files");
    try (OutputStream out = Files.newOutputStream(file);
        ZipOutputStream zip = new ZipOutputStream(out)) {
      for (Map.Entry<String, String> entry : new TreeMap<>(contents).entrySet()) {
        files.add(put(zip, entry.getKey(), entry.getValue()));
        listed.addObject().put("path", entry.getKey()).put("sha256", files.get(files.size() - 1).sha256());
      }
      files.add(put(zip, MANIFEST, manifest.toString()));
    }
    return new TestPackage(file, files);
  }

  private static WrittenFile put(ZipOutputStream zip, String path, String content) throws IOException {
    byte[] bytes = content.getBytes(StandardCharsets.UTF_8);
    zip.putNextEntry(new ZipEntry(path));
    zip.write(bytes);
    return new WrittenFile(path, bytes.length, sha256(bytes));
  }

  /** As another process finds it. */
  static TestPackage read(Path file) throws IOException {
    List<WrittenFile> files = new ArrayList<>();
    try (ZipFile zip = new ZipFile(file.toFile())) {
      for (ZipEntry entry : zip.stream().toList()) {
        byte[] bytes = zip.getInputStream(entry).readAllBytes();
        files.add(new WrittenFile(entry.getName(), bytes.length, sha256(bytes)));
      }
    }
    return new TestPackage(file, files);
  }

  private static String sha256(byte[] bytes) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  /** Files of a folder that are not what the manifest says, read as a tool would: the manifest before and after them. */
  static List<String> misdescribed(Path place) throws IOException {
    List<String> found = new ArrayList<>();
    byte[] before;
    try {
      before = Files.readAllBytes(place.resolve(MANIFEST));
    } catch (IOException e) {
      return found;
    }
    for (JsonNode file : JSON.readTree(before).get("files")) {
      String path = file.get("path").asString();
      try {
        if (!sha256(Files.readAllBytes(place.resolve(path))).equals(file.get("sha256").asString())) {
          found.add(path);
        }
      } catch (IOException e) {
        found.add(path);
      }
    }
    boolean isStillThere = Files.exists(place.resolve(MANIFEST));
    byte[] after = isStillThere ? Files.readAllBytes(place.resolve(MANIFEST)) : new byte[0];
    return Arrays.equals(before, after) ? found : List.of();
  }
}
