package idiotaxa.server.people;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.HexFormat;

/** Secrets of scripts: random, so that a plain digest of them is enough. */
final class Tokens {
  private static final int BYTES = 32;
  private static final String BEGINNING = "idiotaxa_";
  private static final SecureRandom RANDOM = new SecureRandom();

  private Tokens() {}

  /** A new secret of 256 random bits. */
  static String create() {
    byte[] bytes = new byte[BYTES];
    RANDOM.nextBytes(bytes);
    return BEGINNING + Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
  }

  /** What is kept of it: SHA-256, hexadecimal. */
  static String digest(String secret) {
    try {
      byte[] digest = MessageDigest.getInstance("SHA-256").digest(secret.getBytes(StandardCharsets.UTF_8));
      return HexFormat.of().formatHex(digest);
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("every Java platform has SHA-256", e);
    }
  }
}
