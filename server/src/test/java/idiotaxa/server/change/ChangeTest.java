package idiotaxa.server.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import idiotaxa.core.align.Alignment;
import idiotaxa.core.file.FileBundle;
import idiotaxa.core.format.MeshFiles;
import idiotaxa.core.group.Group;
import idiotaxa.core.mask.MaskTarget;
import idiotaxa.core.mesh.Mesh;
import idiotaxa.core.raster.SheetPlan;
import idiotaxa.demo.BellFloat;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.ChannelMarkerBuoyB;
import idiotaxa.demo.SaltmarshPalette;
import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** Revision B of the buoy arrives on a sorted revision A. */
class ChangeTest {
  private static final Mesh OLD = ChannelMarkerBuoy.target();
  private static final Mesh NEW = ChannelMarkerBuoyB.target();

  private final ApiClient api = new ApiClient(RunningApplication.empty());
  private final RevisedAsset buoy =
      new RevisedAsset(api, "Buoy", RevisedAsset.glb("channel_marker_buoy.glb", OLD));
  private final long[] groups = new long[10];

  @BeforeEach
  void makeGroups() {
    for (Group group : SaltmarshPalette.create().groups()) {
      groups[group.number()] = buoy.first.createGroup(group.name());
    }
  }

  /** First and one past the last triangle of a part in its file. */
  private static int[] triangles(Mesh mesh, String part) {
    int[] all =
        IntStream.range(0, mesh.triangleCount())
            .filter(t -> mesh.parts().get(mesh.facePart()[mesh.triangleFace(t)]).name().equals(part))
            .toArray();
    return new int[] {all[0], all[all.length - 1] + 1};
  }

  private void claimPart(String part, int group) {
    int[] faces = triangles(OLD, part);
    buoy.first.claim(groups[group], faces[0], faces[1]);
  }

  /** Every face of revision A in its group by hand. */
  private void claimAll() {
    int[] truth = ChannelMarkerBuoy.targetGroups();
    for (int group = 1; group <= 9; group++) {
      List<Integer> ranges = new ArrayList<>();
      for (int t = 0; t < OLD.triangleCount(); t++) {
        if (truth[OLD.triangleFace(t)] == group) {
          ranges.add(t);
          ranges.add(t + 1);
        }
      }
      api.post(
          buoy.first.path() + "/claims",
          "{\"groupId\": %d, \"faceRanges\": %s}".formatted(groups[group], ranges));
    }
  }

  private void keepRules(String rules) {
    var answer =
        api.send(
            "PUT",
            buoy.first.path() + "/rules",
            "{\"version\": 0, \"rules\": [" + rules + "]}");
    assertThat(answer.statusCode()).as(new String(answer.body())).isEqualTo(200);
  }

  private RevisedAsset revise() {
    return buoy.revise(RevisedAsset.glb("channel_marker_buoy_b.glb", NEW));
  }

  private void checkPart(String part, int number) {
    int[] faces = triangles(NEW, part);
    assertThat(buoy.faceGroups().subList(faces[0], faces[1])).as(part).containsOnly(number);
  }

  @Test
  void handClaimsAreCarriedAndWhatIsNewIsPointedAt() {
    claimAll();
    revise();
    int[] truth = ChannelMarkerBuoyB.targetGroups();
    List<Integer> found = buoy.faceGroups();
    for (int t = 0; t < NEW.triangleCount(); t++) {
      assertThat(found.get(t)).isEqualTo(truth[NEW.triangleFace(t)]);
    }
    JsonNode changes = buoy.changes();
    assertThat(changes.get("counts").asString())
        .isEqualTo("28 parts kept, 12 renamed, 5 new, 3 lost");
    assertThat(changes.get("fromId").asLong()).isEqualTo(buoy.first.revision);
    assertThat(changes.get("isOtherModel").asBoolean()).isFalse();
    assertThat(changes.get("parts").get(0).get("kind").asString()).isEqualTo("new");
    assertThat(buoy.revisionView(buoy.revision).get("claimedShare").asDouble()).isBetween(0.95, 0.99);
    assertThat(buoy.first.history())
        .last()
        .isEqualTo("carried over from A: 28 parts kept, 12 renamed, 5 new, 3 lost");
    JsonNode review = buoy.review();
    assertThat(review.get("waiting").asInt()).isEqualTo(20);
    assertThat(review.get("waitingShare").asDouble()).isBetween(0.1, 0.3);
    double before = Double.MAX_VALUE;
    for (JsonNode item : review.get("items")) {
      assertThat(item.get("area").asDouble()).isLessThanOrEqualTo(before);
      before = item.get("area").asDouble();
    }
  }

