package idiotaxa.core.origin;

import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.claim.Likeness;
import idiotaxa.core.claim.NameStem;
import idiotaxa.core.group.ColorProposer;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Look;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.mesh.Material;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.IntFunction;

/**
 * Turns materials, part names or vertex colours of a mesh into groups. Numbers follow the order of
 * first appearance in the file, behind the groups that are there already; a name, keyword or colour
 * that one of those has is not proposed twice but joins it.
 */
public final class GroupProposer {
  private static final int NONE = -1;

  private final Mesh mesh;
  private final List<Group> groups;
  private final int background;
  private final List<GroupProposal.Rule> rules = new ArrayList<>();

  /**
   * @param existing groups that are there already and are kept in front
   * @param background the map's background, which counts as one more colour to stay away from
   */
  public GroupProposer(Mesh mesh, List<Group> existing, int background) {
    this.mesh = mesh;
    this.groups = new ArrayList<>(existing);
    this.background = background;
  }

  /** One group a material; faces without material stay without group. */
  public GroupProposal fromMaterials() {
    return fromNames(
        face -> {
          int m = mesh.faceMaterial()[face];
          return m == Mesh.NO_MATERIAL ? null : mesh.materials().get(m).name();
        },
        ClaimRule.Kind.MATERIAL);
  }

  /** One group for all parts whose names differ only in their trailing number. */
  public GroupProposal fromParts() {
    return fromNames(
        face -> NameStem.withoutNumber(mesh.parts().get(mesh.facePart()[face]).name()),
        ClaimRule.Kind.PART);
  }

  /**
   * One group a cluster of corner colours.
   *
   * @param tolerance distance in 8-bit RGB up to which a colour belongs to a cluster
   * @throws IllegalArgumentException when the mesh has no vertex colours
   */
  public GroupProposal fromVertexColors(double tolerance) {
    VertexColorClusters clusters = VertexColorClusters.of(mesh, tolerance);
    int[] groupOfCluster = new int[clusters.count()];
    for (int c = 0; c < clusters.count(); c++) {
      groupOfCluster[c] = groupOfColor(clusters.color(c), tolerance);
      rules.add(
          new GroupProposal.Rule(
              ClaimRule.Kind.COLOR, Rgb.toHex(clusters.color(c)), groupOfCluster[c]));
    }
    int[] faceGroup = new int[mesh.faceCount()];
    for (int f = 0; f < faceGroup.length; f++) {
      faceGroup[f] = groupOfCluster[clusters.ofFace(mesh, f)];
    }
    return finish(faceGroup);
  }

  private GroupProposal fromNames(IntFunction<String> nameOfFace, ClaimRule.Kind kind) {
    Map<String, Integer> known = new HashMap<>();
    Map<String, List<Integer>> missing = new LinkedHashMap<>();
    Map<String, Integer> faceOfWord = new LinkedHashMap<>();
    int[] faceGroup = new int[mesh.faceCount()];
    Arrays.fill(faceGroup, NONE);
    for (int f = 0; f < faceGroup.length; f++) {
      String name = nameOfFace.apply(f);
      if (name == null || name.isBlank()) {
        continue;
      }
      int group = known.computeIfAbsent(name, this::groupOfName);
      faceOfWord.putIfAbsent(name, f);
      if (group == NONE) {
        missing.computeIfAbsent(name, n -> new ArrayList<>()).add(f);
      }
      faceGroup[f] = group;
    }
    addMissing(missing, faceGroup);
    faceOfWord.forEach(
        (word, face) -> rules.add(new GroupProposal.Rule(kind, word.strip(), faceGroup[face])));
    return finish(faceGroup);
  }

  private void addMissing(Map<String, List<Integer>> missing, int[] faceGroup) {
    int[] colors = ColorProposer.propose(lockedColors(), missing.size());
    int next = 0;
    for (Map.Entry<String, List<Integer>> entry : missing.entrySet()) {
      int color = colors[next++];
      groups.add(
          new Group(nextNumber(), shorten(entry.getKey()), color, List.of(), look(entry, color)));
      entry.getValue().forEach(f -> faceGroup[f] = groups.size() - 1);
    }
  }

  private Look look(Map.Entry<String, List<Integer>> entry, int color) {
    int m = mesh.faceMaterial()[entry.getValue().get(0)];
    if (m == Mesh.NO_MATERIAL) {
      return Look.matt(color);
    }
    Material material = mesh.materials().get(m);
    return new Look(material.baseColor(), material.roughness(), material.metalness());
  }

  private static String shorten(String name) {
    String stripped = name.strip();
    return stripped.length() <= 80 ? stripped : stripped.substring(0, 80);
  }

  private int[] lockedColors() {
    int[] locked = new int[groups.size() + 1];
    locked[0] = background;
    for (int g = 0; g < groups.size(); g++) {
      locked[g + 1] = groups.get(g).color();
    }
    return locked;
  }

  private int nextNumber() {
    return groups.stream().mapToInt(Group::number).max().orElse(0) + 1;
  }

  /** Same name first, then a keyword that is one of the name's words, then the likest words. */
  private int groupOfName(String name) {
    String wanted = name.strip().toLowerCase(Locale.ROOT);
    for (int g = 0; g < groups.size(); g++) {
      if (groups.get(g).name().toLowerCase(Locale.ROOT).equals(wanted)) {
        return g;
      }
    }
    List<String> words = Likeness.words(wanted);
    for (int g = 0; g < groups.size(); g++) {
      for (String keyword : groups.get(g).keywords()) {
        if (words.contains(keyword.toLowerCase(Locale.ROOT))) {
          return g;
        }
      }
    }
    return likest(words);
  }

  private int likest(List<String> words) {
    int best = NONE;
    double bestLikeness = Likeness.ENOUGH;
    for (int g = 0; g < groups.size(); g++) {
      List<String> own = new ArrayList<>(Likeness.words(groups.get(g).name()));
      groups.get(g).keywords().forEach(k -> own.addAll(Likeness.words(k)));
      double likeness = Likeness.of(words, own);
      if (likeness > bestLikeness) {
        best = g;
        bestLikeness = likeness;
      }
    }
    return best;
  }

  private int groupOfColor(int color, double tolerance) {
    int best = NONE;
    double bestDistance = tolerance;
    for (int g = 0; g < groups.size(); g++) {
      double distance = Rgb.distance(groups.get(g).color(), color);
      if (distance <= bestDistance && (best == NONE || distance < bestDistance)) {
        best = g;
        bestDistance = distance;
      }
    }
    if (best == NONE) {
      groups.add(Group.of(nextNumber(), Rgb.toHex(color), color));
      best = groups.size() - 1;
    }
    return best;
  }

  private GroupProposal finish(int[] faceGroup) {
    double[] areas = new double[groups.size()];
    for (int t = 0; t < mesh.triangleCount(); t++) {
      int group = faceGroup[mesh.triangleFace(t)];
      if (group != NONE) {
        areas[group] += TriangleGeometry.area(mesh, t);
      }
    }
    return new GroupProposal(List.copyOf(groups), faceGroup, areas, List.copyOf(rules));
  }
}
