package idiotaxa.core.work;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/**
 * Names content by what it is made of: the same values in the same order give the same key. Arrays are
 * added with their lengths, so that the border between two of them counts too.
 */
public final class ContentKey {
  private final MessageDigest digest;

  public ContentKey() {
    try {
      digest = MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }

  public ContentKey add(int... values) {
    ByteBuffer bytes = ByteBuffer.allocate(4 + 4 * values.length);
    bytes.putInt(values.length).asIntBuffer().put(values);
    digest.update(bytes.array());
    return this;
  }

  public ContentKey add(char[] values) {
    ByteBuffer bytes = ByteBuffer.allocate(4 + 2 * values.length);
    bytes.putInt(values.length).asCharBuffer().put(values);
    digest.update(bytes.array());
    return this;
  }

  public ContentKey add(String word) {
    byte[] bytes = word.getBytes(StandardCharsets.UTF_8);
    add(bytes.length);
    digest.update(bytes);
    return this;
  }

  /** 64 hexadecimal digits; ends the key. */
  public String hex() {
    return HexFormat.of().formatHex(digest.digest());
  }
}