  @Test
  void rulesAreEvaluatedAnewAndWhatTheyHeldIsNotLost() {
    keepRules(
        """
        {"kind": "part", "word": "lamp_base", "groupId": %1$d},
        {"kind": "part", "word": "lamp_cap", "groupId": %1$d},
        {"kind": "part", "word": "step*", "groupId": %2$d},
        {"kind": "alike", "word": "bolt_02", "face": %3$d, "groupId": %4$d}
        """
            .formatted(groups[7], groups[4], triangles(OLD, "bolt_02")[0], groups[1]));
    // One bolt was taken out again; a rule from before does not reach it, on no revision.
    int[] freed = triangles(OLD, "bolt_05");
    buoy.first.claim(0, freed[0], freed[1]);
    revise();
    checkPart("lamp_base", 7);
    checkPart("lantern_lid", 7);
    checkPart("step_01", 4);
    checkPart("bolt_03", 1);
    checkPart("bolt_11", 1);
    // Numbers moved on by one.
    checkPart("bolt_04", 0);
    checkPart("hull", 0);
    JsonNode rules = api.json(buoy.path() + "/rules").get("rules");
    assertThat(rules).hasSize(4);
    assertThat(rules.get(3).get("reached").asInt())
        .isEqualTo(11 * (triangles(NEW, "bolt_01")[1] - triangles(NEW, "bolt_01")[0]));
    assertThat(rules.get(1).get("reached").asInt()).isZero();
    assertThat(buoy.changes().get("remarks").toString())
        .contains("The rule for parts named lamp_cap reaches nothing any more.");
    assertThat(buoy.item("new part", "step_01").get("groupId").asLong()).isEqualTo(groups[4]);
  }

  @Test
  void aGroupThatHasNoFaceAnyMoreIsSaid() {
    claimPart("rung_08", 6);
    claimPart("deck", 4);
    revise();
    assertThat(buoy.changes().get("remarks").toString())
        .contains("Group 6 ")
        .contains("has no face on the new model: its surface is gone.")
        .doesNotContain("Group 4 ");
  }

  @Test
  void aModelThatCameTurnedIsComparedAsItWouldLieAndSaysSo() {
    claimPart("deck", 4);
    double[] zUp = {1, 0, 0, 0, 0, -1, 0, 1, 0};
    buoy.revise(RevisedAsset.glb("turned.glb", new Alignment(zUp, 1, new double[3]).apply(OLD)));
    int[] deck = triangles(OLD, "deck");
    assertThat(buoy.faceGroups(buoy.revision).subList(deck[0], deck[1])).containsOnly(4);
    assertThat(buoy.changes().get("remarks").toString())
        .contains("The new model as a whole lies otherwise than the one before.");
    assertThat(buoy.review().get("items")).isEmpty();
  }

  @Test
  void undoLeadsBackToBeforeAndAcross() {
    claimPart("deck", 4);
    revise();
    checkPart("deck", 4);
    buoy.first.step(-1);
    checkPart("deck", 0);
    buoy.first.step(-1);
    assertThat(buoy.faceGroups(buoy.first.revision)).containsOnly(0);
    buoy.first.step(2);
    checkPart("deck", 4);
    int[] deck = triangles(OLD, "deck");
    assertThat(buoy.faceGroups(buoy.first.revision).subList(deck[0], deck[1])).containsOnly(4);
    // A merge is about every revision, whatever was carried.
    api.post(
        "/api/assets/" + buoy.asset + "/groups/" + groups[4] + "/merge",
        "{\"other\": " + groups[5] + "}");
    checkPart("deck", 5);
  }

