package idiotaxa.core.check;

import idiotaxa.core.group.Group;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.UvOverlaps;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.reach.ReachSurvey;
import idiotaxa.core.reach.Reaches;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Looks at what a bake would read before it is baked. */
public final class Preflight {
  private static final int OVERLAP_SIZE = 1024;
  private static final int NAMES_TOLD = 4;
  private static final double NEARLY_NOTHING = 5e-4;

  private final List<PreflightFinding> findings = new ArrayList<>();

  public List<PreflightFinding> findings() {
    return List.copyOf(findings);
  }

  /**
   * The origin tells no groups apart.
   *
   * @param files that would be read
   * @param cures the origins that have data
   */
  public void addNoData(IdOrigin origin, List<String> files, List<Cure> cures) {
    findings.add(
        new PreflightFinding(
            "one-colour",
            true,
            String.join(" and ", files)
                + (files.size() > 1 ? " have no " : " has no ")
                + origin.spoken()
                + " to tell groups by: the map would come out in one colour.",
            cures));
  }

  /** There is no group that anything could belong to. */
  public void addNoGroups() {
    findings.add(
        new PreflightFinding(
            "no-groups",
            true,
            "The asset has no groups yet, so nothing that is read can belong to one.",
            List.of(new Cure("Go to Sort", "sort", ""))));
  }

  /** What was read belongs to one group or to none, and which share is left over. */
  public void addReading(Mesh read, OriginReading reading) {
    double[] areaOfGroup = new double[Group.MAX_NUMBER + 2];
    double area = 0;
    for (int t = 0; t < read.triangleCount(); t++) {
      double ofTriangle = TriangleGeometry.area(read, t);
      area += ofTriangle;
      // Triangles of several groups count for the last place, which is no group's.
      areaOfGroup[Math.min(reading.surface().label(t), Group.MAX_NUMBER + 1)] += ofTriangle;
    }
    double unclaimed = area > 0 ? areaOfGroup[Group.UNCLAIMED] / area : 1;
    Cure sort = new Cure("Go to Sort", "sort", "");
    if (unclaimed == 1) {
      String what = "Nothing that is read belongs to a group: the map would come out empty.";
      findings.add(new PreflightFinding("empty", false, what, List.of(sort)));
    } else if (unclaimed > NEARLY_NOTHING) {
      findings.add(
          new PreflightFinding(
              "unclaimed",
              false,
              String.format(
                  Locale.ROOT,
                  "%.1f %% of the surface that is read belongs to no group and stays black.",
                  100 * unclaimed),
              List.of(sort)));
    }
    for (Group group : reading.groups()) {
      if (areaOfGroup[group.number()] == area && area > 0) {
        findings.add(
            new PreflightFinding(
                "one-group",
                false,
                "All that is read belongs to "
                    + group.name()
                    + ": the map would come out in one colour.",
                List.of(sort)));
      }
    }
    if (!reading.strays().isEmpty()) {
      findings.add(
          new PreflightFinding(
              "strays",
              false,
              "Strays, which match no group: " + told(reading.strays()) + ".",
              List.of(sort)));
    }
  }

  /** Target parts from which no ray may hit anything. */
  public void addPairing(Pairing pairing) {
    List<String> unpaired = pairing.unpairedTarget();
    if (unpaired.isEmpty()) {
      return;
    }
    List<Cure> cures = new ArrayList<>();
    for (Pairing.Row row : pairing.rows()) {
      if (row.by() == Pairing.By.NONE && row.proposal() != null && cures.size() < NAMES_TOLD) {
        cures.add(
            new Cure(
                "Link " + row.targetPart() + " with " + row.proposal(),
                "link",
                row.targetPart() + "\t" + row.proposal()));
      }
    }
    cures.add(new Cure("Pair all on all", "pairing", "all"));
    findings.add(
        new PreflightFinding(
            "unpaired",
            false,
            CountWords.of(unpaired.size(), "target part has", "target parts have")
                + " no partner and would be missed: "
                + told(unpaired)
                + ".",
            cures));
  }

  /**
   * Parts that lie away from every source, and a chosen reach that is shorter than what was measured.
   *
   * @param chosen the reach that was chosen, null where it is measured at the bake
   */
  public void addReach(ReachSurvey survey, Reaches chosen) {
    List<String> alone = new ArrayList<>();
    List<String> tooShort = new ArrayList<>();
    for (ReachSurvey.PartReach part : survey.parts()) {
      if (part.unmatched() > part.points()) {
        alone.add(part.part());
      } else if (chosen != null && part.points() > 0 && isShort(chosen.of(part.part()), part)) {
        tooShort.add(part.part());
      }
    }
    if (!alone.isEmpty()) {
      findings.add(
          new PreflightFinding(
              "no-source-near",
              false,
              CountWords.of(alone.size(), "target part lies", "target parts lie")
                  + " mostly away from every source that may be hit: "
                  + told(alone)
                  + ".",
              List.of(
                  new Cure("Check the alignment", "bring-in", ""),
                  new Cure("Pair all on all", "pairing", "all"))));
    }
    if (!tooShort.isEmpty()) {
      findings.add(
          new PreflightFinding(
              "short-reach",
              false,
              "The reach is shorter than the distances measured on "
                  + CountWords.of(tooShort.size(), "part", "parts")
                  + ": "
                  + told(tooShort)
                  + ".",
              List.of(new Cure("Measure the reach", "reach", ""))));
    }
  }

  /** Without the margin that a proposal has. */
  private static boolean isShort(Reach reach, ReachSurvey.PartReach part) {
    return reach.outward() < part.proposed().outward() / ReachSurvey.MARGIN
        || reach.inward() < part.proposed().inward() / ReachSurvey.MARGIN;
  }

  /**
   * Texels that several triangles of a sheet own.
   *
   * @param reading when IDs are read from the target itself, else null: then conflicts are known only
   *     after the bake
   */
  public void addOverlaps(Mesh target, Sheet sheet, OriginReading reading) {
    int[] groups = new int[target.faceCount()];
    for (int t = 0; reading != null && t < target.triangleCount(); t++) {
      groups[target.triangleFace(t)] = reading.surface().label(t);
    }
    UvOverlaps.Result overlaps = UvOverlaps.of(target, sheet, OVERLAP_SIZE, groups);
    long told = reading == null ? overlaps.overlapping() : overlaps.conflicts();
    if (told == 0) {
      return;
    }
    String at = " of sheet " + sheet.name() + " at " + OVERLAP_SIZE + " px ";
    String what =
        reading == null
            ? CountWords.of(told, "texel", "texels")
                + at
                + "lie under several faces; whether their groups differ is known after the bake."
            : CountWords.of(told, "texel", "texels")
                + at
                + "lie under faces of different groups: only one of them can be right.";
    findings.add(
        new PreflightFinding(
            reading == null ? "overlaps" : "conflicts",
            false,
            what,
            List.of(new Cure("Look at the UVs", "bring-in", ""))));
  }

  private static String told(List<String> names) {
    int more = names.size() - NAMES_TOLD;
    String first = String.join(", ", names.subList(0, Math.min(NAMES_TOLD, names.size())));
    return more > 0 ? first + " and " + more + " more" : first;
  }
}
