package idiotaxa.core.mesh;

import com.carrotsearch.hppc.IntArrayList;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Collects {@link FaceWords} face by face. Not thread-safe. */
public final class FaceWordsBuilder {
  /** Longer ones are cut: no name is that long. */
  private static final int MOST_CHARACTERS = 200;

  private final Map<String, Integer> known = new HashMap<>();
  private final List<String> words = new ArrayList<>();
  private final IntArrayList ofFace = new IntArrayList();

  /** Says what the next face belongs to; null or blank for nothing. */
  public void add(String word) {
    ofFace.add(index(word));
  }

  /** Says so of faces of which nothing was said so far; those before {@code face} that were left out belong to nothing. */
  public void set(int face, String word) {
    skipTo(face + 1);
    ofFace.set(face, index(word));
  }

  /** Says of all faces before one that were left out that they belong to nothing. */
  public void skipTo(int face) {
    while (ofFace.size() < face) {
      ofFace.add(FaceWords.NONE);
    }
  }

  private int index(String word) {
    if (word == null || word.isBlank()) {
      return FaceWords.NONE;
    }
    String stripped = word.strip();
    String cut = stripped.length() > MOST_CHARACTERS ? stripped.substring(0, MOST_CHARACTERS) : stripped;
    return known.computeIfAbsent(
        cut,
        w -> {
          words.add(w);
          return words.size() - 1;
        });
  }

  public int wordCount() {
    return words.size();
  }

  public FaceWords build() {
    return new FaceWords(words, ofFace.toArray());
  }
}
