package idiotaxa.core.pairing;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** How parts of target and source are brought together. */
public enum PairingMode {
  /** By equal names. */
  NAMES,
  /** All on all. */
  ALL,
  /** By names where every target part finds a partner, else all. */
  FITTING;

  /** The word on the command line, in the API and in the manifest. */
  @JsonValue
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  /**
   * @throws IllegalArgumentException naming the word and those that there are
   */
  @JsonCreator
  public static PairingMode parse(String word) {
    for (PairingMode mode : values()) {
      if (mode.word().equals(word)) {
        return mode;
      }
    }
    throw new IllegalArgumentException(
        "pairing: parts are paired by names, all or fitting, not by \"" + word + "\".");
  }
}