  @Test
  void theReviewIsWorkedThrough() {
    claimAll();
    revise();
    JsonNode reflector = buoy.item("new part", "reflector");
    assertThat(reflector.get("groupId").asLong()).isZero();
    JsonNode lid = buoy.item("renamed part", "lantern_lid");
    assertThat(lid.get("groupId").asLong()).isEqualTo(groups[7]);
    buoy.answer("{\"items\": [%d], \"answer\": \"right\"}".formatted(lid.get("id").asLong()));
    JsonNode put =
        buoy.answer(
            "{\"items\": [%d], \"answer\": \"there\", \"groupId\": %d}"
                .formatted(reflector.get("id").asLong(), groups[1]));
    assertThat(put.get("waiting").asInt()).isEqualTo(18);
    checkPart("reflector", 1);
    assertThat(buoy.item("new part", "reflector").get("answer").asString())
        .isEqualTo("galvanised steel");
    assertThat(buoy.item("renamed part", "lantern_lid").get("answer").asString()).isEqualTo("right");
    // An answer that is undone is asked again; "right" moved nothing and stays.
    buoy.first.step(-1);
    assertThat(buoy.item("new part", "reflector").get("isWaiting").asBoolean()).isTrue();
    assertThat(buoy.review().get("waiting").asInt()).isEqualTo(19);
    buoy.answer("{\"items\": [%d], \"answer\": \"open\"}".formatted(lid.get("id").asLong()));
    assertThat(buoy.review().get("waiting").asInt()).isEqualTo(20);
    // Whoever sorts it without the review has answered too.
    int[] step = triangles(NEW, "step_01");
    api.post(
        buoy.path() + "/claims",
        "{\"groupId\": %d, \"faceRanges\": [%d, %d]}".formatted(groups[4], step[0], step[1]));
    assertThat(buoy.item("new part", "step_01").get("isWaiting").asBoolean()).isFalse();
    // Bolts with other numbers are alike: one answer for all of them.
    JsonNode bolt = buoy.item("renamed part", "bolt_05");
    List<Long> alike = new ArrayList<>();
    for (JsonNode item : buoy.review().get("items")) {
      if (item.get("kin").asInt() == bolt.get("kin").asInt()) {
        alike.add(item.get("id").asLong());
      }
    }
    assertThat(alike).hasSize(9);
    JsonNode after =
        buoy.answer("{\"items\": %s, \"answer\": \"right\"}".formatted(alike));
    assertThat(after.get("waiting").asInt()).isEqualTo(10);
  }

  @Test
  void aRenamedPartWaitsWhicheverOfItsGroupsHasMoreFaces() {
    String strip =
        "v 0 0 0\nv 9 0 0\nv 9 1 0\nv 0 1 0\nv 9.1 0 0\nv 9.1 1 0\nv 9.2 0 0\nv 9.2 1 0\no %s\n"
            + "f 1 2 3 4\nf 2 5 6 3\nf 5 7 8 6\n";
    RevisedAsset sign =
        new RevisedAsset(api, "Sign", Map.of("sign.obj", TestModels.bytes(strip.formatted("plate"))));
    long large = sign.first.createGroup("large");
    long small = sign.first.createGroup("small");
    sign.first.claim(large, 0, 1);
    sign.first.claim(small, 1, 3);
    // The second part keeps its name from deciding, as it does when a model has one part only.
    String other = "v 20 0 0\nv 21 0 0\nv 21 1 0\no post\nf 9 10 11\n";
    sign.revise(Map.of("sign.obj", TestModels.bytes(strip.formatted("board") + other)));
    JsonNode item = sign.item("renamed part", "board");
    assertThat(item.get("groupId").asLong()).isEqualTo(large);
    assertThat(item.get("isWaiting").asBoolean()).isTrue();
    // A group that goes into another answers nothing, and neither does undoing all of the carry-over.
    api.post(
        "/api/assets/" + sign.asset + "/groups/" + large + "/merge", "{\"other\": " + small + "}");
    assertThat(sign.item("renamed part", "board").get("isWaiting").asBoolean()).isTrue();
    sign.first.step(-2);
    assertThat(sign.item("renamed part", "board").get("isWaiting").asBoolean()).isTrue();
    assertThat(sign.item("new part", "post").get("isWaiting").asBoolean()).isTrue();
  }

  @Test
  void itemsShowTheirFacesAndLostPartsThoseOfTheOldModel() {
    claimAll();
    revise();
    long rung = buoy.item("lost part", "rung_08").get("id").asLong();
    int[] faces = triangles(OLD, "rung_08");
    assertThat(api.json(buoy.path() + "/review/" + rung + "/faces").get("faceRanges").toString())
        .isEqualTo("[%d,%d]".formatted(faces[0], faces[1]));
    var refused =
        api.send(
            "POST",
            buoy.path() + "/review/answers",
            "{\"items\": [%d], \"answer\": \"there\", \"groupId\": 0}".formatted(rung));
    assertThat(refused.statusCode()).isEqualTo(400);
    var unknown =
        api.send("POST", buoy.path() + "/review/answers", "{\"items\": [99999999], \"answer\": \"right\"}");
    assertThat(unknown.statusCode()).isEqualTo(404);
    var answer =
        api.send("POST", buoy.path() + "/review/answers", "{\"items\": [%d], \"answer\": \"maybe\"}".formatted(rung));
    assertThat(ApiClient.detail(answer)).contains("right, there, open");
  }

