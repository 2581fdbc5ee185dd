package idiotaxa.server.bringin;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.blob.WorkFolder;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Folders as artists have them: many files, several of one name. */
class UploadTest {
  private final RunningApplication application = RunningApplication.empty();
  private final ApiClient api = new ApiClient(application);
  private long asset;

  @BeforeEach
  void createAsset() {
    asset = api.createAsset("Upload");
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  private static String firstColour(JsonNode revision) {
    return revision.get("inspection").get("materials").get(0).get("baseColor").asString();
  }

  @Test
  void filesOfOneNameInTwoFoldersDoNotMeet() {
    String obj =
        new String(TestModels.twoQuads().get("quads.obj"), StandardCharsets.UTF_8)
            .replace("mtllib quads.mtl", "mtllib materials/quads.mtl");
    Map<String, byte[]> files = new LinkedHashMap<>();
    files.put("quads.obj", bytes(obj));
    files.put("materials/quads.mtl", TestModels.twoQuads().get("quads.mtl"));
    files.put("old/quads.mtl", bytes("newmtl oak\nKd 0 0 1\nnewmtl slate\nKd 0 1 0\n"));
    assertThat(firstColour(api.bringIn(asset, "target", files))).isEqualTo("#CC8033");
  }

  @Test
  void aFolderOfManyFilesIsTaken() {
    Map<String, byte[]> files = new LinkedHashMap<>(TestModels.twoQuads());
    for (int i = 0; i < 120; i++) {
      files.put("textures/tile_" + i + ".txt", bytes("tile " + i));
    }
    assertThat(api.bringIn(asset, "target", files).get("state").asString()).isEqualTo("ready");
  }

  @Test
  void nothingOfAnUploadStaysInTheWorkFolder() throws IOException {
    api.bringIn(asset, "target", TestModels.twoQuads());
    Path work = application.bean(WorkFolder.class).path();
    long end = System.nanoTime() + 10_000_000_000L;
    while (countFiles(work) > 0 && System.nanoTime() < end) {
      Thread.onSpinWait();
    }
    assertThat(countFiles(work)).isZero();
  }

  private static long countFiles(Path folder) throws IOException {
    try (Stream<Path> inside = Files.walk(folder)) {
      return inside.filter(Files::isRegularFile).count();
    }
  }
}
