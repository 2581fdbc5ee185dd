package idiotaxa.server.web;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** The description of the API is complete, and the one that the interface's types are made from. */
class ApiDescriptionTest {
  private static final Path KEPT = Path.of("../web/src/api/openapi.json");

  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private final byte[] served = api.bytes("/api/openapi.json");
  private final JsonNode description = JsonMapper.builder().build().readTree(served);

  /** Written anew by <code>-Didiotaxa.write-description=true</code>. */
  @Test
  void theInterfaceIsMadeFromThisDescription() throws IOException {
    if (Boolean.getBoolean("idiotaxa.write-description")) {
      Files.write(KEPT, served);
    }
    assertThat(Files.readString(KEPT)).isEqualTo(new String(served, StandardCharsets.UTF_8));
  }

  @Test
  void everyOperationParameterAndFieldIsDescribed() {
    List<String> silent = new ArrayList<>();
    description
        .get("paths")
        .properties()
        .forEach(
            path ->
                path.getValue()
                    .properties()
                    .forEach(
                        operation -> {
                          String name = operation.getKey() + " " + path.getKey();
                          note(silent, name, operation.getValue());
                          for (JsonNode parameter : operation.getValue().path("parameters")) {
                            note(silent, name + " ?" + parameter.get("name").asString(), parameter);
                          }
                        }));
    description
        .get("components")
        .get("schemas")
        .properties()
        .forEach(
            schema ->
                schema
                    .getValue()
                    .path("properties")
                    .properties()
                    .forEach(p -> note(silent, schema.getKey() + "." + p.getKey(), p.getValue())));
    assertThat(silent).isEmpty();
  }

  private static void note(List<String> silent, String name, JsonNode described) {
    if (described.path("description").asString("").isBlank() && described.path("summary").asString("").isBlank()) {
      silent.add(name);
    }
  }

  /** What the words of docstrings are taken to say (what can be null, what is always there) is so. */
  @Test
  void realAnswersAreAsDescribed() {
    SortedAsset sorted = new SortedAsset(api, "Described", TestModels.twoQuads());
    sorted.claim(sorted.createGroup("hull"), 0, 1);
    api.bringIn(sorted.asset, "source", TestModels.boltedPlate());
    PackedAsset packed = new PackedAsset(api, sorted.asset);
    long bake = packed.bake();
    long handoff = packed.pack(bake);
    api.pin(sorted.asset, "buoy.png", TestModels.png());
    String asset = sorted.assetPath();
    api.post("/api/palettes", "{\"name\": \"D%d\", \"fromAsset\": %d}".formatted(System.nanoTime(), sorted.asset));
    api.post(asset + "/recipe", "{\"name\": \"D%d\"}".formatted(System.nanoTime()));
    check("/api/assets/{id}", asset);
    check("/api/assets", "/api/assets");
    check("/api/many", "/api/many");
    check("/api/palettes", "/api/palettes");
    check("/api/recipes", "/api/recipes");
    check("/api/templates", "/api/templates");
    check("/api/assets/{assetId}/masks", asset + "/masks");
    check("/api/assets/{assetId}/proposals", asset + "/proposals");
    check("/api/assets/{id}/origins", asset + "/origins?isFromSource=true");
    check("/api/assets/{assetId}/revisions/{id}/rules", sorted.path() + "/rules");
    check("/api/revisions/{id}/overlaps", "/api/revisions/" + sorted.revision + "/overlaps");
    check("/api/bakes/{id}/problems", "/api/bakes/" + bake + "/problems");
    check("/api/bakes/{id}/borders", "/api/bakes/" + bake + "/borders");
    check("/api/handoffs/{id}/files", "/api/handoffs/" + handoff + "/files");
  }

  private void check(String operation, String path) {
    JsonNode described =
        description.get("paths").get(operation).get("get").get("responses").get("200").get("content");
    JsonNode schema = described.properties().iterator().next().getValue().get("schema");
    ObjectNode whole = JsonMapper.builder().build().createObjectNode();
    whole.setAll((ObjectNode) schema.deepCopy());
    whole.set("components", description.get("components").deepCopy());
    var errors =
        SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
            .getSchema(whole.toString())
            .validate(new String(api.bytes(path), StandardCharsets.UTF_8), InputFormat.JSON);
    assertThat(errors).as(path).isEmpty();
  }
}