  @Test
  void theOldRevisionStaysIsNotSortedAndCanComeBack() {
    claimPart("deck", 4);
    revise();
    var refused = buoy.first.tryToClaim(groups[4], 0, 4);
    assertThat(refused.statusCode()).isEqualTo(409);
    assertThat(ApiClient.detail(refused)).contains("revision A, has been replaced");
    var back = api.send("POST", "/api/revisions/" + buoy.first.revision + "/make-current", null);
    assertThat(back.statusCode()).isEqualTo(204);
    assertThat(buoy.revisionView(buoy.first.revision).get("isCurrent").asBoolean()).isTrue();
    assertThat(buoy.revisionView(buoy.revision).get("isCurrent").asBoolean()).isFalse();
    claimPart("hull", 2);
    assertThat(api.send("POST", "/api/revisions/" + buoy.first.revision + "/make-current", null).statusCode())
        .isEqualTo(409);
    // The next one takes over from the one that is current.
    RevisedAsset next = revise();
    assertThat(next.changes().get("fromId").asLong()).isEqualTo(buoy.first.revision);
    checkPart("hull", 2);
  }

  @Test
  void partEditsSettingsAndSheetsFollowTheirParts() {
    String edits = "/api/revisions/" + buoy.first.revision + "/part-edits";
    int base = part(OLD, "lamp_base");
    int glass = part(OLD, "lamp_glass");
    assertThat(
            api.change(
                    buoy.asset,
                    "POST",
                    edits,
                    "{\"kind\": \"merge\", \"parts\": [%d, %d], \"word\": \"lamp\"}".formatted(base, glass))
                .statusCode())
        .isEqualTo(204);
    int rung = part(OLD, "rung_08");
    api.change(buoy.asset, "POST", edits, "{\"kind\": \"rename\", \"parts\": [%d], \"word\": \"top rung\"}".formatted(rung));
    api.change(
        buoy.asset,
        "PUT",
        "/api/assets/" + buoy.asset + "/sheet-plan",
        "{\"by\": \"hand\", \"hand\": [{\"name\": \"soft\", \"parts\": [\"fender\", \"rope\"]}]}");
    claimPart("deck", 4);
    api.bringIn(buoy.asset, "source", RevisedAsset.glb("high.glb", OLD));
    long source = currentSource();
    api.post(
        "/api/assets/" + buoy.asset + "/bakes",
        """
        {"origin": "parts", "isFromSource": true, "sourceIds": [%d], "size": 64, "samples": 1, "padding": 0,
         "reachOutward": 0.1, "reachInward": 0.1, "pairing": "names",
         "partReaches": [{"part": "fender", "outward": 0.2, "inward": 0.3},
                         {"part": "top rung", "outward": 0.2, "inward": 0.3}],
         "links": [{"targetPart": "lamp_cap", "sourcePart": "fender"}]}
        """
            .formatted(source));
    revise();
    assertThat(buoy.revisionView(buoy.revision).get("partEdits").asInt()).isEqualTo(1);
    JsonNode settings = buoy.asset().get("bakeSettings");
    assertThat(settings.get("partReaches")).hasSize(1);
    assertThat(settings.get("partReaches").get(0).get("part").asString()).isEqualTo("bumper_ring");
    assertThat(settings.get("links").get(0).get("targetPart").asString()).isEqualTo("lantern_lid");
    assertThat(buoy.asset().get("sheetPlan").get("hand").get(0).get("parts").toString())
        .isEqualTo("[\"bumper_ring\",\"rope\"]");
    assertThat(buoy.changes().get("remarks").toString())
        .contains("Renaming of the part rung_08 was not repeated: the new model has none of that name.")
        .contains("The reach of the part top rung went with it.");
    // A source that comes anew is the one that is read.
    api.bringIn(buoy.asset, "source", RevisedAsset.glb("high.glb", NEW));
    assertThat(buoy.asset().get("bakeSettings").get("sourceIds").get(0).asLong())
        .isEqualTo(currentSource())
        .isNotEqualTo(source);
    assertThat(buoy.asset().get("bakeSettings").get("links").get(0).get("sourcePart").asString())
        .isEqualTo("bumper_ring");
  }

