package idiotaxa.server.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import idiotaxa.server.TestModels;
import idiotaxa.server.people.PeopleService;
import idiotaxa.server.people.Role;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import idiotaxa.server.running.Studio;
import idiotaxa.server.web.ConflictException;
import java.util.List;
import java.util.concurrent.CompletableFuture;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What two people change at the same moment: one of them is told, and nothing is overwritten unseen. */
class LostUpdateTest {
  private static final int PEOPLE = 6;

  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private SortedAsset sorted;

  @BeforeEach
  void bringIn() {
    sorted = new SortedAsset(api, "Two at once", TestModels.twoQuads());
  }

  private JsonNode asset() {
    return api.json(sorted.assetPath());
  }

  /** Several who saw the same state change it at once. */
  private void onlyOneOfManyIsHeard(String method, String path, String body, String version) {
    List<CompletableFuture<Integer>> answers =
        IntStream.range(0, PEOPLE)
            .mapToObj(
                i ->
                    CompletableFuture.supplyAsync(
                        () -> api.send(method, path, body, "If-Match", '"' + version + '"').statusCode()))
            .toList();
    List<Integer> codes = answers.stream().map(CompletableFuture::join).sorted().toList();
    assertThat(codes).as("%s %s", method, path).startsWith(204, 409).endsWith(409).doesNotContain(500);
    assertThat(codes.stream().filter(c -> c == 204)).hasSize(1);
    var unversioned = api.send(method, path, body);
    assertThat(unversioned.statusCode()).as("without a version").isEqualTo(400);
    assertThat(ApiClient.detail(unversioned)).contains("If-Match");
  }

  @Test
  void whatAnAssetUses() {
    String plan = "{\"by\": \"material\", \"hand\": []}";
    onlyOneOfManyIsHeard("PUT", sorted.assetPath() + "/sheet-plan", plan, asset().get("version").asString());
    assertThat(asset().get("sheetPlan").get("by").asString()).isEqualTo("material");
    String template = "{\"key\": \"%s\"}".formatted(api.json("/api/templates").get(1).get("key").asString());
    onlyOneOfManyIsHeard("PUT", sorted.assetPath() + "/template", template, asset().get("version").asString());
    long palette =
        api.post("/api/palettes", "{\"name\": \"%s\", \"fromAsset\": null}".formatted(System.nanoTime()))
            .get("id")
            .asLong();
    String choice = "{\"paletteId\": " + palette + "}";
    onlyOneOfManyIsHeard("PUT", sorted.assetPath() + "/palette", choice, asset().get("version").asString());
    String name = "{\"name\": \"Renamed\"}";
    onlyOneOfManyIsHeard("PATCH", sorted.assetPath(), name, asset().get("version").asString());
    assertThat(asset().get("name").asString()).isEqualTo("Renamed");
    assertThat(asset().get("palette").get("id").asLong()).isEqualTo(palette);
  }

  /** Parts are meant by their index: one that another edit has given away would be another part. */
  @Test
  void partsAlignmentAndPictures() {
    String edits = "/api/revisions/" + sorted.revision + "/part-edits";
    onlyOneOfManyIsHeard("POST", edits, "{\"kind\": \"rename\", \"parts\": [0], \"word\": \"port\"}", "0");
    assertThat(ApiClient.find(asset().get("revisions"), sorted.revision).get("partEdits").asInt()).isEqualTo(1);
    onlyOneOfManyIsHeard("DELETE", edits + "/last", null, "1");

    long source = api.bringIn(sorted.asset, "source", TestModels.twoQuads()).get("id").asLong();
    JsonNode view = ApiClient.find(asset().get("revisions"), source);
    String proposal = api.json("/api/revisions/" + source + "/alignment").get("proposal").toString();
    String moved = proposal.replaceFirst("\"scale\":1\\.0", "\"scale\":2.0");
    assertThat(moved).isNotEqualTo(proposal);
    onlyOneOfManyIsHeard(
        "PUT", "/api/revisions/" + source + "/alignment", moved, view.get("alignmentVersion").asString());

    long picture = api.pin(sorted.asset, "buoy.png", TestModels.png());
    onlyOneOfManyIsHeard("PATCH", "/api/pictures/" + picture, "{\"x\": 0.5, \"y\": 0.25, \"width\": 0.125}", "0");
  }

  @Test
  void accountsAndShows() {
    PeopleService people = RunningApplication.studio().bean(PeopleService.class);
    Studio studio = new Studio(RunningApplication.studio());
    long nele = studio.account("Nele", Role.WORK);
    people.changeAccount(nele, 0, Role.LOOK, false);
    assertThatThrownBy(() -> people.changeAccount(nele, 0, Role.MANAGE, false)).isInstanceOf(ConflictException.class);
    assertThat(people.account("Nele").role()).isEqualTo(Role.LOOK);
    long show = studio.show("Two at once", nele);
    assertThatThrownBy(() -> people.changeShow(show, 0, "Other", List.of())).isInstanceOf(ConflictException.class);
    people.changeShow(show, 1, "Other", List.of());
    assertThatThrownBy(() -> people.changeShow(-1, 0, "Nothing", List.of())).hasMessageContaining("-1");
  }
}
