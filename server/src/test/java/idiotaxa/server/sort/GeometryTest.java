package idiotaxa.server.sort;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** How geometry comes to a page: compressed once, and named by what it is made of. */
class GeometryTest {
  private final ApiClient api = new ApiClient(RunningApplication.empty());

  private static String key(SortedAsset sorted) {
    JsonNode revisions = sorted.api.json(sorted.assetPath()).get("revisions");
    return ApiClient.find(revisions, sorted.revision).get("geometryKey").asString();
  }

  @Test
  void compressedAndPlainAreTheSame() throws IOException {
    SortedAsset sorted = new SortedAsset(api, "Packed", TestModels.twoQuads());
    byte[] plain = api.bytes(sorted.path() + "/geometry");
    HttpResponse<byte[]> packed = api.send("GET", sorted.path() + "/geometry", null, "Accept-Encoding", "gzip");
    assertThat(packed.headers().firstValue("Content-Encoding")).contains("gzip");
    assertThat(packed.headers().firstValue("Idiotaxa-Bytes")).contains(String.valueOf(plain.length));
    assertThat(new GZIPInputStream(new ByteArrayInputStream(packed.body())).readAllBytes()).isEqualTo(plain);
  }

  @Test
  void onlyWhatWasAskedForByItsKeyIsKeptByTheBrowser() {
    SortedAsset sorted = new SortedAsset(api, "Keyed", TestModels.twoQuads());
    for (String query : new String[] {"", "?key=", "?key=of-something-else"}) {
      assertThat(api.send("GET", sorted.path() + "/geometry" + query, null).headers().firstValue("Cache-Control"))
          .as(query)
          .contains("no-store");
    }
    assertThat(
            api.send("GET", sorted.path() + "/geometry?key=" + key(sorted), null)
                .headers()
                .firstValue("Cache-Control")
                .orElse(""))
        .contains("max-age=");
  }

  @Test
  void theKeyIsThatOfTheContentsAndOfNothingElse() {
    SortedAsset one = new SortedAsset(api, "One", TestModels.twoQuads());
    SortedAsset same = new SortedAsset(api, "Same", TestModels.twoQuads());
    String before = key(one);
    assertThat(key(same)).isEqualTo(before).matches("[0-9a-f]{64}");

    long group = one.createGroup("hull");
    one.claim(group, 0, 1);
    assertThat(key(one)).isEqualTo(before);

    String edits = "/api/revisions/" + one.revision + "/part-edits";
    assertThat(api.change(one.asset, "POST", edits, "{\"kind\": \"rename\", \"parts\": [0], \"word\": \"port\"}").statusCode())
        .isLessThan(300);
    String renamed = key(one);
    assertThat(renamed).isNotEqualTo(before);
    assertThat(api.change(one.asset, "DELETE", edits + "/last", null).statusCode()).isLessThan(300);
    assertThat(key(one)).isEqualTo(before);
  }
}
