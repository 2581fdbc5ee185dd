package idiotaxa.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import idiotaxa.core.mesh.MeshBuilder;
import idiotaxa.server.running.ApiClient;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A million triangles are shown, picked and claimed as two are. */
class LargeModelTest extends OnTheDemo {
  private static final int SIDE = 720;

  /** A sea of small waves in two parts, without UVs. */
  private static byte[] sea() {
    MeshBuilder builder = new MeshBuilder();
    int[] parts = {builder.part("near"), builder.part("far")};
    for (int y = 0; y <= SIDE; y++) {
      for (int x = 0; x <= SIDE; x++) {
        builder.vertex(0.01 * x, 0.05 * Math.sin(0.2 * x) * Math.cos(0.17 * y), 0.01 * y);
      }
    }
    for (int y = 0; y < SIDE; y++) {
      for (int x = 0; x < SIDE; x++) {
        for (int[] corners : new int[][] {{0, 1, 3}, {0, 3, 2}}) {
          builder.face(parts[2 * y / SIDE], -1);
          for (int k : corners) {
            builder.corner((y + k / 2) * (SIDE + 1) + x + k % 2);
          }
        }
      }
    }
    return zipped(Glb.bytes(builder.build()));
  }

  /** The application that tests run takes small uploads only. */
  private static byte[] zipped(byte[] glb) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try (ZipOutputStream zip = new ZipOutputStream(out)) {
      zip.putNextEntry(new ZipEntry("sea.glb"));
      zip.write(glb);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return out.toByteArray();
  }

  @Test
  void aMillionTrianglesAreWorkedWith() {
    ApiClient api = new ApiClient(application);
    long asset = api.createAsset("Sea");
    JsonNode revision = api.bringIn(asset, "target", Map.of("sea.zip", sea()));
    assertThat(revision.get("inspection").get("triangles").asInt()).isEqualTo(2 * SIDE * SIDE);
    api.post("/api/assets/" + asset + "/groups", "{\"name\": \"water\"}");
    Page page = browser.openCoarse(application.url() + "/assets/" + asset + "/sort");
    StagePage artist = new StagePage(page);
    artist.waitForStage();
    artist.clickStage(0.5, 0.35);
    assertThat(artist.pickLine()).containsText("518,400 faces in 1 piece");
    // What a click changes is coloured from the faces that were seen: no triangle is drawn for it.
    String surfaces = artist.surfacesDrawn();
    page.keyboard().press("1");
    assertThat(artist.drawer(1)).containsText("1 piece");
    assertThat(artist.pickLine()).containsText("Nothing is picked");
    page.keyboard().press("Control+z");
    assertThat(artist.pickLine()).containsText("518,400 faces");
    assertThat(artist.surfacesDrawn()).isEqualTo(surfaces);
    page.keyboard().press("Escape");
    page.keyboard().press("j");
    assertThat(artist.pickLine()).containsText("1,036,800 faces");
    page.close();
  }
}
