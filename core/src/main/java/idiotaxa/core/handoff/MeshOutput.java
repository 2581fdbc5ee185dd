package idiotaxa.core.handoff;

import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.mask.PickTest;
import java.io.IOException;
import java.io.OutputStream;
import java.util.List;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** The target with claims as vertex colours, as GLB. */
record MeshOutput(String path) implements Output {
  @Override
  public String what() {
    return "target with claims as vertex colours";
  }

  @Override
  public void write(Ingredients ingredients, OutputStream out) throws IOException {
    GlbWriter.write(ingredients.mesh(), out);
  }

  @Override
  public void describe(ObjectNode root, ObjectNode sheet, List<PickTest.Result> picks) {
    ((ArrayNode) root.get("meshes")).addObject().put("file", path).put("carries", "vertexColors");
  }
}
