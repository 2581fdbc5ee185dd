package idiotaxa.server.palette;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.core.group.PaletteFile;
import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** A palette shared by two assets. */
class PaletteTest {
  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private SortedAsset first;
  private SortedAsset second;
  private long palette;

  @BeforeEach
  void shareAPalette() {
    first = new SortedAsset(api, "first", TestModels.twoQuads());
    first.createGroup("oak");
    first.createGroup("slate");
    palette =
        api.post("/api/palettes", "{\"name\": \"Quay\", \"fromAsset\": " + first.asset + "}")
            .get("id")
            .asLong();
    second = new SortedAsset(api, "second", TestModels.twoQuads());
  }

  private void use(SortedAsset asset, String paletteId) {
    String body = "{\"paletteId\": " + paletteId + "}";
    assertThat(api.change(asset.asset, "PUT", asset.assetPath() + "/palette", body).statusCode()).isEqualTo(204);
  }

  private JsonNode view() {
    return api.json("/api/palettes/" + palette);
  }

  private HttpResponse<byte[]> change(int version, String groups) {
    String body = "{\"version\": %d, \"name\": \"Quay\", \"groups\": [%s]}".formatted(version, groups);
    return api.send("PUT", "/api/palettes/" + palette, body);
  }

  private String group(int index, int number, String name, String color) {
    long id = index < 0 ? 0 : view().get("groups").get(index).get("id").asLong();
    return "{\"id\": %d, \"number\": %d, \"name\": \"%s\", \"color\": \"%s\", \"keywords\": []}"
        .formatted(id, number, name, color);
  }

  @Test
  void groupsOfTheSameNameFollowAndOwnOnesMakeRoom() {
    long tin = second.createGroup("tin");
    long slate = second.createGroup("Slate");
    second.claim(slate, 0, 1);
    second.claim(tin, 1, 2);
    use(second, String.valueOf(palette));
    assertThat(second.groupNames()).containsExactly("oak", "slate", "tin");
    assertThat(second.faceGroups()).as("numbers changed, groups did not").containsExactly(2, 3);
    assertThat(view().get("assets")).extracting(a -> a.get("name").asString())
        .containsExactly("first", "second");
  }

  @Test
  void changeOfThePaletteReachesEveryAssetThatUsesIt() {
    use(second, String.valueOf(palette));
    first.claim(api.json(first.assetPath()).get("groups").get(0).get("id").asLong(), 0, 1);
    String groups =
        group(1, 1, "slate", "#112233") + "," + group(0, 2, "bog oak", "#445566") + ","
            + group(-1, 3, "tin", "#ABCDEF");
    assertThat(change(1, groups).statusCode()).isEqualTo(204);
    for (SortedAsset asset : List.of(first, second)) {
      assertThat(asset.groupNames()).containsExactly("slate", "bog oak", "tin");
    }
    assertThat(first.faceGroups()).as("oak is number 2 now").containsExactly(2, 0);
    assertThat(change(1, groups).statusCode()).as("based on an old version").isEqualTo(409);
  }

  @Test
  void groupThatLeavesThePaletteStaysWithTheAssets() {
    assertThat(change(1, group(0, 1, "oak", "#445566")).statusCode()).isEqualTo(204);
    JsonNode groups = api.json(first.assetPath()).get("groups");
    assertThat(groups).extracting(g -> g.get("isOfPalette").asBoolean()).containsExactly(true, false);
    use(first, "null");
    assertThat(first.groupNames()).containsExactly("oak", "slate");
    assertThat(view().get("assets")).isEmpty();
  }

  @Test
  void groupOfAPaletteIsChangedThereAndMergedHere() {
    long oak = api.json(first.assetPath()).get("groups").get(0).get("id").asLong();
    String path = first.assetPath() + "/groups/" + oak;
    int version = api.json(first.assetPath()).get("groups").get(0).get("version").asInt();
    String ifMatch = "\"" + version + "\"";
    HttpResponse<byte[]> refused =
        api.send("PATCH", path, "{\"name\": \"bog oak\"}", "If-Match", ifMatch);
    assertThat(refused.statusCode()).isEqualTo(409);
    assertThat(ApiClient.detail(refused)).contains("palette");
    assertThat(api.send("PATCH", path, "{\"isLocked\": false}", "If-Match", ifMatch).statusCode())
        .isEqualTo(204);
    api.post(path + "/merge", "{\"other\": 0}");
    String groups = group(0, 5, "oak", "#445566") + "," + group(1, 2, "slate", "#112233");
    assertThat(change(1, groups).statusCode()).isEqualTo(204);
    assertThat(first.groupNames()).containsExactly("slate");
    first.step(-1);
    assertThat(first.groupNames()).containsExactly("slate", "oak");
  }

  @Test
  void usedPaletteIsNotDeleted() {
    HttpResponse<byte[]> refused = api.send("DELETE", "/api/palettes/" + palette, null);
    assertThat(refused.statusCode()).isEqualTo(409);
    assertThat(ApiClient.detail(refused)).contains("first");
    use(first, "null");
    assertThat(api.send("DELETE", "/api/palettes/" + palette, null).statusCode()).isEqualTo(204);
    assertThat(api.send("GET", "/api/palettes/" + palette, null).statusCode()).isEqualTo(404);
  }

  @Test
  void fileComesBackAsAPaletteAndWrongOnesAreRefused() {
    String file =
        new String(api.bytes("/api/palettes/" + palette + "/file.json"), StandardCharsets.UTF_8);
    assertThat(PaletteFile.read(file).groups()).hasSize(2);
    long copy = api.post("/api/palettes/file", file).get("id").asLong();
    assertThat(api.json("/api/palettes/" + copy).get("groups")).hasSize(2);
    assertThat(new String(api.bytes("/api/palettes/" + copy + "/file.csv"), StandardCharsets.UTF_8))
        .startsWith("number,name,color,spoken color,keywords").contains("oak");
    assertThat(api.send("POST", "/api/palettes/file", "{}").statusCode()).isEqualTo(400);
    String twice = group(0, 1, "oak", "#445566") + "," + group(1, 1, "slate", "#112233");
    HttpResponse<byte[]> refused = change(1, twice);
    assertThat(refused.statusCode()).isEqualTo(400);
    assertThat(ApiClient.detail(refused)).contains("number 1");
  }

  @Test
  void coloursAreJudgedAndProposedAroundLockedOnes() {
    String near = group(0, 1, "oak", "#FF0000") + "," + group(1, 2, "slate", "#FF1000");
    JsonNode judged = api.post("/api/palettes/check", "{\"groups\": [" + near + "]}");
    assertThat(judged.get("separation").asDouble()).isEqualTo(16);
    assertThat(judged.get("pairs")).hasSize(1);
    assertThat(judged.get("moves")).hasSize(1);
    assertThat(judged.get("separationAfter").asDouble()).isGreaterThan(100);
    String locked =
        near.replaceFirst("\"keywords\": \\[]", "\"keywords\": [], \"isColorLocked\": true");
    JsonNode colors = api.post("/api/palettes/colors", "{\"groups\": [" + locked + "]}");
    assertThat(colors.has("1")).isFalse();
    assertThat(colors.get("2").asString()).matches("#[0-9A-F]{6}");
  }
}
