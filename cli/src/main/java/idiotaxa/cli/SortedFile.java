package idiotaxa.cli;

import idiotaxa.core.check.ShareWords;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.handoff.OutputFolder;
import idiotaxa.core.known.KnownSort;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.mesh.TriangleGeometry;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** How a model was sorted, as {@code sorted.json} and in one sentence. */
final class SortedFile {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final Mesh mesh;
  private final SortedFaces sorted;
  private final List<Group> groups;
  private final List<String> notes;

  SortedFile(Mesh mesh, SortedFaces sorted, List<Group> groups, List<String> notes) {
    this.mesh = mesh;
    this.sorted = sorted;
    this.groups = groups;
    this.notes = notes;
  }

  /**
   * @param files that were written before it
   */
  String text(List<OutputFolder.Written> files) {
    ObjectNode root = JSON.createObjectNode();
    int faces = mesh.faceCount();
    root.put("faces", faces);
    FaceRuns.add(root.putArray("groups"), faces, f -> sorted.groups()[f]);
    FaceRuns.add(root.putArray("confidence"), faces, f -> (double) sorted.confidence()[f]);
    addReview(root.putArray("review"));
    addAsked(root.putArray("asked"));
    ArrayNode list = root.putObject("palette").putArray("groups");
    for (Group group : groups) {
      list.addObject().put("number", group.number()).put("name", group.name()).put("color", Rgb.toHex(group.color()));
    }
    notes.forEach(root.putArray("notes")::add);
    WrittenFiles.list(root, files);
    return JSON.writeValueAsString(root);
  }

  private void addReview(ArrayNode out) {
    FaceRuns.Words words = new FaceRuns.Words();
    IntStream.range(0, mesh.faceCount())
        .boxed()
        .filter(f -> sorted.reason(f) != null)
        .collect(Collectors.groupingBy(sorted::reason))
        .forEach((why, faces) -> words.add(faces.stream().mapToInt(Integer::intValue).toArray(), why));
    words.write(out);
  }

  /** What is known of pieces that got no group. */
  private void addAsked(ArrayNode out) {
    sorted.asked().forEach(
        (answer, faces) -> {
          ObjectNode node = out.addObject();
          node.put("pieces", answer.pieces().length).put("isInAnotherSize", answer.isInAnotherSize());
          FaceRuns.addPlaces(node.putArray("faces"), faces);
          ArrayNode options = node.putArray("options");
          for (KnownSort.Option option : answer.options()) {
            ObjectNode one = options.addObject();
            sorted.palette().find(option.group()).ifPresent(group -> one.put("group", group.number()));
            one.put("name", option.group().name()).put("color", Rgb.toHex(option.group().color())).put("pieces", option.pieces());
            option.assets().forEach(one.putArray("assets")::add);
          }
        });
  }

  /**
   * @param done what was done, in words
   */
  String sentence(String done) {
    double all = 0;
    double claimed = 0;
    double asked = 0;
    double[] areas = TriangleGeometry.faceAreas(mesh);
    for (int f = 0; f < areas.length; f++) {
      all += areas[f];
      claimed += sorted.groups()[f] == Group.UNCLAIMED ? 0 : areas[f];
      asked += sorted.reason(f) == null ? 0 : areas[f];
    }
    return "%s; %s of the surface has a group, %s is worth a look"
        .formatted(done, ShareWords.percent(all == 0 ? 0 : claimed / all), ShareWords.percent(all == 0 ? 0 : asked / all));
  }
}
