package idiotaxa.core.bake;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;

/**
 * Names everything that the maps of a sheet depend on: two bakes with one key have the same maps. Names
 * and colours of groups are no part of it, because images are made from the maps later.
 */
public final class BakeKey {
  /** To be raised whenever the same input gives other maps than before. */
  private static final int ENGINE = 2;

  private final MessageDigest digest;

  private BakeKey() {
    try {
      digest = MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }

  /**
   * @param isOwnSurface whether IDs are read from the target itself: then only the sheet's own triangles
   *     matter, and a change elsewhere leaves the key as it is
   * @param words what names the models and the settings
   * @return 64 hexadecimal digits
   */
  public static String of(
      Sheet sheet, OriginReading reading, boolean isOwnSurface, List<String> words) {
    BakeKey key = new BakeKey();
    key.add(ENGINE, sheet.tileU(), sheet.tileV());
    key.add(sheet.triangles());
    words.forEach(key::add);
    reading.surface().addTo(key, isOwnSurface ? sheet.triangles() : null, reading.groups());
    return HexFormat.of().formatHex(key.digest.digest());
  }

  void add(int... values) {
    ByteBuffer bytes = ByteBuffer.allocate(4 + 4 * values.length);
    bytes.putInt(values.length).asIntBuffer().put(values);
    digest.update(bytes.array());
  }

  void add(char[] values) {
    ByteBuffer bytes = ByteBuffer.allocate(4 + 2 * values.length);
    bytes.putInt(values.length).asCharBuffer().put(values);
    digest.update(bytes.array());
  }

  private void add(String word) {
    byte[] bytes = word.getBytes(StandardCharsets.UTF_8);
    add(bytes.length);
    digest.update(bytes);
  }
}
