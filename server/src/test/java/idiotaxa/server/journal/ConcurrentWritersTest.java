package idiotaxa.server.journal;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import idiotaxa.server.running.SortedAsset;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Several people sort one asset at once over HTTP. Whatever was answered with 200 is there afterwards: for
 * the process that took it, for a second one that knows only the database, and for a replay of the
 * journal that knows no cache.
 */
class ConcurrentWritersTest {
  private static final int WRITERS = 6;
  private static final int FACES = 30;
  private static final String[] WORDS = {"bolt_2", "bolt_*", "*"};
  private static final int[][] REACHED = {{12, 18}, {6, 24}, {0, FACES}};
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final RunningApplication application = RunningApplication.empty();
  private final JournalStore journal = application.bean(JournalStore.class);

  private SortedAsset asset(String name) {
    return new SortedAsset(new ApiClient(application), name, TestModels.boltedPlate());
  }

  /** Work of one of several writers. */
  private interface Writer {
    void write(int writer, SplittableRandom random) throws Exception;
  }

  private static void atOnce(int writers, Writer work) throws Exception {
    ExecutorService pool = Executors.newFixedThreadPool(writers);
    try {
      List<Future<?>> done = new ArrayList<>();
      for (int w = 0; w < writers; w++) {
        int writer = w;
        done.add(
            pool.submit(
                () -> {
                  work.write(writer, new SplittableRandom(70 + writer));
                  return null;
                }));
      }
      for (Future<?> future : done) {
        future.get();
      }
    } finally {
      pool.shutdownNow();
    }
  }

  @Test
  void everyClaimThatWasAnsweredIsThere() throws Exception {
    SortedAsset plate = asset("claims at once");
    long[] groups = IntStream.range(0, 4).mapToLong(w -> plate.createGroup("g" + w)).toArray();
    // Each writer has faces of its own, claims them again and again, and looks in between.
    atOnce(
        4,
        (writer, random) -> {
          for (int round = 0; round < 8; round++) {
            for (int f = writer; f < 28; f += 4) {
              plate.claim(groups[writer], f, f + 1);
            }
            plate.faceGroups();
          }
        });
    List<Integer> expected = new ArrayList<>();
    for (int f = 0; f < FACES; f++) {
      expected.add(f < 28 ? f % 4 + 1 : 0);
    }
    assertThat(plate.faceGroups()).isEqualTo(expected);
    JsonNode state = plate.api.json(plate.assetPath());
    assertThat(state.get("journalPosition").asInt()).isEqualTo(4 * 8 * 7);
  }

  @Test
  void processesAndReplayAgreeAfterEverythingAtOnce() throws Exception {
    SortedAsset plate = asset("everything at once");
    long[] groups = IntStream.range(0, 8).mapToLong(g -> plate.createGroup("g" + g)).toArray();
    RunningApplication second = RunningApplication.anotherOnTheSameDatabase();
    ApiClient other = new ApiClient(second);
    atOnce(
        WRITERS,
        (writer, random) -> {
          ApiClient api = writer % 3 == 2 ? other : plate.api;
          for (int i = 0; i < 30; i++) {
            act(api, plate, groups, random);
            if (i % 5 == 0) {
              api.bytes(plate.path() + "/face-groups");
            }
          }
        });
    byte[] here = plate.api.bytes(plate.path() + "/face-groups");
    assertThat(other.bytes(plate.path() + "/face-groups")).isEqualTo(here);
    assertThat(plate.faceGroups()).isEqualTo(replay(plate, groups));
    checkOrdinals(plate);
  }

