package idiotaxa.core.origin;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import java.util.stream.Collectors;

/** Where a bake reads IDs from. */
public enum IdOrigin {
  CLAIMS("claims"),
  VERTEX_COLORS("vertex-colors"),
  MATERIALS("materials"),
  /** What the file says of every face: a whole number or a name. */
  FACE_GROUPS("face-groups"),
  PARTS("parts"),
  PIECES("pieces"),
  TEXTURE("texture"),
  /** An ID image from elsewhere; nothing is read from a model. */
  IMAGE("image");

  private final String word;

  IdOrigin(String word) {
    this.word = word;
  }

  /** The word used on the command line, in the API and in the manifest. */
  @JsonValue
  public String word() {
    return word;
  }

  /** The word as it is said in a sentence. */
  public String spoken() {
    return word.replace("colors", "colours").replace('-', ' ');
  }

  /**
   * @throws IllegalArgumentException naming the word and the ones that exist
   */
  @JsonCreator
  public static IdOrigin parse(String word) {
    return Arrays.stream(values())
        .filter(origin -> origin.word.equals(word))
        .findFirst()
        .orElseThrow(
            () ->
                new IllegalArgumentException(
                    "origin: unknown origin \"" + word + "\"; choose one of " + words()));
  }

  private static String words() {
    return Arrays.stream(values()).map(IdOrigin::word).collect(Collectors.joining(", "));
  }
}
