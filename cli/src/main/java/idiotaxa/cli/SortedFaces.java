package idiotaxa.cli;

import idiotaxa.core.group.Group;
import idiotaxa.core.known.KnownGroup;
import idiotaxa.core.known.KnownPalette;
import idiotaxa.core.known.KnownSort;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.spread.Spread;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The groups of a model's faces, by what is known of its pieces or by strokes, and what is asked about. */
final class SortedFaces {
  private final int[] groups;
  private final float[] confidence;
  private final String[] reason;
  private final Map<KnownSort.Answer, int[]> asked = new LinkedHashMap<>();
  private final Set<String> missing = new LinkedHashSet<>();
  private final KnownPalette palette;

  /** As strokes divided them. */
  SortedFaces(Spread.Result spread, KnownPalette palette) {
    this.palette = palette;
    groups = new int[spread.groupOfFace().length];
    confidence = spread.confidence();
    reason = new String[groups.length];
    for (int f = 0; f < groups.length; f++) {
      boolean isReached = spread.groupOfFace()[f] != Spread.NOBODY;
      groups[f] = isReached ? spread.groupOfFace()[f] : Group.UNCLAIMED;
      if (!isReached) {
        reason[f] = "no stroke reaches it";
      } else if (confidence[f] < Spread.WORTH_A_LOOK) {
        reason[f] = "no crease holds the border here";
      }
    }
  }

  /** By what is known of pieces. */
  SortedFaces(Mesh mesh, KnownSort found, KnownPalette palette) {
    this.palette = palette;
    groups = new int[mesh.faceCount()];
    confidence = new float[groups.length];
    reason = new String[groups.length];
    for (KnownSort.Answer answer : found.answers()) {
      int[] own = found.faces(answer);
      Optional<KnownGroup> sure = answer.sure();
      Optional<Group> group = sure.flatMap(palette::find);
      if (group.isPresent()) {
        for (int f : own) {
          groups[f] = group.get().number();
          confidence[f] = 1;
        }
      } else if (sure.isPresent()) {
        missing.add(sure.get().name().isEmpty() ? sure.get().key() : sure.get().name());
        ask(answer, own, "known in a group that the palette lacks");
      } else {
        ask(answer, own, answer.isInAnotherSize() ? "known in another size" : "known in several groups");
      }
    }
  }

  private void ask(KnownSort.Answer answer, int[] faces, String why) {
    asked.put(answer, faces);
    for (int f : faces) {
      reason[f] = why;
    }
  }

  /** What rules reach is theirs. */
  void putRules(int[] ofFace) {
    for (int f = 0; f < groups.length; f++) {
      if (ofFace[f] != Group.UNCLAIMED) {
        groups[f] = ofFace[f];
        confidence[f] = 1;
        reason[f] = null;
      }
    }
  }

  /** Number of every face, 0 for none. */
  int[] groups() {
    return groups;
  }

  float[] confidence() {
    return confidence;
  }

  /** Why a face is worth a look, null where it is not. */
  String reason(int face) {
    return reason[face];
  }

  /** What is known of pieces that got no group, with their faces. */
  Map<KnownSort.Answer, int[]> asked() {
    return asked;
  }

  KnownPalette palette() {
    return palette;
  }

  List<String> notes() {
    return missing.stream().map(name -> "pieces are known as " + name + ", and the palette has no group of that name, keyword or colour").toList();
  }
}