  private long currentSource() {
    for (JsonNode revision : buoy.asset().get("revisions")) {
      if (revision.get("role").asString().equals("source") && revision.get("isCurrent").asBoolean()) {
        return revision.get("id").asLong();
      }
    }
    throw new AssertionError("no source");
  }

  private static int part(Mesh mesh, String name) {
    return IntStream.range(0, mesh.parts().size())
        .filter(p -> mesh.parts().get(p).name().equals(name))
        .findFirst()
        .orElseThrow();
  }

  @Test
  void touchUpsFollowWhereTheLayoutStayed(@TempDir Path folder) throws IOException {
    Map<String, byte[]> before = TestModels.twoQuads();
    Map<String, byte[]> after = new HashMap<>(before);
    // The right quad is laid out anew.
    String obj = new String(before.get("quads.obj"), StandardCharsets.UTF_8);
    after.put("quads.obj", TestModels.bytes(obj.replace("vt 1 1", "vt 1 0.9")));
    RevisedAsset quads = new RevisedAsset(api, "Touched up", before);
    long group = quads.first.createGroup("oak");
    String touchUp =
        "{\"sheet\": \"1001\", \"layout\": \"%s\", \"do\": \"island\", \"group\": %d, \"path\": [%s]}";
    String key = layoutKey(folder, before);
    var kept =
        api.send(
            "PUT",
            "/api/assets/" + quads.asset + "/masks",
            "{\"words\": \"t\", \"plan\": {\"touchUps\": [%s, %s]}}"
                .formatted(touchUp.formatted(key, group, "0.2, 0.5"), touchUp.formatted(key, group, "0.9, 0.8")),
            "If-Match",
            "\"0\"");
    assertThat(kept.statusCode()).as(new String(kept.body(), StandardCharsets.UTF_8)).isEqualTo(200);
    quads.revise(after);
    JsonNode touchUps = api.json("/api/assets/" + quads.asset + "/masks").get("plan").get("touchUps");
    assertThat(touchUps.get(0).get("layout").asString()).isEqualTo(layoutKey(folder, after));
    assertThat(touchUps.get(1).get("layout").asString()).isEqualTo(key);
    assertThat(quads.changes().get("remarks").toString()).contains("1 touch-up lies where the UVs changed");
  }

  private static String layoutKey(Path folder, Map<String, byte[]> files) throws IOException {
    for (Map.Entry<String, byte[]> file : files.entrySet()) {
      Files.write(folder.resolve(file.getKey()), file.getValue());
    }
    Mesh mesh = MeshFiles.read(FileBundle.beside(folder.resolve("quads.obj")));
    return MaskTarget.layoutKey(mesh, SheetPlan.FITTING.divide(mesh).get(0));
  }

  @Test
  void anotherModelTakesOverWhatItsNamesReach() {
    claimAll();
    Mesh bell = BellFloat.target();
    buoy.revise(RevisedAsset.glb("bell_float.glb", bell));
    assertThat(buoy.changes().get("isOtherModel").asBoolean()).isTrue();
    List<Integer> found = buoy.faceGroups();
    int[] leg = triangles(bell, "leg_02");
    assertThat(found.subList(leg[0], leg[1])).containsOnly(1);
    int[] rope = triangles(bell, "rope");
    assertThat(found.subList(rope[0], rope[1])).containsOnly(5);
    JsonNode unreached = api.json("/api/revisions/" + buoy.revision + "/unreached-groups");
    assertThat(unreached)
        .extracting(g -> g.get("name").asString())
        .containsExactly("lamp glass", "solar cell");
    assertThat(buoy.item("new part", "bell").get("isWaiting").asBoolean()).isTrue();
    assertThat(buoy.review().get("items"))
        .filteredOn(i -> !i.get("reason").asString().equals("lost part"))
        .extracting(i -> i.get("newPart").asString())
        .contains("bell", "collar", "clapper")
        .doesNotContain("rope", "leg_01", "deck");
    double claimed = buoy.revisionView(buoy.revision).get("claimedShare").asDouble();
    assertThat(claimed).isCloseTo(0.85, within(0.12));
  }
}
