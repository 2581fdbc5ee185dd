package idiotaxa.core.check;

import java.util.List;
import java.util.stream.Collectors;

/**
 * Something to know about a model, about what a bake would read, or about what came of it.
 *
 * @param kind stable, for programs: lower-case words with hyphens
 * @param text one sentence: what and how much
 * @param place part, sheet, group or file; empty where it has none
 * @param cure what to do, in words
 * @param cures what can be done at once
 * @param count how many faces, edges, texels or parts it is about, as {@code text} says
 * @param faces some of the faces to look at, at most a thousand; empty when it has no place on a model
 */
public record Finding(
    String kind,
    Severity severity,
    String text,
    String place,
    String cure,
    List<Cure> cures,
    long count,
    int[] faces) {
  /** About a model, with nothing that can be done here and now. */
  public Finding(
      String kind,
      Severity severity,
      String text,
      String place,
      String cure,
      long count,
      int[] faces) {
    this(kind, severity, text, place, cure, List.of(), count, faces);
  }

  /** About a bake. */
  public Finding(String kind, Severity severity, String text, String place, List<Cure> cures) {
    this(
        kind,
        severity,
        text,
        place,
        cures.stream().map(Cure::words).collect(Collectors.joining("; ")),
        cures,
        1,
        new int[0]);
  }

  /** What, where and cure in one line. */
  public String line() {
    return (place.isEmpty() ? "" : place + ": ") + text + (cure.isEmpty() ? "" : " " + cure + (cure.endsWith(".") ? "" : "."));
  }
}
