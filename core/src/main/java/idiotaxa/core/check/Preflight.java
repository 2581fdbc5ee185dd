package idiotaxa.core.check;

import idiotaxa.core.align.AlignmentCheck;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleAreas;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.pairing.Pairing;
import idiotaxa.core.raster.Sheet;
import idiotaxa.core.raster.UvOverlaps;
import idiotaxa.core.reach.Reach;
import idiotaxa.core.reach.ReachSurvey;
import idiotaxa.core.reach.Reaches;
import idiotaxa.core.trace.Crowding;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;

/** Looks at what a bake would read before it is baked. */
public final class Preflight {
  private static final int OVERLAP_SIZE = 1024;
  private static final int NAMES_TOLD = 4;
  private static final double NEARLY_NOTHING = 5e-4;

  /** Boxes that differ by less than this factor are of one size. */
  private static final double SAME_SIZE = 1.05;


  private final List<Finding> findings = new ArrayList<>();

  public List<Finding> findings() {
    return List.copyOf(findings);
  }

  /** Something that was found elsewhere. */
  public void add(Finding finding) {
    findings.add(finding);
  }

  private void add(String kind, Severity severity, String text, String place, Cure... cures) {
    findings.add(new Finding(kind, severity, text, place, List.of(cures)));
  }

  /**
   * The target has nothing that a map could be laid on.
   *
   * @param file of the target
   */
  public void addNoUvs(String file) {
    findings.add(
        new Finding(
            "no-uvs",
            Severity.REFUSED,
            "The target has no UVs, so no map can be baked onto it.",
            file,
            "Unwrap it and bring it in again, or make an automatic layout on Bring in.",
            List.of(new Cure("Go to Bring in", Cure.Action.BRING_IN, "")),
            1,
            new int[0]));
  }

  /**
   * Groups that no pick can tell apart, or that have the colour of what is no group.
   *
   * @param groups that the map will show
   * @param background 0xRRGGBB
   */
  public void addColours(List<Group> groups, int background) {
    Map<Integer, Group> first = new HashMap<>();
    for (Group group : groups) {
      Group other = first.putIfAbsent(group.color(), group);
      String hex = Rgb.toHex(group.color());
      if (other != null) {
        addColour(
            "same-colour",
            "The groups %d %s and %d %s have one ID colour, %s: nobody could pick one of them from the map."
                .formatted(other.number(), other.name(), group.number(), group.name(), hex),
            "Give one of them another colour.");
      } else if (group.color() == background) {
        addColour(
            "background-colour",
            "The group %d %s has the colour of the background, %s: nobody could pick it from the map."
                .formatted(group.number(), group.name(), hex),
            "Give it another colour.");
      }
    }
  }

  private void addColour(String kind, String text, String cure) {
    findings.add(new Finding(kind, Severity.REFUSED, text, "", cure, 1, new int[0]));
  }

  /**
   * The origin tells no groups apart.
   *
   * @param files that would be read
   * @param cures the origins that have data
   */
  public void addNoData(IdOrigin origin, List<String> files, List<Cure> cures) {
    add(
        "one-colour",
        Severity.REFUSED,
        String.join(" and ", files)
            + (files.size() > 1 ? " have no " : " has no ")
            + origin.spoken()
            + " to tell groups by: the map would come out in one colour.",
        "",
        cures.toArray(Cure[]::new));
  }

  /**
   * There is no group that anything could belong to.
   *
   * @param origin that would be read
   * @param count of groups that it would make
   * @param of what it lies on: {@code source}, {@code target}
   * @param value of the cure that makes them
   */
  public void addNoGroups(IdOrigin origin, int count, String of, String value) {
    Cure sort = new Cure("Go to Sort", Cure.Action.SORT, "");
    String what = "The asset has no groups yet, so nothing that is read can belong to one.";
    if (count == 0) {
      add("no-groups", Severity.REFUSED, what, "", sort);
      return;
    }
    String words =
        "Make %s from the %s's %s"
            .formatted(CountWords.of(count, "group", "groups"), of, origin.spoken());
    add(
        "no-groups",
        Severity.REFUSED,
        what,
        "",
        new Cure(words, Cure.Action.PROPOSE, value),
        sort);
  }

  /**
   * A source that no turn brings onto its target, but a mirror would.
   *
   * @param file of the source
   */
  public void addMirrored(String file) {
    findings.add(
        new Finding(
            "source-mirrored",
            Severity.REFUSED,
            "The source is a mirror image of its target: no turn brings them together.",
            file,
            "Mirror it back where it was made, and bring it in again.",
            1,
            new int[0]));
  }

