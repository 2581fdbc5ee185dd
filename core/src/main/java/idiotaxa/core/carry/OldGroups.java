package idiotaxa.core.carry;

import com.carrotsearch.hppc.IntHashSet;
import idiotaxa.core.group.Group;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** What became of the groups that had surface before: each is kept or lost. */
public final class OldGroups {
  private OldGroups() {}

  /**
   * One group.
   *
   * @param area that it had, square metres
   * @param isKept whether a new face has it
   * @param isSwallowed of a lost one, whether a part that it had surface of is still there
   */
  public record Fate(int group, double area, boolean isKept, boolean isSwallowed) {

    /** Of a lost one: {@code its surface is gone}. */
    public String why() {
      return isSwallowed ? "no face lies mostly in it" : "its surface is gone";
    }

    /**
     * Of a lost one, a sentence without its end.
     *
     * @param called how people know the group: {@code 3 brass}
     */
    public String words(String called) {
      return "group %s has no face on the new model: %s".formatted(called, why());
    }
  }

  /**
   * @param oldGroups of every old face, 0 for none
   * @return by group
   */
  public static List<Fate> of(Mesh old, int[] oldGroups, Carried carried) {
    Set<Integer> lostParts = new HashSet<>();
    for (PartChange part : carried.parts()) {
      if (part.kind() == PartChange.Kind.LOST) {
        lostParts.add(part.oldPart());
      }
    }
    IntHashSet now = IntHashSet.from(carried.groups());
    double[] areas = TriangleGeometry.faceAreas(old);
    Map<Integer, Double> area = new TreeMap<>();
    Set<Integer> onLivingParts = new HashSet<>();
    for (int f = 0; f < oldGroups.length; f++) {
      if (oldGroups[f] != Group.UNCLAIMED) {
        area.merge(oldGroups[f], areas[f], Double::sum);
        if (!lostParts.contains(old.facePart()[f])) {
          onLivingParts.add(oldGroups[f]);
        }
      }
    }
    List<Fate> out = new ArrayList<>();
    area.forEach(
        (group, had) -> {
          boolean isKept = now.contains(group);
          out.add(new Fate(group, had, isKept, !isKept && onLivingParts.contains(group)));
        });
    return List.copyOf(out);
  }
}
