package idiotaxa.core.check;

import idiotaxa.core.bake.SheetReport;
import idiotaxa.core.group.Group;
import idiotaxa.core.mask.Specks;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** What of a finished bake needs a look. */
public final class Outcome {
  private final List<Group> groups;
  private final List<Finding> findings = new ArrayList<>();

  private Outcome(List<Group> groups) {
    this.groups = groups;
  }

  /**
   * @param sheets of one bake
   * @param groups that it knows
   * @param specks of every sheet, by its name; missing where nobody counted them
   */
  public static List<Finding> of(
      List<SheetReport> sheets, List<Group> groups, Map<String, Integer> specks) {
    Outcome outcome = new Outcome(groups);
    sheets.forEach(outcome::addMissed);
    sheets.forEach(outcome::addConflicts);
    sheets.forEach(outcome::addThinGroups);
    sheets.forEach(sheet -> outcome.addSpecks(sheet, specks.getOrDefault(sheet.sheet(), 0)));
    outcome.addEmptySheets(sheets);
    outcome.addOneColor(sheets);
    return List.copyOf(outcome.findings);
  }

  private void add(String kind, String text, String place, long count) {
    add(kind, Severity.WARNING, text, place, count);
  }

  private void add(String kind, Severity severity, String text, String place, long count) {
    findings.add(new Finding(kind, severity, text, place, "", count, new int[0]));
  }

  private void addMissed(SheetReport sheet) {
    if (sheet.missed() > 0) {
      String texels = CountWords.of(sheet.missed(), "texel", "texels");
      add(
          "missed",
          texels
              + ", "
              + ShareWords.percent(sheet.missedShare())
              + " of what is covered, found no source and stay without group.",
          "sheet " + sheet.sheet(),
          sheet.missed());
    }
  }

  private void addConflicts(SheetReport sheet) {
    if (sheet.conflicts() > 0) {
      String sentence =
          CountWords.of(
              sheet.conflicts(),
              "texel lies under faces of different groups: only one of them can be right.",
              "texels lie under faces of different groups: only one of them can be right.");
      add("conflicts", sentence, "sheet " + sheet.sheet(), sheet.conflicts());
    }
  }

  private void addThinGroups(SheetReport sheet) {
    // Under faces of other groups a group can be as wide as it likes.
    String why =
        sheet.conflicts() > 0
            ? " wins no texel: it is too thin, or lies under faces of other groups; it has "
            : " is so thin that it wins no texel; it has ";
    for (int number : sheet.thinGroups()) {
      long texels = sheet.groupTexels()[number];
      add(
          "thin-group",
          name(number)
              + why
              + (texels == 0 ? "none." : CountWords.of(texels, "texel", "texels") + " that it covers most.")
              + " A larger sheet shows what is thin as it is.",
          "sheet " + sheet.sheet(),
          texels);
    }
  }

  private void addSpecks(SheetReport sheet, int count) {
    if (count > 0) {
      String sentence =
          CountWords.of(
              count,
              "speck of at most %d texels lies in another group.",
              "specks of at most %d texels lie in other groups.");
      // Small bolts are as small as specks: only who looks can tell.
      add("specks", Severity.HARMLESS, sentence.formatted(Specks.USUAL), "sheet " + sheet.sheet(), count);
    }
  }

  private String name(int number) {
    return groups.stream()
        .filter(g -> g.number() == number)
        .map(Group::name)
        .findFirst()
        .orElse("group " + number);
  }

  /** One image among others that nobody would miss until it comes out black. */
  private void addEmptySheets(List<SheetReport> sheets) {
    for (SheetReport sheet : sheets) {
      if (sheet.covered() == 0 && sheets.size() > 1) {
        add("empty-sheet", "No texel of this sheet is covered: its map is empty.", "sheet " + sheet.sheet(), 0);
      }
    }
  }

  private void addOneColor(List<SheetReport> sheets) {
    int seen = 0;
    String only = "";
    for (Group group : groups) {
      boolean hasTexels = sheets.stream().anyMatch(sheet -> sheet.texelsOf(group.number()) > 0);
      seen += hasTexels ? 1 : 0;
      only = hasTexels ? group.name() : only;
    }
    if (seen == 0) {
      add("empty", "No texel belongs to a group: the map is empty.", "", 0);
    } else if (seen == 1) {
      add("one-group", "All that is covered belongs to " + only + ": the map has one colour.", "", 1);
    }
  }
}
