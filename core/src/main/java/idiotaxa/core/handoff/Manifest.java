package idiotaxa.core.handoff;

import idiotaxa.core.group.PaletteFile;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** manifest.json, version 1. */
final class Manifest {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final HandoffRequest request;
  private final HandoffOutputs outputs;
  private final Map<Output.SheetLayer, List<Output.ImagePicks>> picks;
  private final GroupedMesh.Source mesh;
  private final List<HandoffWriter.WrittenFile> files;

  /**
   * @param picks of the groups on the images that the manifest names
   */
  Manifest(
      HandoffRequest request,
      HandoffOutputs outputs,
      Map<Output.SheetLayer, List<Output.ImagePicks>> picks,
      GroupedMesh.Source mesh,
      List<HandoffWriter.WrittenFile> files) {
    this.request = request;
    this.outputs = outputs;
    this.picks = picks;
    this.mesh = mesh;
    this.files = files;
  }

  byte[] toBytes() throws IOException {
    ObjectNode root = JSON.createObjectNode();
    root.put("format", "idiotaxa-handoff").put("version", 1);
    root.put("asset", outputs.base());
    root.put("revision", request.revision());
    root.put("created", request.created().toString());
    root.set("settings", settings());
    root.set("groups", PaletteFile.groupsNode(request.palette().groups()));
    Map<String, ObjectNode> sheets = new HashMap<>();
    ArrayNode list = root.putArray("sheets");
    request.sheets().forEach(sheet -> sheets.put(sheet.name(), sheet(list.addObject(), sheet)));
    root.putArray("meshes");
    for (Output output : outputs.list()) {
      Output.SheetLayer layer = output.layer();
      output.describe(
          new Output.Entry(
              root,
              layer == null ? null : sheets.get(layer.sheet()),
              picks.getOrDefault(layer, List.of()),
              mesh));
    }
    ArrayNode written = root.putArray("files");
    for (HandoffWriter.WrittenFile file : files) {
      written
          .addObject()
          .put("path", file.path())
          .put("bytes", file.bytes())
          .put("sha256", file.sha256());
    }
    return JSON.writerWithDefaultPrettyPrinter()
        .writeValueAsString(root)
        .getBytes(StandardCharsets.UTF_8);
  }

  private ObjectNode settings() {
    HandoffRequest.Settings from = request.settings();
    ObjectNode node = JSON.createObjectNode();
    node.put("origin", from.origin());
    node.putArray("size").add(from.width()).add(from.height());
    node.put("samples", from.samples()).put("padding", from.padding());
    if (from.reach() == null) {
      node.putNull("reach");
    } else {
      node.putObject("reach")
          .put("outward", from.reach().outward())
          .put("inward", from.reach().inward())
          .put("unit", "m");
    }
    return node.put("pairing", from.pairing());
  }

  private static ObjectNode sheet(ObjectNode node, HandoffSheet sheet) {
    node.put("name", sheet.name());
    node.put("width", sheet.report().width()).put("height", sheet.report().height());
    node.putArray("masks");
    node.putArray("packs");
    node.putObject("coverage")
        .put("covered", sheet.report().coveredShare())
        .put("missed", sheet.report().missedShare())
        .put("conflicts", sheet.report().conflicts());
    return node;
  }
}
