package idiotaxa.cli;

import idiotaxa.core.check.Cure;
import idiotaxa.core.check.Finding;
import idiotaxa.core.check.Severity;
import java.io.PrintWriter;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** Says the findings of a bake as lines on standard error, with cures that can be typed. */
final class CommandFindings {
  /** What a strict run does not let pass. */
  private static final Set<String> NEEDS_A_LOOK =
      Set.of(
          "missed", "conflicts", "strays", "one-colour", "one-group", "empty", "thin-group",
          "on-no-sheet", "beyond-sheet", "empty-sheet");

  private final PrintWriter err;
  private final boolean isAnyway;
  private final List<Finding> said = new ArrayList<>();

  /**
   * @param isAnyway whether what would be refused is baked all the same
   */
  CommandFindings(PrintWriter err, boolean isAnyway) {
    this.err = err;
    this.isAnyway = isAnyway;
  }

  /**
   * Says findings.
   *
   * @throws RefusedException when one of them spoils the map and that is not wanted
   */
  void say(List<Finding> findings) {
    List<Finding> here = findings.stream().map(CommandFindings::withTypedCures).toList();
    boolean isRefused = false;
    for (Finding finding : here) {
      boolean refuses = finding.severity() == Severity.REFUSED && !isAnyway;
      boolean isNote = finding.severity() == Severity.HARMLESS;
      err.println((refuses ? "refused: " : isNote ? "note: " : "warning: ") + finding.line());
      isRefused |= refuses;
    }
    said.addAll(here);
    if (isRefused) {
      throw new RefusedException();
    }
  }

  List<Finding> all() {
    return List.copyOf(said);
  }

  boolean needALook() {
    return said.stream().anyMatch(f -> NEEDS_A_LOOK.contains(f.kind()));
  }

  private static Finding withTypedCures(Finding f) {
    if (f.cures().isEmpty()) {
      return f;
    }
    String typed =
        f.cures().stream()
            .map(CommandFindings::typed)
            .filter(words -> !words.isEmpty())
            .collect(Collectors.joining(", or "));
    boolean isGeneral = typed.isEmpty();
    return new Finding(
        f.kind(),
        f.severity(),
        f.text(),
        f.place(),
        isGeneral ? general(f) : "Try " + typed + ".",
        List.of(),
        f.count(),
        f.faces());
  }

  private static String general(Finding f) {
    return f.severity() == Severity.REFUSED ? f.cure() : "";
  }

  private static String typed(Cure cure) {
    return switch (cure.action()) {
      case ORIGIN -> "--origin " + cure.value();
      case READ_TARGET -> "a bake without --source";
      case READ_SOURCES -> "--source FILE";
      case PAIRING -> "--pair " + cure.value();
      case REACH -> "--reach auto";
      case ALIGN -> "--align auto";
      case UV_SET -> "--uv-set " + cure.value();
      case SOLID -> "--solid";
      case SHEETS -> "--sheet-by " + cure.value();
      case LINK, PROPOSE, SORT, BRING_IN -> "";
    };
  }
}
