package idiotaxa.core.origin;

import idiotaxa.core.claim.ClaimRule;
import idiotaxa.core.claim.Likeness;
import idiotaxa.core.claim.NameStem;
import idiotaxa.core.group.ColorProposer;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Look;
import idiotaxa.core.group.ReadyLooks;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.group.SpokenColors;
import idiotaxa.core.mesh.FaceLabels;
import idiotaxa.core.mesh.FaceWords;
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

/**
 * Turns materials, part names, pieces or vertex colours of a mesh into groups. Numbers follow the order of
 * first appearance in the file, behind the groups that are there already; a name, keyword or colour
 * that one of those has is not proposed twice but joins it.
 */
public final class GroupProposer {
  private static final int NONE = -1;

  /** More colours than this are no help to anybody. */
  private static final int MOST_GROUPS = 4096;

  private final Mesh mesh;
  private final List<Group> groups;
  /** Of groups that are made from colours; null until there is one. */
  private SpokenColors names;
  private final int background;
  private final boolean isMatchingOnly;
  private final List<GroupProposal.Rule> rules = new ArrayList<>();

  /**
   * @param existing groups that are there already and are kept in front
   * @param background the map's background, which counts as one more colour to stay away from
   */
  public GroupProposer(Mesh mesh, List<Group> existing, int background) {
    this(mesh, existing, background, false);
  }

  private GroupProposer(
      Mesh mesh, List<Group> existing, int background, boolean isMatchingOnly) {
    this.mesh = mesh;
    this.groups = new ArrayList<>(existing);
    this.background = background;
    this.isMatchingOnly = isMatchingOnly;
  }

  /** Finds the groups of a palette; what it adds stands for strays and has no colour of its own. */
  static GroupProposer matching(Mesh mesh, List<Group> palette) {
    return new GroupProposer(mesh, palette, 0, true);
  }

  /** One group a material; faces without material stay without group. */
  public GroupProposal fromMaterials() {
    String[] names = mesh.materials().stream().map(Material::name).toArray(String[]::new);
    return fromNames(mesh.faceMaterial(), names, ClaimRule.Kind.MATERIAL);
  }

  /**
   * One group a number or name that the file gives its faces. A number is that of a group; where all are such numbers,
   * groups that are made keep them.
   *
   * @throws IllegalStateException when the file says nothing of faces
   */
  public GroupProposal fromFaceWords() {
    FaceWords said = mesh.faceWords();
    String[] names = new String[said.words().size()];
    int[] groupOfWord = new int[names.length];
    Map<String, Integer> numbers = new HashMap<>();
    for (int w = 0; w < names.length; w++) {
      String word = said.words().get(w);
      boolean isNumber = word.matches("\\d{1,9}");
      int number = isNumber ? Integer.parseInt(word) : 0;
      names[w] = isNumber ? "group " + word : word;
      groupOfWord[w] = isNumber ? groupNumbered(number) : groupOfName(word);
      if (number >= 1 && number <= Group.MAX_NUMBER) {
        numbers.put(names[w], number);
      }
    }
    return finishNames(
        said.ofFace(),
        names,
        groupOfWord,
        ClaimRule.Kind.FACE_GROUP,
        numbers.size() == names.length ? numbers : Map.of());
  }

  private int groupNumbered(int number) {
    for (int g = 0; g < groups.size(); g++) {
      if (groups.get(g).number() == number) {
        return g;
      }
    }
    return NONE;
  }

  /** One group for all parts whose names differ only in their trailing number. */
  public GroupProposal fromParts() {
    String[] names =
        mesh.parts().stream()
            .map(part -> NameStem.withoutNumber(part.name()))
            .toArray(String[]::new);
    return fromNames(mesh.facePart(), names, ClaimRule.Kind.PART);
  }

  /**
   * A piece goes to the group that is called like it, {@code piece 3}, else to the one that its part's
   * name fits; where there is none it gets a group of its own. Pieces are numbered by first appearance.
   */
  public GroupProposal fromPieces(FaceLabels pieces) {
    String[] names = new String[pieces.count()];
    int[] groupOfPiece = new int[names.length];
    Arrays.fill(groupOfPiece, NONE);
    for (int f = 0; f < mesh.faceCount(); f++) {
      int piece = pieces.ofFace()[f];
      if (names[piece] == null) {
        names[piece] = "piece " + (piece + 1);
        int exact = groupNamed(names[piece]);
        groupOfPiece[piece] =
            exact != NONE ? exact : groupOfName(mesh.parts().get(mesh.facePart()[f]).name());
      }
    }
    return finishNames(pieces.ofFace(), names, groupOfPiece, null, Map.of());
  }

  /**
   * One group a cluster of corner colours.
   *
   * @param tolerance distance in 8-bit RGB up to which a colour belongs to a cluster
   * @throws IllegalArgumentException when the mesh has no vertex colours
   */
  public GroupProposal fromVertexColors(double tolerance) {
    VertexColorClusters clusters = VertexColorClusters.of(mesh, tolerance);
    int[] groupOfCluster = groupsOf(clusters, tolerance);
    int[] faceGroup = new int[mesh.faceCount()];
    for (int f = 0; f < faceGroup.length; f++) {
      faceGroup[f] = groupOfCluster[clusters.ofFace(mesh, f)];
    }
    return finish(faceGroup);
  }

