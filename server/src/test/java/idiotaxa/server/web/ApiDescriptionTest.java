package idiotaxa.server.web;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

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
}
