package idiotaxa.server.recipe;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.recipe.Recipe;
import idiotaxa.core.recipe.RecipeFile;
import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Recipes saved from assets, kept in versions and run on others. */
class RecipeTest {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private final String name = "props " + System.nanoTime();

  /** A plate by rule, three bolts by hand, masks, settings, and a template of its own. */
  private SortedAsset sorted() {
    SortedAsset asset = new SortedAsset(api, "plate", TestModels.boltedPlate());
    long steel = asset.createGroup("steel");
    long brass = asset.createGroup("brass");
    send(
        "PUT",
        asset.path() + "/rules",
        "{\"version\": 0, \"rules\": [{\"kind\": \"part\", \"word\": \"plate\", \"groupId\": %d}]}".formatted(steel),
        200);
    asset.claim(brass, 6, 24);
    asset.claim(brass, 24, 26);
    var masks = api.send(
        "PUT",
        asset.assetPath() + "/masks",
        "{\"words\": \"m\", \"plan\": {\"borders\": [{\"from\": %1$d, \"into\": %2$d, \"px\": 1}], \"masks\": [{\"name\": \"metal\", \"of\": [{\"group\": %1$d}, {\"group\": %2$d}]}]}}"
            .formatted(steel, brass),
        "If-Match",
        "\"0\"");
    assertThat(masks.statusCode()).as(new String(masks.body(), StandardCharsets.UTF_8)).isEqualTo(200);
    return asset;
  }

  private HttpResponse<byte[]> send(String method, String path, String json, int status) {
    HttpResponse<byte[]> answer = api.send(method, path, json);
    assertThat(answer.statusCode())
        .as(path + " " + new String(answer.body(), StandardCharsets.UTF_8))
        .isEqualTo(status);
    return answer;
  }

  private JsonNode save(SortedAsset asset) {
    return api.post(asset.assetPath() + "/recipe", "{\"name\": \"%s\"}".formatted(name));
  }

  private Recipe file(long id, int version) {
    byte[] bytes = api.bytes("/api/recipes/" + id + "/file?version=" + version);
    return RecipeFile.read(new String(bytes, StandardCharsets.UTF_8));
  }

  private JsonNode listed(long id) {
    return ApiClient.find(api.json("/api/recipes"), id);
  }

  @Test
  void anAssetIsSavedAndRunOnAnotherModel() {
    SortedAsset asset = sorted();
    JsonNode saved = save(asset);
    long id = saved.get("id").asLong();
    assertThat(saved.get("version").asInt()).isEqualTo(1);
    assertThat(saved.get("remarks").toString()).contains("Sorted by hand within a part, which no rule tells: core.");
    Recipe recipe = file(id, 1);
    assertThat(recipe.rules())
        .extracting(r -> r.rule().word() + " " + r.rule().group())
        .containsExactly("plate 1", "bolt 2");
    assertThat(recipe.plan().masks()).hasSize(1);
    assertThat(recipe.template()).isPresent();

    SortedAsset other = new SortedAsset(api, "another", TestModels.boltedPlate());
    long own = other.createGroup("rubber");
    JsonNode preview =
        api.post(other.assetPath() + "/recipe/preview", "{\"recipeId\": %d}".formatted(id)).get(0);
    assertThat(preview.get("reach").get("rules").get(1).get("faces").asInt()).isEqualTo(18);
    assertThat(preview.get("reach").get("left").get(0).get("part").asString()).isEqualTo("core");
    JsonNode applied =
        api.post(other.assetPath() + "/recipe/apply", "{\"recipeId\": %d}".formatted(id));
    assertThat(applied.get("remarks").toString()).contains("steel is number 3 here, since 1 is taken.");
    List<Integer> faces = other.faceGroups();
    assertThat(faces.subList(0, 6)).containsOnly(3);
    assertThat(faces.subList(6, 24)).containsOnly(2);
    assertThat(faces.subList(24, 30)).containsOnly(0);
    JsonNode state = api.json(other.assetPath());
    assertThat(state.get("recipe").get("name").asString()).isEqualTo(name);
    assertThat(state.get("recipe").get("version").asInt()).isEqualTo(1);
    assertThat(state.get("bakeSettings").get("size").asInt()).isEqualTo(2048);
    assertThat(api.json(other.assetPath() + "/masks").get("plan").get("masks").get(0).get("name").asString())
        .isEqualTo("metal");
    assertThat(listed(id).get("uses").get(0).get("assetName").asString()).isEqualTo("another");
    // What was sorted by hand stays, and the rules are one step.
    other.claim(own, 0, 2);
    api.post(other.assetPath() + "/recipe/apply", "{\"recipeId\": %d}".formatted(id));
    assertThat(other.faceGroups().subList(0, 2)).containsOnly(1);
    other.step(-3);
    assertThat(other.faceGroups()).containsOnly(0);
  }

