package idiotaxa.server.people;

import static idiotaxa.server.db.Tables.JOB;
import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import idiotaxa.server.running.Studio;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jooq.DSLContext;
import org.jooq.Query;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import tools.jackson.databind.JsonNode;

/**
 * Every operation of the API, as its description lists them, asked by those who may not: a new operation is
 * tested by being described.
 */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class OperationsTest {
  private final RunningApplication application = RunningApplication.studio();
  private final Studio studio = new Studio(application);
  private final ApiClient nobody = new ApiClient(application);
  private final Map<String, Long> ids = new HashMap<>();
  private ApiClient manager;
  private ApiClient lookingHere;
  private ApiClient workingHere;
  private ApiClient workingElsewhere;
  private long otherAsset;
  private JsonNode paths;

  @BeforeAll
  void fillTwoShows() throws Exception {
    studio.account("Mona", Role.MANAGE);
    long here = studio.show("Saltmarsh Light", studio.account("Lou", Role.LOOK), studio.account("Wim", Role.WORK));
    studio.show("Another show", studio.account("Elsa", Role.WORK));
    manager = studio.script("Mona", Role.MANAGE);
    lookingHere = studio.script("Lou", Role.LOOK);
    workingHere = studio.script("Wim", Role.WORK);
    workingElsewhere = studio.script("Elsa", Role.WORK);
    SortedAsset sorted = new SortedAsset(workingHere, "Lamp", TestModels.twoQuads());
    workingHere.post(sorted.path() + "/proposal?from=materials", "");
    PackedAsset packed = new PackedAsset(workingHere, sorted.asset);
    long bake = packed.bake();
    ids.put("assets", sorted.asset);
    ids.put("revisions", sorted.revision);
    ids.put("bakes", bake);
    ids.put("handoffs", packed.pack(bake));
    ids.put("groups", workingHere.json(sorted.assetPath()).get("groups").get(0).get("id").asLong());
    ids.put("pictures", workingHere.pin(sorted.asset, "a.png", TestModels.png()));
    ids.put("grey-images", workingHere.uploadImage(sorted.assetPath() + "/grey-images", "g.png", TestModels.png()));
    ids.put("id-images", workingHere.uploadImage(sorted.assetPath() + "/id-images", "i.png", TestModels.png()));
    ids.put("palettes", workingHere.post("/api/palettes", "{\"name\": \"p\", \"fromAsset\": " + sorted.asset + "}").get("id").asLong());
    ids.put("recipes", workingHere.post(sorted.assetPath() + "/recipe", "{\"name\": \"r\"}").get("id").asLong());
    ids.put("shows", here);
    otherAsset = workingHere.createAsset("Second lamp");
    paths = workingHere.json("/api/openapi.json").get("paths");
  }

  private record Operation(String method, String pattern, String role) {
    boolean isIn(String word) {
      return pattern.contains("/" + word + "/{");
    }
  }

  private List<Operation> operations() {
    List<Operation> all = new ArrayList<>();
    paths.forEachEntry(
        (pattern, methods) ->
            methods.forEachEntry(
                (method, operation) ->
                    all.add(new Operation(method.toUpperCase(), pattern, operation.get("x-role").asString()))));
    assertThat(all).hasSizeGreaterThan(120);
    return all;
  }

  /** The address with the numbers of what is in the first show. */
  private String address(Operation operation) {
    String[] steps = operation.pattern().split("/");
    for (int i = 1; i < steps.length; i++) {
      if (steps[i].contains("{")) {
        String word = ids.containsKey(steps[i - 1]) ? Long.toString(ids.get(steps[i - 1])) : "1";
        steps[i] = steps[i].replaceAll("\\{.*}", word);
      }
    }
    return String.join("/", steps);
  }

  private static boolean isOfAShow(Operation operation) {
    return List.of("assets", "revisions", "bakes", "handoffs", "pictures", "id-images", "palettes", "recipes").stream()
        .anyMatch(operation::isIn);
  }

  private static int ask(ApiClient who, Operation operation, String address) {
    return who.send(operation.method(), address, operation.method().equals("GET") ? null : "{}").statusCode();
  }

  @Test
  void whoHasNotSignedInIsToldToAndNothingElse() {
    for (ApiClient stranger : List.of(nobody, nobody.with("idiotaxa_guessed"), nobody.with(""))) {
      for (Operation operation : operations()) {
        if (!operation.role().equals("anybody")) {
          // Without proof that it is a page's own, a change is refused before anybody asks whose it is.
          assertThat(ask(stranger, operation, address(operation))).as(operation.toString()).isIn(401, 403);
        }
      }
    }
  }

  @Test
  void whatIsInAnotherShowIsNotThere() {
    for (Operation operation : operations()) {
      if (isOfAShow(operation) && !operation.role().equals("manage")) {
        assertThat(ask(workingElsewhere, operation, address(operation))).as(operation.toString()).isEqualTo(404);
      }
    }
  }

  /** The same numbers, written as somebody might who looks for a gap between who guards and who answers. */
  @Test
  void aNumberThatIsWrittenAnotherWayNamesNothing() {
    for (Operation operation : operations()) {
      if (!isOfAShow(operation) || operation.role().equals("manage")) {
        continue;
      }
      for (String spelling : List.of("+%d", "-%d", "0x%x", "%%23%x", "0%o", "%%20%d", "%d%%20", "000000000000000000%d", "%d.0", "%dL", "%%0A%d")) {
        String address = address(operation);
        for (String word : ids.keySet()) {
          String number = "/" + word + "/" + ids.get(word);
          address = address.replaceFirst(number + "(?=/|$)", "/" + word + "/" + spelling.formatted(ids.get(word)).replace("$", ""));
        }
        assertThat(ask(workingElsewhere, operation, address)).as(operation + " as " + address).isIn(400, 404);
        assertThat(ask(workingHere, operation, address)).as(operation + " as " + address).isIn(400, 404);
      }
    }
  }

  @Test
  void aRoleThatIsTooLowIsRefused() {
    for (Operation operation : operations()) {
      if (List.of("work", "manage").contains(operation.role())) {
        assertThat(ask(lookingHere, operation, address(operation))).as(operation.toString()).isEqualTo(403);
      }
      if (operation.role().equals("manage")) {
        assertThat(ask(workingHere, operation, address(operation))).as(operation.toString()).isEqualTo(403);
      }
    }
  }

  /** Both are this person's: they do not belong together all the same. */
  @Test
  void numbersThatDoNotBelongTogetherAreRefused() {
    int crossed = 0;
    for (Operation operation : operations()) {
      boolean isNested = operation.pattern().matches("/api/assets/\\{[^}]*}/(revisions|groups|grey-images)/\\{.*");
      if (isNested) {
        String address = address(operation).replaceFirst("/assets/\\d+", "/assets/" + otherAsset);
        assertThat(ask(workingHere, operation, address)).as(operation.toString()).isEqualTo(404);
        crossed++;
      }
    }
    assertThat(crossed).isGreaterThan(20);
  }

  /** What the body of a request names is looked at like what its address names. */
  @Test
  void numbersInBodiesAndParametersAreOfOnesOwnShows() {
    long asset = ids.get("assets");
    long own = workingElsewhere.createAsset("Own");
    String ownPath = "/api/assets/" + own;
    check(workingElsewhere.send("POST", "/api/palettes", "{\"name\": \"stolen\", \"fromAsset\": " + asset + "}").statusCode());
    check(workingElsewhere.change(own, "PUT", ownPath + "/palette", "{\"paletteId\": " + ids.get("palettes") + "}").statusCode());
    check(workingElsewhere.send("POST", ownPath + "/recipe/apply", "{\"recipeId\": " + ids.get("recipes") + "}").statusCode());
    check(workingElsewhere.send("POST", ownPath + "/recipe/preview", "{\"recipeId\": " + ids.get("recipes") + "}").statusCode());
    check(workingElsewhere.send("GET", "/api/events?asset=" + asset, null).statusCode());
    check(workingElsewhere.send("POST", "/api/assets", "{\"name\": \"n\", \"show\": " + ids.get("shows") + "}").statusCode());
    for (String many : List.of("bakes", "hand-offs")) {
      JsonNode done = workingElsewhere.post("/api/many/" + many, "{\"assetIds\": [" + asset + "]}").get(0);
      assertThat(done.get("problem").asString()).contains("no asset");
      assertThat(done.get("name").asString()).isEmpty();
    }
    assertThat(workingElsewhere.json("/api/many").get("total").asInt()).isEqualTo(1);
    assertThat(workingElsewhere.json("/api/assets").get("total").asInt()).isEqualTo(1);
    assertThat(workingElsewhere.json("/api/palettes")).isEmpty();
    assertThat(workingElsewhere.json("/api/recipes")).isEmpty();
    assertThat(workingElsewhere.json("/api/trash")).isEmpty();
  }

  private static void check(int status) {
    assertThat(status).isEqualTo(404);
  }

  /** Of another asset of the same show: what is made of both would be of neither. */
  @Test
  void numbersOfAnotherAssetAreRefusedInBodies() {
    SortedAsset second = new SortedAsset(workingHere, "Third lamp", TestModels.twoQuads());
    long foreignGroup = ids.get("groups");
    assertThat(second.tryToClaim(foreignGroup, 0, 1).statusCode()).isEqualTo(404);
    long group = second.createGroup("own");
    assertThat(
            workingHere
                .send("POST", second.assetPath() + "/groups/" + group + "/merge", "{\"other\": " + foreignGroup + "}")
                .statusCode())
        .isEqualTo(404);
    String bake =
        """
        {"origin": "claims", "isFromSource": true, "sourceIds": [%d], "size": 32, "samples": 1, "padding": 1,
         "reachOutward": null, "reachInward": null, "pairing": "fitting"}
        """
            .formatted(ids.get("revisions"));
    assertThat(workingHere.send("POST", second.assetPath() + "/bakes", bake).statusCode()).isIn(404, 409);
    assertThat(
            workingHere
                .tryToUpload(
                    second.assetPath().replace("/api/assets/", "/api/assets/")
                        + "/models?role=target&replaces="
                        + ids.get("revisions"),
                    "a.obj",
                    "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n".getBytes())
                .statusCode())
        .isEqualTo(404);
  }

  @Test
  void everyChangeIsInTheTrailOnceWithWhoAndWhat() {
    long before = manager.json("/api/trail").get(0).get("id").asLong();
    long asset = workingHere.createAsset("Traced");
    workingHere.post("/api/assets/" + asset + "/groups", "{\"name\": \"traced\"}");
    assertThat(workingHere.send("POST", "/api/assets/" + asset + "/groups", "{\"name\": \"\"}").statusCode()).isEqualTo(400);
    List<String> acts = new ArrayList<>();
    for (JsonNode entry : manager.json("/api/trail")) {
      if (entry.get("id").asLong() > before) {
        acts.add(entry.get("person").asString() + " " + entry.get("token").asString() + " " + entry.get("act").asString());
      }
    }
    assertThat(acts)
        .containsExactly("Wim script POST /api/assets/" + asset + "/groups", "Wim script POST /api/assets");
  }

  @Test
  void whatWasRefusedIsInTheTrailAsRefused() {
    long before = manager.json("/api/trail").get(0).get("id").asLong();
    String groups = "/api/assets/" + otherAsset + "/groups";
    assertThat(lookingHere.send("POST", groups, "{\"name\": \"a\"}").statusCode()).isEqualTo(403);
    assertThat(workingElsewhere.send("POST", groups, "{\"name\": \"a\"}").statusCode()).isEqualTo(404);
    assertThat(workingElsewhere.send("GET", "/api/assets/" + otherAsset, null).statusCode()).isEqualTo(404);
    List<String> acts = new ArrayList<>();
    for (JsonNode entry : manager.json("/api/trail")) {
      if (entry.get("id").asLong() > before) {
        acts.add(entry.get("person").asString() + " " + entry.get("act").asString());
      }
    }
    assertThat(acts).containsExactly("Elsa refused: POST " + groups, "Lou refused: POST " + groups);
  }

  @Test
  void nobodyFillsTheQueueForEverybody() {
    DSLContext db = application.bean(DSLContext.class);
    long wim = studio.account("Wim", Role.WORK);
    List<Query> rows = new ArrayList<>();
    for (long id = -1; id >= -2000; id--) {
      rows.add(
          db.insertInto(JOB)
              .set(JOB.KIND, "lay-out")
              .set(JOB.SUBJECT_ID, id)
              .set(JOB.STATE, "waiting")
              .set(JOB.DOING, "waiting")
              .set(JOB.SHARE, 0.0)
              .set(JOB.ATTEMPTS, 0)
              .set(JOB.DEATHS, 0)
              .set(JOB.IS_CANCELLED, false)
              .set(JOB.ASKED_BY, wim));
    }
    db.batch(rows).execute();
    try {
      byte[] model = "v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 3\n".getBytes();
      String path = "/api/assets/" + otherAsset + "/models?role=target";
      HttpResponse<byte[]> refused = workingHere.tryToUpload(path, "a.obj", model);
      assertThat(refused.statusCode()).isEqualTo(429);
      assertThat(ApiClient.detail(refused)).contains("2,000 jobs waiting");
      assertThat(manager.tryToUpload(path, "a.obj", model).statusCode()).isIn(200, 201, 202);
    } finally {
      db.deleteFrom(JOB).where(JOB.SUBJECT_ID.lt(0L)).execute();
    }
  }

  @Test
  void historySaysWhoTookAStep() {
    JsonNode history = workingHere.json("/api/assets/" + ids.get("assets")).get("history");
    assertThat(history.get(0).get("by").asString()).isEqualTo("Wim");
  }
}
