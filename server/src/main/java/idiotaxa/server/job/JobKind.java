package idiotaxa.server.job;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** What runs as a job; the word names it in the database. */
public enum JobKind {
  /** Of a revision. */
  READ_REVISION("read-revision"),
  /** Of a revision; nobody waits for it. */
  FIND_HIDDEN("find-hidden"),
  /** Of a revision; nobody waits for it. */
  LEARN_PIECES("learn-pieces"),
  /** Of a sheet of a bake. */
  BAKE_SHEET("bake-sheet"),
  /** Of an automatic UV layout. */
  LAY_OUT("lay-out"),
  /** Of a hand-off. */
  PACK_HANDOFF("pack-handoff");

  private final String word;

  JobKind(String word) {
    this.word = word;
  }

  public String word() {
    return word;
  }

  /** Whether somebody looks at the page until it is done. Such jobs go before all others, at every worker. */
  boolean isWaitedFor() {
    return this != FIND_HIDDEN && this != LEARN_PIECES;
  }

  /**
   * @throws IllegalArgumentException when there is no such kind
   */
  static JobKind of(String word) {
    return Arrays.stream(values())
        .filter(k -> k.word.equals(word))
        .findFirst()
        .orElseThrow(
            () ->
                new IllegalArgumentException(
                    "\"%s\" is no kind of job; there are %s."
                        .formatted(word, Arrays.stream(values()).map(JobKind::word).collect(Collectors.joining(", ")))));
  }

  /**
   * @param words of kinds, or the one word {@code all}
   */
  static Set<JobKind> of(List<String> words) {
    if (words.equals(List.of("all"))) {
      return EnumSet.allOf(JobKind.class);
    }
    Set<JobKind> kinds = EnumSet.noneOf(JobKind.class);
    words.stream().filter(w -> !w.isBlank()).forEach(w -> kinds.add(of(w.strip())));
    return kinds;
  }
}
