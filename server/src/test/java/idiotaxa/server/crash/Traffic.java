package idiotaxa.server.crash;

import idiotaxa.server.TestModels;
import idiotaxa.server.running.ApiClient;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** People who go on working whatever happens to the machines, and remember what they were promised. */
final class Traffic {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  private final Installation installation;
  private final ApiClient api;
  private final Path backups;
  private final Random random;

  /** Entries of journals, revisions, bakes and packages whose making was acknowledged. */
  final Set<Long> entries = ConcurrentHashMap.newKeySet();

  final Set<Long> revisions = ConcurrentHashMap.newKeySet();
  final Set<Long> bakes = ConcurrentHashMap.newKeySet();
  final Set<Long> packages = ConcurrentHashMap.newKeySet();

  /** Assets that somebody asked to remove for good, whether or not that was acknowledged. */
  final Set<Long> removed = ConcurrentHashMap.newKeySet();

  final AtomicInteger refused = new AtomicInteger();
  final AtomicInteger wholeBackups = new AtomicInteger();
  private volatile boolean isOver;
  private volatile Path lastBackup;

  Traffic(Installation installation, Path backups, long seed) {
    this.installation = installation;
    this.api = new ApiClient(installation.address());
    this.backups = backups;
    this.random = new Random(seed);
  }

  /** Something that somebody does again and again; what goes wrong on the way is what the test is about. */
  private interface Deed {
    void happen() throws IOException, InterruptedException;
  }

  private Thread again(String name, Deed deed) {
    Thread thread =
        new Thread(
            () -> {
              while (!isOver) {
                try {
                  deed.happen();
                } catch (IOException | RuntimeException | AssertionError e) {
                  refused.incrementAndGet();
                  KilledProcess.pause(200);
                } catch (InterruptedException e) {
                  return;
                }
              }
            },
            name);
    thread.setDaemon(true);
    thread.start();
    return thread;
  }

  List<Thread> begin() {
    return List.of(
        again("claims", this::claim),
        again("claims of a second person", this::claim),
        again("revisions", this::carryOver),
        again("bakes", this::bakeAndPack),
        again("comes and goes", this::comeAndGo),
        again("clean-up", this::cleanUp),
        again("backup", this::backup));
  }

  void end(List<Thread> threads) {
    isOver = true;
    for (Thread thread : threads) {
      try {
        thread.join(120_000);
      } catch (InterruptedException e) {
        throw new IllegalStateException(e);
      }
    }
  }

  Path lastBackup() {
    return lastBackup;
  }

  private volatile long claimed;
  private volatile long claimedRevision;
  private volatile long group;

  /** The asset that everybody works on. */
  void prepare() {
    claimed = api.createAsset("Pier of everybody");
    claimedRevision = bringIn(claimed, "first");
    waitUntilRead(claimed);
    group = api.post("/api/assets/" + claimed + "/groups", "{\"name\": \"planks\"}").get("id").asLong();
    api.post("/api/assets/" + claimed + "/groups", "{\"name\": \"piles\"}");
  }

  private void waitUntilRead(long asset) {
    api.waitFor(asset, a -> !a.get("revisions").toString().contains("\"state\":\"reading\""));
  }

  private long bringIn(long asset, String content) {
    Map<String, byte[]> files = new HashMap<>(TestModels.twoQuads());
    files.replaceAll(
        (name, bytes) -> ("# " + content + "\n" + new String(bytes, StandardCharsets.UTF_8)).getBytes(StandardCharsets.UTF_8));
    HttpResponse<byte[]> answer = api.upload(asset, "target", files);
    if (answer.statusCode() >= 300) {
      throw new IllegalStateException("refused");
    }
    long id = JSON.readTree(answer.body()).get("id").asLong();
    revisions.add(id);
    return id;
  }

  private void claim() {
    boolean isBack = random.nextInt(4) == 0;
    int face = random.nextInt(2);
    JsonNode state =
        api.post(
            "/api/assets/" + claimed + "/revisions/" + claimedRevision + "/claims",
            "{\"groupId\": %d, \"faceRanges\": [%d, %d]}".formatted(isBack ? 0 : group, face, face + 1));
    entries.add(state.get("entryId").asLong());
    KilledProcess.pause(random.nextInt(60));
  }

  /** A new model takes the claims of the one before over while others claim. */
  private void carryOver() {
    bringIn(claimed, "revision " + random.nextLong());
    waitUntilRead(claimed);
    for (JsonNode revision : api.json("/api/assets/" + claimed).get("revisions")) {
      if (revision.get("isCurrent").asBoolean()) {
        claimedRevision = revision.get("id").asLong();
      }
    }
    KilledProcess.pause(1500);
  }

  private void bakeAndPack() {
    String settings =
        """
        {"origin": "claims", "isFromSource": false, "size": 256, "samples": %d, "padding": 2, "isAnyway": true,
         "reachOutward": null, "reachInward": null, "pairing": "fitting"}
        """
            .formatted(random.nextBoolean() ? 1 : 4);
    long bake = api.post("/api/assets/" + claimed + "/bakes", settings).get("id").asLong();
    bakes.add(bake);
    api.waitFor(claimed, a -> !ApiClient.find(a.get("bakes"), bake).get("sheets").toString().matches(".*\"state\":\"(waiting|running)\".*"));
    String template = "{\"name\": \"crash\", \"write\": [{\"what\": \"idMap\", \"name\": \"{asset}_{sheet}_id.png\"}]}";
    packages.add(api.post("/api/bakes/" + bake + "/handoffs", template).get("id").asLong());
    KilledProcess.pause(300);
  }

  /** Assets that are made, put into the trash and removed, by hand or by the clean-up. */
  private void comeAndGo() {
    long asset = api.createAsset("Driftwood " + random.nextInt());
    bringIn(asset, "driftwood " + random.nextLong());
    KilledProcess.pause(random.nextInt(800));
    removed.add(asset);
    api.send("POST", "/api/assets/" + asset + "/trash", "");
    if (random.nextBoolean()) {
      api.send("DELETE", "/api/assets/" + asset, null);
    }
  }

  /** The job engine runs it as soon as it is told that it is due. */
  private void cleanUp() {
    KilledProcess.pause(700);
    try (var db = installation.open(); var statement = db.createStatement()) {
      statement.execute("UPDATE scheduled_tasks SET execution_time = NOW() WHERE task_name = 'clean-up' AND picked = 0");
    } catch (SQLException e) {
      throw new IllegalStateException(e);
    }
  }

  private void backup() throws IOException, InterruptedException {
    KilledProcess.pause(2000);
    Path file = Files.createTempFile(backups, "backup", ".sql");
    Process dump =
        new ProcessBuilder(
                "mariadb-dump",
                "--no-defaults",
                "--protocol=tcp",
                "--host=127.0.0.1",
                "--port=" + installation.databasePort(),
                "--user=root",
                "--single-transaction",
                "--quick",
                "--hex-blob",
                "--skip-lock-tables",
                "idiotaxa")
            .redirectError(ProcessBuilder.Redirect.DISCARD)
            .redirectOutput(file.toFile())
            .start();
    if (dump.waitFor() == 0 && Files.size(file) > 0) {
      lastBackup = file;
      wholeBackups.incrementAndGet();
    } else {
      Files.delete(file);
    }
  }
}
