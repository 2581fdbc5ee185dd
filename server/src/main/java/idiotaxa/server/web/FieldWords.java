package idiotaxa.server.web;

import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Properties;

/** What names mean everywhere in the API, so that it is not said at each of them. */
final class FieldWords {
  private static final Properties WORDS = read();

  private FieldWords() {}

  /** Empty for names that mean something of their own in each place. */
  static String of(String name) {
    return WORDS.getProperty(name, "");
  }

  private static Properties read() {
    Properties words = new Properties();
    try (Reader in =
        new InputStreamReader(
            FieldWords.class.getResourceAsStream("/api-words.properties"), StandardCharsets.UTF_8)) {
      words.load(in);
      return words;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