  /**
   * A source that does not lie on its target, or has other proportions.
   *
   * @param file of the source
   * @param check as the source lies now
   */
  public void addAlignment(String file, AlignmentCheck.Result check) {
    boolean hasProposal = !check.proposal().changesNothing();
    Cure align =
        hasProposal
            ? new Cure("Align it: " + check.words(), Cure.Action.ALIGN, file)
            : new Cure("Check the alignment", Cure.Action.BRING_IN, "");
    String after =
        hasProposal
            ? "; after \"%s\" they are %s".formatted(check.words(), metres(check.proposedDistance()))
            : "";
    if (check.isElsewhere()) {
      String apart = "The source does not lie on its target: the surfaces are %s apart on average";
      String text = apart.formatted(metres(check.meanDistance())) + size(check.sizeRatio()) + after;
      add("source-elsewhere", Severity.REFUSED, text + ".", file, align);
    } else if (!check.differences().isEmpty() && hasProposal) {
      String text =
          "The source is " + String.join(", ", check.differences()) + " than its target" + after;
      add("other-proportions", Severity.WARNING, text + ".", file, align);
    } else if (hasProposal) {
      String text = "The surfaces of source and target are %s apart on average";
      add(
          "source-apart",
          Severity.WARNING,
          text.formatted(metres(check.meanDistance())) + after + ".",
          file,
          align);
    }
  }