  @Test
  void versionsAreKeptComparedAndTold() {
    SortedAsset asset = sorted();
    long id = save(asset).get("id").asLong();
    assertThat(save(asset).get("isNew").asBoolean()).as("nothing changed").isFalse();
    api.post(asset.assetPath() + "/recipe/apply", "{\"recipeId\": %d}".formatted(id));
    long rope = asset.createGroup("rope");
    asset.claim(rope, 24, 30);
    JsonNode second = save(asset);
    assertThat(second.get("version").asInt()).isEqualTo(2);
    assertThat(api.json("/api/recipes/" + id + "/changes?from=1").toString())
        .contains("group 3 rope is new")
        .contains("rule for parts named core → group 3");
    JsonNode made = api.json(asset.assetPath()).get("recipe");
    assertThat(made.get("version").asInt()).isEqualTo(1);
    assertThat(made.get("newest").asInt()).isEqualTo(2);
    assertThat(file(id, 1).rules()).hasSize(2);
    var refused = send("DELETE", "/api/recipes/" + id, null, 409);
    assertThat(ApiClient.detail(refused)).contains("plate");
    assertThat(send("GET", "/api/recipes/" + id + "/file?version=9", null, 404)).isNotNull();
  }

  @Test
  void filesAreReadAndWhatIsWrongIsNamed() {
    String file =
        """
        { "format": "idiotaxa-recipe", "version": 1, "name": "%s",
          "palette": { "groups": [ {"number": 5, "name": "oak", "color": "#AA7722"} ] },
          "rules": [ {"when": "material", "is": "oak", "group": 5} ],
          "bake": {"origin": "claims", "size": 256, "samples": 4, "padding": "fill", "reach": "0.1:0.2", "sheetBy": "material"} }
        """
            .formatted(name);
    JsonNode kept = JSON.readTree(send("POST", "/api/recipes", file, 201).body());
    long id = kept.get("id").asLong();
    SortedAsset quads = new SortedAsset(api, "quads", TestModels.twoQuads());
    api.post(quads.assetPath() + "/recipe/apply", "{\"recipeId\": %d}".formatted(id));
    assertThat(quads.faceGroups()).containsExactly(5, 0);
    JsonNode state = api.json(quads.assetPath());
    assertThat(state.get("sheetPlan").get("by").asString()).isEqualTo("material");
    JsonNode settings = state.get("bakeSettings");
    assertThat(settings.get("padding").asInt()).isEqualTo(-1);
    assertThat(settings.get("reachInward").asDouble()).isCloseTo(0.2, within(1e-12));
    var wrong = send("POST", "/api/recipes", file.replace("\"is\"", "\"its\""), 400);
    assertThat(ApiClient.detail(wrong)).contains("rules[0]");
    send("POST", quads.assetPath() + "/recipe/apply", "{}", 400);
    send("POST", quads.assetPath() + "/recipe/apply", "{\"recipeId\": 99999999}", 404);
    long empty = api.createAsset("empty");
    var none =
        send("POST", "/api/assets/" + empty + "/recipe/apply", "{\"recipeId\": %d}".formatted(id), 409);
    assertThat(ApiClient.detail(none)).contains("Bring a model in first");
    SortedAsset unused = new SortedAsset(api, "unused", TestModels.twoQuads());
    long other = api.post(unused.assetPath() + "/recipe", "{\"name\": \"%s x\"}".formatted(name)).get("id").asLong();
    send("DELETE", "/api/recipes/" + other, null, 204);
  }

  @Test
  void versionsSavedAtOnceFollowEachOther() throws Exception {
    SortedAsset asset = sorted();
    long id = save(asset).get("id").asLong();
    ExecutorService pool = Executors.newFixedThreadPool(4);
    List<Future<Integer>> answers =
        IntStream.range(0, 8)
            .mapToObj(
                i ->
                    pool.submit(
                        () ->
                            api.send(
                                    "POST",
                                    "/api/recipes",
                                    """
                                    { "format": "idiotaxa-recipe", "version": 1, "name": "%s", "bake": {"size": %d} }
                                    """
                                        .formatted(name, 64 + i))
                                .statusCode()))
            .toList();
    for (Future<Integer> answer : answers) {
      assertThat(answer.get()).isEqualTo(201);
    }
    pool.shutdown();
    assertThat(listed(id).get("version").asInt()).isEqualTo(9);
  }
}
