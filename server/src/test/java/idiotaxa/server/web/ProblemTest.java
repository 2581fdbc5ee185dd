package idiotaxa.server.web;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.PackedAsset;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.net.http.HttpResponse;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Every error is a problem detail that names the field or the number that it is about. */
class ProblemTest {
  private static final long NOBODY = 918_273_645L;

  private final ApiClient api = new ApiClient(RunningApplication.empty());

  private void check(HttpResponse<byte[]> answer, int status, String... words) {
    assertThat(answer.statusCode()).as(new String(answer.body())).isEqualTo(status);
    assertThat(answer.headers().firstValue("Content-Type")).contains("application/problem+json");
    assertThat(ApiClient.detail(answer)).contains(words);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "GET    | /api/assets/ID",
        "GET    | /api/assets/ID/events",
        "POST   | /api/assets/ID/groups",
        "POST   | /api/bakes/ID/cancel",
        "GET    | /api/bakes/ID/problems",
        "POST   | /api/bakes/ID/handoff-plan",
        "POST   | /api/handoffs/ID/again",
        "GET    | /api/handoffs/ID/files",
        "PUT    | /api/templates/ID",
        "GET    | /api/handoffs/ID/package",
        "POST   | /api/handoffs/ID/send",
        "GET    | /api/palettes/ID",
        "DELETE | /api/palettes/ID",
        "GET    | /api/pictures/ID",
        "DELETE | /api/pictures/ID"
      })
  void aNumberThatNothingHasIsNamed(String method, String path) {
    String body =
        path.contains("template") || path.contains("plan")
            ? PackedAsset.TEMPLATE
            : method.equals("POST") ? "{\"name\": \"rope\"}" : null;
    check(
        api.send(method, path.replace("ID", "" + NOBODY), body, "If-Match", "\"1\""),
        404,
        "" + NOBODY);
  }

  @Test
  void controlCharactersAreNoLettersOfAName() {
    check(api.send("POST", "/api/assets", "{\"name\": \"a\\u0000b\"}"), 400, "name: there is a control character (U+0000) in it");
    check(api.send("POST", "/api/assets", "{\"name\": \"bell\\u0007\"}"), 400, "U+0007");
  }

  @Test
  void aBodyOfBracketsIsASentence() {
    String brackets = "[".repeat(100_000);
    check(api.send("POST", "/api/assets", "{\"other\": " + brackets), 400, "nested too deeply");
    check(api.send("POST", "/api/assets", brackets), 400, "not of the type that is expected");
  }

  @Test
  void onlyJsonIsRead() {
    for (String type : List.of("application/yaml", "application/x-yaml", "application/xml", "text/plain", "application/cbor")) {
      assertThat(api.send("POST", "/api/assets", "name: by another parser", "Content-Type", type).statusCode()).as(type).isEqualTo(415);
    }
    assertThat(api.send("GET", "/api/assets", null, "Accept", "application/yaml").statusCode()).isEqualTo(406);
  }

  @Test
  void aMissingFieldIsNamed() {
    SortedAsset sorted = new SortedAsset(api, "Field", TestModels.twoQuads());
    check(api.send("POST", "/api/assets", "{}"), 400, "name");
    check(
        api.send("POST", sorted.assetPath() + "/bakes", "{\"origin\": \"claims\"}"),
        400,
        "isFromSource");
    check(api.send("POST", sorted.path() + "/claims", "{\"groupId\": 1}"), 400, "faceRanges");
  }

  @Test
  void aWordThatIsNoneOfTheKnownIsNamed() {
    SortedAsset sorted = new SortedAsset(api, "Word", TestModels.twoQuads());
    check(
        api.send(
            "POST",
            sorted.assetPath() + "/bakes",
            """
            {"origin": "mood", "isFromSource": false, "size": 64, "samples": 1, "padding": 0,
             "pairing": "names"}
            """),
        400,
        "origin");
  }

  @Test
  void whatIsNoJsonIsSaid() {
    assertThat(api.send("POST", "/api/assets", "{\"name\": ").statusCode()).isEqualTo(400);
  }

  @Test
  void aRuleCannotBeWrittenToTheRevisionOfAnotherAsset() {
    SortedAsset one = new SortedAsset(api, "One", TestModels.twoQuads());
    SortedAsset other = new SortedAsset(api, "Other", TestModels.twoQuads());
    long group = one.createGroup("oak");
    String mixed = one.assetPath() + "/revisions/" + other.revision;
    check(
        api.send(
            "PUT",
            mixed + "/rules",
            "{\"version\": 0, \"rules\": [{\"kind\": \"part\", \"word\": \"*\", \"groupId\": %d}]}"
                .formatted(group)),
        404,
        "" + other.revision);
    check(
        api.send("POST", mixed + "/claims", "{\"groupId\": %d, \"faceRanges\": [0, 1]}".formatted(group)),
        404,
        "" + other.revision);
    assertThat(api.json(other.path() + "/rules").get("rules")).isEmpty();
  }
}