  /**
   * A source in which rays would meet thousands of triangles at once.
   *
   * @param file of the source
   * @param crowding triangles a place of it, see {@link Crowding}
   * @return whether it is
   */
  public boolean addCrowding(String file, double crowding) {
    boolean isCrowded = crowding > Crowding.MOST;
    if (isCrowded) {
      String words = Crowding.words("the source", crowding);
      String text = words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1) + ": a bake would take hours.";
      String cure = Crowding.CURE.substring(0, 1).toUpperCase(Locale.ROOT) + Crowding.CURE.substring(1) + ".";
      findings.add(
          new Finding(
              "crowded-source",
              Severity.REFUSED,
              text,
              file,
              cure,
              List.of(new Cure("Go to Bring in", Cure.Action.BRING_IN, "")),
              1,
              new int[0]));
    }
    return isCrowded;
  }

  private static String size(double ratio) {
    if (ratio < SAME_SIZE && ratio > 1 / SAME_SIZE) {
      return "";
    }
    return ratio > 1
        ? String.format(Locale.ROOT, ", the source is %.3g times as large", ratio)
        : String.format(Locale.ROOT, ", the target is %.3g times as large", 1 / ratio);
  }

  private static String metres(double metres) {
    return metres < 0.01
        ? String.format(Locale.ROOT, "%.2g mm", 1000 * metres)
        : String.format(Locale.ROOT, metres < 1 ? "%.1f cm" : "%.2f m", metres < 1 ? 100 * metres : metres);
  }

  /**
   * Rays pass through some materials of a source.
   *
   * @param file of the source
   * @param materials whose alpha counts
   */
  public void addSeeThrough(String file, List<String> materials) {
    if (materials.isEmpty()) {
      return;
    }
    String which = CountWords.of(materials.size(), "material is", "materials are");
    findings.add(
        new Finding(
            "see-through",
            Severity.HARMLESS,
            "Rays pass where " + which + " transparent: " + told(materials) + ".",
            file,
            "",
            List.of(new Cure("Hit what is transparent too", Cure.Action.SOLID, "")),
            1,
            new int[0]));
  }

  /** Groups that were made from vertex colours may be fewer with noise. */
  public void addNoise(List<Group> groups) {
    NoiseFinding.of(groups).ifPresent(findings::add);
  }

  /** What was read belongs to one group or to none, and which share is left over. */
  public void addReading(Mesh read, OriginReading reading) {
    // Triangles of several groups count for the last place, which is no group's.
    int several = 1 + reading.groups().stream().mapToInt(Group::number).max().orElse(Group.UNCLAIMED);
    double[] areaOfGroup =
        TriangleAreas.byLabel(read, several + 1, t -> Math.min(reading.surface().label(t), several));
    double area = Arrays.stream(areaOfGroup).sum();
    double unclaimed = area > 0 ? areaOfGroup[Group.UNCLAIMED] / area : 1;
    Cure sort = new Cure("Go to Sort", Cure.Action.SORT, "");
    if (unclaimed == 1) {
      String text = "Nothing that is read belongs to a group: the map would come out empty.";
      add("empty", Severity.WARNING, text, "", sort);
    } else if (unclaimed > NEARLY_NOTHING) {
      add(
          "unclaimed",
          Severity.WARNING,
          ShareWords.percent(unclaimed)
              + " of the surface that is read belongs to no group and stays black.",
          "",
          sort);
    }
    for (Group group : reading.groups()) {
      if (areaOfGroup[group.number()] == area && area > 0) {
        add(
            "one-group",
            Severity.WARNING,
            "All that is read belongs to "
                + group.name()
                + ": the map would come out in one colour.",
            "",
            sort);
      }
    }
    if (!reading.strays().isEmpty()) {
      add(
          "strays",
          Severity.WARNING,
          "Strays, which match no group: " + told(reading.strays()) + ".",
          "",
          sort);
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
                Cure.Action.LINK,
                row.targetPart() + "\t" + row.proposal()));
      }
    }
    cures.add(new Cure("Pair all on all", Cure.Action.PAIRING, "all"));
    findings.add(
        new Finding(
            "unpaired",
            Severity.WARNING,
            CountWords.of(unpaired.size(), "target part has", "target parts have")
                + " no partner and would be missed: "
                + told(unpaired)
                + ".",
            "",
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
          new Finding(
            "no-source-near",
            Severity.WARNING,
              CountWords.of(alone.size(), "target part lies", "target parts lie")
                  + " mostly away from every source that may be hit: "
                  + told(alone)
                  + ".",
              "",
              List.of(
                  new Cure("Check the alignment", Cure.Action.BRING_IN, ""),
                  new Cure("Pair all on all", Cure.Action.PAIRING, "all"))));
    }
    if (!tooShort.isEmpty()) {
      findings.add(
          new Finding(
            "short-reach",
            Severity.WARNING,
              "The reach is shorter than the distances measured on "
                  + CountWords.of(tooShort.size(), "part", "parts")
                  + ": "
                  + told(tooShort)
                  + ".",
              "",
              List.of(new Cure("Measure the reach", Cure.Action.REACH, ""))));
    }
  }

  /** Without the margin that a proposal has. */
  private static boolean isShort(Reach reach, ReachSurvey.PartReach part) {
    return reach.outward() < part.proposed().outward() / ReachSurvey.MARGIN
        || reach.inward() < part.proposed().inward() / ReachSurvey.MARGIN;
  }

  /**
   * Surface of the target that no map will have.
   *
   * @param sheets that the target is divided into
   * @param isByHand whether somebody chose which part is on which; that is not thrown away by a cure
   */
  public void addLayout(Mesh target, List<Sheet> sheets, boolean isByHand) {
    LaidOut laidOut = new LaidOut(target);
    Cure look = new Cure("Look at the UVs", Cure.Action.BRING_IN, "");
    Cure tiles = new Cure("Make a sheet of every UDIM tile", Cure.Action.SHEETS, "udim");
    BitSet onNone = laidOut.onNone(sheets);
    if (!onNone.isEmpty()) {
      add(
          "on-no-sheet",
          CountWords.of(onNone.cardinality(), "face", "faces")
              + of(laidOut, onNone)
              + (onNone.cardinality() == 1 ? "has" : "have")
              + " UVs on no sheet, or none: no map has what lies there.",
          "",
          List.of(look),
          onNone.cardinality(),
          LaidOut.kept(onNone.stream()));
    }
    for (Sheet sheet : sheets) {
      LaidOut.Beyond beyond = laidOut.beyond(sheet);
      if (beyond.count() > 0) {
        // Where sheets are tiles, a face lies on the one that its middle is on: none is wholly beyond.
        boolean isCuredByTiles = !isByHand && !beyond.wholly().isEmpty();
        add(
            "beyond-sheet",
            beyondWords(laidOut, beyond),
            sheet.name(),
            isCuredByTiles ? List.of(tiles, look) : List.of(look),
            beyond.count(),
            beyond.faces());
      }
    }
  }

  private static String beyondWords(LaidOut laidOut, LaidOut.Beyond beyond) {
    int wholly = beyond.wholly().cardinality();
    int partly = beyond.partly().cardinality();
    if (wholly == 0) {
      return CountWords.of(partly, "face reaches", "faces reach")
          + " over the edge of this sheet: no map has what lies beyond.";
    }
    return CountWords.of(wholly, "face", "faces")
        + of(laidOut, beyond.wholly())
        + (wholly == 1 ? "lies" : "lie")
        + " beyond the image of this sheet"
        + (partly == 0 ? "" : ", and " + CountWords.of(partly, "reaches", "reach") + " over its edge")
        + ": no map has what lies there.";
  }

  private static String of(LaidOut laidOut, BitSet faces) {
    return ", " + ShareWords.percent(laidOut.share(faces)) + " of the target's surface, ";
  }

  private void add(String kind, String text, String place, List<Cure> cures, long count, int[] faces) {
    String cure = cures.stream().map(Cure::words).collect(Collectors.joining("; "));
    findings.add(new Finding(kind, Severity.WARNING, text, place, cure, cures, count, faces));
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
        new Finding(
            reading == null ? "overlaps" : "conflicts",
            Severity.WARNING,
            what,
            sheet.name(),
            List.of(new Cure("Look at the UVs", Cure.Action.BRING_IN, ""))));
  }

  private static String told(List<String> names) {
    int more = names.size() - NAMES_TOLD;
    String first =
        names.stream().limit(NAMES_TOLD).map(n -> n.isBlank() ? "one without a name" : n).collect(Collectors.joining(", "));
    return more > 0 ? first + " and " + more + " more" : first;
  }
}