  /** The groups of {@link #fromVertexColors}, without what each face has. */
  List<Group> groupsOfVertexColors(double tolerance) {
    groupsOf(VertexColorClusters.of(mesh, tolerance), tolerance);
    return List.copyOf(groups);
  }

  private int[] groupsOf(VertexColorClusters clusters, double tolerance) {
    int[] groupOfCluster = new int[clusters.count()];
    for (int c = 0; c < clusters.count(); c++) {
      groupOfCluster[c] = groupOfColor(clusters.color(c), tolerance);
      rules.add(
          new GroupProposal.Rule(
              ClaimRule.Kind.COLOR, Rgb.toHex(clusters.color(c)), groupOfCluster[c]));
    }
    return groupOfCluster;
  }

  /**
   * @param idOfFace index into {@code names}, negative for none
   */
  private GroupProposal fromNames(int[] idOfFace, String[] names, ClaimRule.Kind kind) {
    Map<String, Integer> known = new HashMap<>();
    int[] groupOfId = new int[names.length];
    for (int id = 0; id < names.length; id++) {
      groupOfId[id] =
          names[id].isBlank() ? NONE : known.computeIfAbsent(names[id], this::groupOfName);
    }
    return finishNames(idOfFace, names, groupOfId, kind, Map.of());
  }

  /**
   * Makes groups for the names that have none yet, in order of first appearance on a face.
   *
   * @param kind of the rules, null for none
   * @param numbers of groups that are made, by name; the next free one where there is none
   */
  private GroupProposal finishNames(
      int[] idOfFace, String[] names, int[] groupOfId, ClaimRule.Kind kind, Map<String, Integer> numbers) {
    Map<String, Integer> firstFace = new LinkedHashMap<>();
    Map<String, Integer> missing = new LinkedHashMap<>();
    boolean[] isSeen = new boolean[names.length];
    for (int f = 0; f < idOfFace.length; f++) {
      int id = idOfFace[f];
      if (id >= 0 && !isSeen[id] && !names[id].isBlank()) {
        isSeen[id] = true;
        firstFace.putIfAbsent(names[id], id);
        if (groupOfId[id] == NONE) {
          missing.putIfAbsent(names[id], f);
        }
      }
    }
    Map<String, Integer> made = addMissing(missing, numbers);
    for (int id = 0; id < groupOfId.length; id++) {
      groupOfId[id] = groupOfId[id] == NONE ? made.getOrDefault(names[id], NONE) : groupOfId[id];
    }
    if (kind != null) {
      firstFace.forEach(
          (word, id) -> {
            String looked = kind == ClaimRule.Kind.FACE_GROUP ? mesh.faceWords().words().get(id) : word.strip();
            rules.add(new GroupProposal.Rule(kind, looked, groupOfId[id]));
          });
    }
    int[] faceGroup = new int[idOfFace.length];
    Arrays.setAll(faceGroup, f -> idOfFace[f] < 0 ? NONE : groupOfId[idOfFace[f]]);
    return finish(faceGroup);
  }

  /**
   * @param missing a face of every name
   * @return the new group of every name
   */
  private Map<String, Integer> addMissing(Map<String, Integer> missing, Map<String, Integer> numbers) {
    int[] colors = colorsFor(missing.size());
    Map<String, Integer> made = new HashMap<>();
    int next = nextNumber();
    for (Map.Entry<String, Integer> entry : missing.entrySet()) {
      int color = colors[made.size()];
      String name = shorten(entry.getKey());
      int number = isMatchingOnly ? 1 : numbers.containsKey(entry.getKey()) ? numbers.get(entry.getKey()) : next++;
      groups.add(new Group(number, name, color, List.of(), look(entry.getValue(), name, color)));
      made.put(entry.getKey(), groups.size() - 1);
    }
    return made;
  }

  private int[] colorsFor(int count) {
    if (isMatchingOnly) {
      return new int[count];
    }
    if (groups.size() + count > MOST_GROUPS) {
      throw new IllegalArgumentException(
          "the model has %,d names, more than the %,d groups that can be made of them; choose another origin, or give a palette that some of them match"
              .formatted(count, MOST_GROUPS));
    }
    return ColorProposer.propose(lockedColors(), count);
  }

  private Look look(int face, String name, int color) {
    int m = mesh.faceMaterial()[face];
    if (m == Mesh.NO_MATERIAL) {
      return ReadyLooks.of(name, List.of(), color);
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
    int exact = groupNamed(name);
    if (exact != NONE) {
      return exact;
    }
    List<String> words = Likeness.words(name);
    for (int g = 0; g < groups.size(); g++) {
      for (String keyword : groups.get(g).keywords()) {
        if (words.contains(keyword.toLowerCase(Locale.ROOT))) {
          return g;
        }
      }
    }
    return likest(words);
  }

  private int groupNamed(String name) {
    String wanted = name.strip().toLowerCase(Locale.ROOT);
    for (int g = 0; g < groups.size(); g++) {
      if (groups.get(g).name().toLowerCase(Locale.ROOT).equals(wanted)) {
        return g;
      }
    }
    return NONE;
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
      if (names == null) {
        names = new SpokenColors(groups.stream().map(Group::name).toList());
      }
      groups.add(Group.of(nextNumber(), names.name(color), color));
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
