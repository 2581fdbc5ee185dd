package idiotaxa.core.handoff;

import idiotaxa.core.bake.BakedSheet;
import idiotaxa.core.file.FileNames;
import idiotaxa.core.group.Group;
import idiotaxa.core.group.PaletteFile;
import idiotaxa.core.group.Rgb;
import idiotaxa.core.mask.PickTolerance;
import java.nio.charset.StandardCharsets;
import java.util.List;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** manifest.json, version 1. */
final class Manifest {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final HandoffRequest request;
  private final HandoffPlan plan;
  private final List<HandoffWriter.WrittenFile> files;

  Manifest(
      HandoffRequest request, HandoffPlan plan, List<HandoffWriter.WrittenFile> files) {
    this.request = request;
    this.plan = plan;
    this.files = files;
  }

  byte[] toBytes() {
    ObjectNode root = JSON.createObjectNode();
    root.put("format", "idiotaxa-handoff").put("version", 1);
    root.put("asset", FileNames.clean(request.baseName()));
    root.put("revision", request.revision());
    root.put("created", request.created().toString());
    root.set("settings", settings());
    root.set("groups", PaletteFile.groupsNode(request.palette().groups()));
    ArrayNode sheets = root.putArray("sheets");
    request.sheets().forEach(sheet -> sheets.add(sheet(sheet)));
    ArrayNode meshes = root.putArray("meshes");
    if (request.mesh() != null) {
      meshes.addObject().put("file", plan.mesh()).put("carries", "vertexColors");
    }
    ArrayNode list = root.putArray("files");
    for (HandoffWriter.WrittenFile file : files) {
      list.addObject()
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

  private ObjectNode sheet(BakedSheet sheet) {
    ObjectNode node = JSON.createObjectNode();
    node.put("name", sheet.name());
    node.put("width", sheet.maps().width()).put("height", sheet.maps().height());
    node.put("idMap", plan.idMap(sheet.name(), true));
    node.put("indexMap", plan.indexMap(sheet.name(), true));
    ArrayNode masks = node.putArray("masks");
    if (request.contents().hasMasks()) {
      for (Group group : request.palette().groups()) {
        masks.add(mask(sheet, group));
      }
    }
    node.putArray("packs");
    node.putObject("coverage")
        .put("covered", sheet.report().coveredShare())
        .put("missed", sheet.report().missedShare())
        .put("conflicts", sheet.report().conflicts());
    return node;
  }

  private ObjectNode mask(BakedSheet sheet, Group group) {
    ObjectNode node = JSON.createObjectNode();
    node.put("name", group.name());
    node.putArray("groups").add(group.number());
    node.put("file", plan.mask(sheet.name(), group, true));
    int tolerance = PickTolerance.largestSafe(group, request.palette());
    if (tolerance < 0) {
      return node.putNull("pick");
    }
    ObjectNode pick = node.putObject("pick").put("color", Rgb.toHex(group.color()));
    pick.putArray("tolerance").add(0).add(tolerance);
    return node;
  }
}
