package idiotaxa.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.format.GlbWriter;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import idiotaxa.demo.StormLantern;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The official glTF validator looks at what our writer writes. */
class GlbValidityTest {
  @TempDir Path folder;

  @Test
  void validatorFindsNoError() throws IOException, InterruptedException {
    List<String> command = new ArrayList<>(List.of("node", "validate-glb.mjs"));
    command.add(write("buoy.glb", ChannelMarkerBuoy.target()));
    command.add(write("buoy_high.glb", ChannelMarkerBuoy.source(SaltmarshPalette.create(), 2)));
    command.add(write("lantern.glb", StormLantern.target()));
    Process process =
        new ProcessBuilder(command)
            .directory(Path.of("../web").toFile())
            .redirectErrorStream(true)
            .start();
    String printed = new String(process.getInputStream().readAllBytes());
    assertThat(process.waitFor()).as(printed).isZero();
    List<String> reports = printed.lines().toList();
    assertThat(reports).hasSize(3);
    for (String line : reports) {
      JsonNode report = JsonMapper.builder().build().readTree(line);
      assertThat(report.get("triangles").asInt()).isPositive();
      assertThat(report.get("issues").get("numErrors").asInt()).as(line).isZero();
      assertThat(report.get("issues").get("numWarnings").asInt()).as(line).isZero();
    }
  }

  private String write(String name, Mesh mesh) throws IOException {
    Path file = folder.resolve(name);
    try (OutputStream out = Files.newOutputStream(file)) {
      GlbWriter.write(mesh, out);
    }
    return file.toString();
  }
}
