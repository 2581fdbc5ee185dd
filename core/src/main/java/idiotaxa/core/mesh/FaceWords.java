package idiotaxa.core.mesh;

import java.util.List;

/**
 * What a model's file says that its faces belong to: numbers or names, by a property or attribute of its own or in a list
 * beside it.
 *
 * @param words all different, none blank, in order of first appearance
 * @param ofFace index into the words of every face, {@link #NONE} for nothing
 */
public record FaceWords(List<String> words, int[] ofFace) {
  public static final int NONE = -1;

  public FaceWords {
    words = List.copyOf(words);
  }
}
