package idiotaxa.cli;

import idiotaxa.core.carry.Carried;
import idiotaxa.core.carry.OldGroups;
import idiotaxa.core.carry.PartChange;
import idiotaxa.core.carry.ReviewItem;
import idiotaxa.core.check.ShareWords;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Palette;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.handoff.OutputFolder;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** What a carry-over found, as {@code carry.json} and in one sentence. */
final class CarryFile {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  /** Confidences are told to a thousandth, rounded down, so that nothing uncertain looks certain. */
  private static final double STEPS = 1000;

  private final Carried carried;
  private final List<ReviewItem> review;
  private final Palette palette;
  private final List<OldGroups.Fate> fates;
  private final List<String> notes;

  CarryFile(
      Carried carried, List<ReviewItem> review, List<OldGroups.Fate> fates, Palette palette, List<String> notes) {
    this.fates = fates;
    this.carried = carried;
    this.review = review;
    this.palette = palette;
    this.notes = notes;
  }

  /**
   * @param files that were written before it
   */
  String text(List<OutputFolder.Written> files) {
    ObjectNode root = JSON.createObjectNode();
    root.put("faces", carried.groups().length);
    FaceRuns.add(root.putArray("groups"), carried.groups().length, f -> carried.groups()[f]);
    FaceRuns.add(root.putArray("confidence"), carried.groups().length, f -> Math.floor(carried.confidence()[f] * STEPS) / STEPS);
    addParts(root.putObject("parts"));
    addOldGroups(root.putObject("oldGroups"));
    addReview(root.putArray("review"));
    ArrayNode groups = root.putObject("palette").putArray("groups");
    for (Group group : palette.groups()) {
      groups
          .addObject()
          .put("number", group.number())
          .put("name", group.name())
          .put("color", Rgb.toHex(group.color()));
    }
    notes.forEach(root.putArray("notes")::add);
    WrittenFiles.list(root, files);
    return JSON.writeValueAsString(root);
  }

  private void addParts(ObjectNode out) {
    ArrayNode kept = out.putArray("kept");
    ArrayNode renamed = out.putArray("renamed");
    ArrayNode cut = out.putArray("cut");
    ArrayNode added = out.putArray("new");
    ArrayNode lost = out.putArray("lost");
    Set<Integer> keptParts = new HashSet<>();
    for (PartChange part : carried.parts()) {
      if (part.kind() == PartChange.Kind.KEPT) {
        keptParts.add(part.oldPart());
      }
    }
    for (PartChange part : carried.parts()) {
      switch (part.kind()) {
        case KEPT -> kept.add(part.newName());
        case RENAMED, JOINED -> renamed.addArray().add(part.oldName()).add(part.newName());
        case CUT ->
            (keptParts.contains(part.oldPart()) ? cut : renamed).addArray().add(part.oldName()).add(part.newName());
        case NEW -> added.add(part.newName());
        case LOST -> lost.add(part.oldName());
      }
    }
  }

  /** Every group that had surface before, in one of two lists. */
  private void addOldGroups(ObjectNode out) {
    ArrayNode kept = out.putArray("kept");
    ArrayNode lost = out.putArray("lost");
    for (OldGroups.Fate fate : fates) {
      if (fate.isKept()) {
        kept.add(fate.group());
      } else {
        lost.addObject()
            .put("number", fate.group())
            .put("name", name(fate.group()))
            .put("area", fate.area())
            .put("why", fate.why());
      }
    }
  }

  private String name(int group) {
    return palette.groups().stream()
        .filter(g -> g.number() == group)
        .map(Group::name)
        .findFirst()
        .orElse("");
  }

  /** One sentence a group that no face of the new model has. */
  List<String> lostGroups() {
    return fates.stream()
        .filter(fate -> !fate.isKept())
        .map(fate -> fate.words(fate.group() + " " + name(fate.group())))
        .toList();
  }

  /** Stretches of faces of the new model; lost parts have none and are told by {@code parts}. */
  private void addReview(ArrayNode out) {
    FaceRuns.Words words = new FaceRuns.Words();
    for (ReviewItem item : review) {
      if (item.newPart() >= 0) {
        words.add(item.faces(), item.reason().word());
      }
    }
    words.write(out);
  }

  String sentence(Mesh fresh) {
    double all = 0;
    double claimed = 0;
    double[] areas = TriangleGeometry.faceAreas(fresh);
    for (int f = 0; f < areas.length; f++) {
      all += areas[f];
      claimed += carried.groups()[f] == Group.UNCLAIMED ? 0 : areas[f];
    }
    double waiting =
        review.stream().filter(i -> i.newPart() >= 0).mapToDouble(ReviewItem::area).sum();
    return String.format(
        Locale.ROOT,
        "%d %s kept, %d renamed, %d new, %d lost; %s of the surface has a group, %s is worth a look",
        count(PartChange.Kind.KEPT),
        count(PartChange.Kind.KEPT) == 1 ? "part" : "parts",
        count(PartChange.Kind.RENAMED) + count(PartChange.Kind.JOINED) + count(PartChange.Kind.CUT),
        count(PartChange.Kind.NEW),
        count(PartChange.Kind.LOST),
        ShareWords.percent(all == 0 ? 0 : claimed / all),
        ShareWords.percent(all == 0 ? 0 : waiting / all));
  }

  private long count(PartChange.Kind kind) {
    return carried.parts().stream().filter(p -> p.kind() == kind).count();
  }
}