  /** What cannot be done any more, because somebody was faster, is a conflict or not found, never a fault. */
  private static void act(
      ApiClient api, SortedAsset plate, long[] groups, SplittableRandom random) {
    long group = groups[random.nextInt(groups.length)];
    int from = random.nextInt(FACES);
    HttpResponse<byte[]> answer =
        switch (random.nextInt(10)) {
          case 0, 1 -> api.send("POST", plate.assetPath() + "/journal/steps", "{\"steps\": -2}");
          case 2 -> api.send("POST", plate.assetPath() + "/journal/steps", "{\"steps\": 1}");
          case 3 ->
              api.send(
                  "POST",
                  plate.assetPath() + "/groups/" + group + "/merge",
                  "{\"other\": " + groups[random.nextInt(groups.length)] + "}");
          case 4, 5 -> {
            JsonNode version = api.json(plate.path() + "/rules").get("version");
            yield api.send(
                "PUT",
                plate.path() + "/rules",
                "{\"version\": %s, \"rules\": [{\"kind\": \"part\", \"word\": \"%s\", \"groupId\": %d}]}"
                    .formatted(version, WORDS[random.nextInt(WORDS.length)], group));
          }
          default ->
              api.send(
                  "POST",
                  plate.path() + "/claims",
                  "{\"groupId\": %d, \"faceRanges\": [%d, %d]}"
                      .formatted(group, from, random.nextInt(from + 1, FACES + 1)));
        };
    assertThat(answer.statusCode())
        .as(() -> new String(answer.body(), java.nio.charset.StandardCharsets.UTF_8))
        .isIn(200, 400, 404, 409);
  }

  /** Entry by entry and face by face, from nothing. */
  private List<Integer> replay(SortedAsset plate, long[] groups) {
    long last = journal.cursor(plate.asset).entryId();
    long[] byHand = new long[FACES];
    int[] freedAt = new int[FACES];
    List<long[]> rules = List.of();
    for (JournalStore.EntryHead entry : journal.inForce(plate.asset, plate.revision, last)) {
      byte[] packed = journal.claims(entry.id());
      switch (entry.kind()) {
        case "hand" ->
            ClaimSet.unpack(packed)
                .facesOfGroup()
                .forEach(
                    (group, faces) ->
                        faces.forEach(
                            (int f) -> {
                              byHand[f] = group;
                              freedAt[f] = group == 0 ? entry.ordinal() : freedAt[f];
                            }));
        case "rules" -> {
          rules = new ArrayList<>();
          for (JsonNode rule : JSON.readTree(packed)) {
            int word = List.of(WORDS).indexOf(rule.get("word").asString());
            rules.add(new long[] {word, rule.get("group").asLong(), rule.get("since").asLong()});
          }
        }
        default -> {
          GroupMerge merge = GroupMerge.unpack(packed);
          for (int f = 0; f < FACES; f++) {
            byHand[f] = byHand[f] == merge.from() ? merge.into() : byHand[f];
          }
          for (long[] rule : rules) {
            rule[1] = rule[1] == merge.from() ? merge.into() : rule[1];
          }
        }
      }
    }
    List<Integer> out = new ArrayList<>();
    for (int f = 0; f < FACES; f++) {
      long group = byHand[f];
      for (long[] rule : byHand[f] == 0 ? rules : List.<long[]>of()) {
        int[] reached = REACHED[(int) rule[0]];
        group = f >= reached[0] && f < reached[1] && rule[2] > freedAt[f] ? rule[1] : group;
      }
      out.add(number(groups, group));
    }
    return out;
  }

  private static int number(long[] groups, long id) {
    for (int g = 0; g < groups.length; g++) {
      if (groups[g] == id) {
        return g + 1;
      }
    }
    return 0;
  }

  /** Entries that can be in force are numbered 1 … n without gap or double. */
  private void checkOrdinals(SortedAsset plate) {
    List<Integer> ordinals =
        journal.words(plate.asset).stream().map(JournalStore.EntryWords::ordinal).toList();
    assertThat(ordinals)
        .isEqualTo(IntStream.rangeClosed(1, ordinals.size()).boxed().toList());
  }

  @Test
  void aStateIsNamedByItsLastEntryForGood() {
    SortedAsset plate = asset("states");
    long group = plate.createGroup("a");
    plate.claim(group, 0, 10);
    plate.claim(group, 10, 20);
    long then = journal.cursor(plate.asset).entryId();
    FaceGroups faces = application.bean(FaceGroups.class);
    int[] before = faces.ids(plate.asset, plate.revision, then);
    plate.step(-2);
    plate.claim(group, 25, 30);
    assertThat(faces.ids(plate.asset, plate.revision, then)).isEqualTo(before);
    FaceGroups another =
        RunningApplication.anotherOnTheSameDatabase().bean(FaceGroups.class);
    assertThat(another.ids(plate.asset, plate.revision, then)).isEqualTo(before);
    assertThat(Map.of("now", plate.faceGroups().indexOf(1))).containsEntry("now", 25);
  }
}
