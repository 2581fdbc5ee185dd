package idiotaxa.cli;

import idiotaxa.core.file.FileBundle;
import idiotaxa.core.file.FormatException;
import idiotaxa.core.file.ReadFiles;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.format.ReadAs;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.handoff.GroupedMesh;
import idiotaxa.core.known.KnownGroup;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.origin.IdOrigin;
import idiotaxa.core.origin.OriginReading;
import idiotaxa.core.origin.Origins;
import idiotaxa.core.work.Progress;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A model with the groups that it was sorted into: by a carry.json or sorted.json beside it, its vertex colours, its
 * materials, or the rules of a recipe.
 *
 * @param groupOfFace number of every face, 0 for none
 * @param groups by their numbers
 * @param by what told them, in words
 */
record SortedModel(Mesh mesh, int[] groupOfFace, Map<Integer, KnownGroup> groups, String by) {
  private static final int WHITE = 0xFFFFFF;
  private static final JsonMapper JSON = JsonMapper.builder().build();

  static SortedModel read(Path file, ReadAs as, RecipeOption recipe, ReadFiles read, Progress progress) throws IOException {
    FileBundle bundle = FileBundle.beside(file, read);
    Mesh mesh = MeshFiles.read(bundle, as, progress);
    Optional<SortedModel> listed = beside(bundle, mesh);
    if (listed.isPresent()) {
      return listed.get();
    }
    List<Group> palette = recipe.palette().groups();
    if (Origins.hasData(mesh, IdOrigin.VERTEX_COLORS) || isPainted(mesh) && mesh.materials().isEmpty()) {
      return of(mesh, Origins.read(mesh, IdOrigin.VERTEX_COLORS, palette), recipe, !palette.isEmpty(), "vertex colours");
    }
    if (!mesh.materials().isEmpty()) {
      return of(mesh, Origins.read(mesh, IdOrigin.MATERIALS, palette), recipe, true, "materials");
    }
    if (recipe.hasRules()) {
      return of(mesh, recipe.claims(mesh, bundle.mainName(), note -> {}), recipe, true, "rules");
    }
    throw new IllegalArgumentException(
        "it has no vertex colours and no materials, and no carry.json or sorted.json of its faces lies beside; sort it first");
  }

  /** Whether it is of one colour that somebody chose. */
  private static boolean isPainted(Mesh mesh) {
    return mesh.hasColors() && (mesh.cornerColor()[0] & WHITE) != WHITE;
  }

  private static SortedModel of(Mesh mesh, OriginReading reading, RecipeOption recipe, boolean hasNames, String by) {
    Map<Integer, KnownGroup> groups = new HashMap<>();
    String palette = recipe.palette().groups().isEmpty() ? "" : recipe.palette().name();
    for (Group group : reading.groups()) {
      groups.put(
          group.number(),
          new KnownGroup(palette, group.number(), hasNames ? group.name() : "", group.color(), group.keywords()));
    }
    return new SortedModel(mesh, GroupedMesh.of(mesh, reading.surface()).groupOfFace(), groups, by);
  }

  /** Groups that a list of this model's faces tells; lists of other models lie there too. */
  private static Optional<SortedModel> beside(FileBundle bundle, Mesh mesh) {
    String stem = bundle.mainName().replaceFirst("\\.[^.]*$", "");
    for (String name : List.of(stem + ".carry.json", stem + ".sorted.json", "carry.json", "sorted.json")) {
      boolean isOwn = name.startsWith(stem + ".");
      JsonNode root = bundle.open(name).map(bytes -> parse(name, StandardCharsets.UTF_8.decode(bytes).toString())).orElse(null);
      if (root != null && root.path("faces").asInt(-1) == mesh.faceCount()) {
        return Optional.of(listed(name, root, mesh));
      }
      if (root != null && isOwn) {
        throw new FormatException(
            name, "faces", "it is of " + root.path("faces").asInt(-1) + " faces, and the model has " + mesh.faceCount(), "make it again");
      }
    }
    return Optional.empty();
  }

  private static JsonNode parse(String name, String text) {
    try {
      return JSON.readTree(text);
    } catch (JacksonException e) {
      throw new FormatException(name, "", "it is no JSON (" + e.getOriginalMessage() + ")", "make it again");
    }
  }

  private static SortedModel listed(String name, JsonNode root, Mesh mesh) {
    int[] ofFace = new int[mesh.faceCount()];
    for (JsonNode run : root.path("groups")) {
      int first = run.path(0).asInt(-1);
      int last = run.path(1).asInt(-1);
      int group = run.path(2).asInt(-1);
      if (first < 0 || last < first || last >= ofFace.length || group < 0 || group > Group.MAX_NUMBER) {
        throw new FormatException(name, "groups", run + " is no stretch of its faces", "make it again");
      }
      for (int f = first; f <= last; f++) {
        ofFace[f] = group;
      }
    }
    Map<Integer, KnownGroup> groups = new HashMap<>();
    for (JsonNode group : root.at("/palette/groups")) {
      int number = group.path("number").asInt(0);
      groups.put(
          number, new KnownGroup("", number, group.path("name").asString(""), Rgb.parse(group.path("color").asString("#000000")), List.of()));
    }
    return new SortedModel(mesh, ofFace, groups, name);
  }
}
