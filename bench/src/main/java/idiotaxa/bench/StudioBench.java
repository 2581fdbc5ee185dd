package idiotaxa.bench;

import idiotaxa.core.format.PlyWriter;
import idiotaxa.demo.ChannelMarkerBuoy;
import idiotaxa.demo.SaltmarshPalette;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;

/**
 * A studio's weight on a running application with the demo data, started with {@code ./idiotaxa start}: many
 * assets, many open pages, many people at once. It fills the catalogue with copies, so run it on a database that
 * is not needed.
 */
final class StudioBench implements Main.Benchmark {
  private static final int ASSETS = Integer.getInteger("idiotaxa.bench.assets", 5000);
  private static final int PAGES = 50;
  private static final int PEOPLE = 20;
  private static final int CLAIMS_EACH = 50;

  /** A person who sorts fast. */
  private static final int PACE_MS = 1000;
  private static final int IDLE_SECONDS = 30;
  private static final int READS = 100;
  private static final int WARM_READS = 20;

  /** Fineness of the demo's source with as many triangles. */
  private static final int FIVE_MILLION = 37;

  private final StudioApi api = new StudioApi(System.getenv().getOrDefault("IDIOTAXA_BENCH_URL", "http://127.0.0.1:8017"));

  @Override
  public void run() throws Exception {
    System.out.println("## A studio's weight\n");
    System.out.println("| what | figure |\n|---|---|");
    fill();
    line("%,d assets in the catalogue".formatted(StudioApi.number(api.get("/api/assets?size=1"), "total")), "");
    for (String query : List.of("", "&search=copy", "&order=newest", "&order=least-claimed", "&order=last-baked", "&page=100")) {
      String path = "/api/assets?size=24" + query;
      line("GET " + path, times(READS, () -> api.get(path)));
    }
    idle();
    claim(PACE_MS);
    claim(0);
    importBesideABake();
  }

  private static void line(String what, String figure) {
    System.out.println("| " + what + " | " + figure + " |");
  }

  /** Copies of an asset that has models, groups and claims. */
  private void fill() throws Exception {
    long sorted = StudioApi.numbers(api.get("/api/assets?search=lantern&size=1"), "id").get(0);
    long missing = ASSETS - StudioApi.number(api.get("/api/assets?size=1"), "total");
    long began = System.nanoTime();
    List<Callable<String>> copies = new ArrayList<>();
    for (int i = 0; i < missing; i++) {
      String body = "{\"name\": \"Storm lantern copy %05d\"}".formatted(i);
      copies.add(() -> api.post("/api/assets/" + sorted + "/copies", body));
    }
    together(4, copies);
    if (missing > 0) {
      line("copying an asset with its models, groups and claims, four at once", "%.0f ms each".formatted((System.nanoTime() - began) / 1e6 / missing));
    }
  }

  private static <T> List<T> together(int threads, List<Callable<T>> work) throws InterruptedException, ExecutionException {
    ExecutorService people = Executors.newFixedThreadPool(threads);
    try {
      List<T> results = new ArrayList<>();
      for (Future<T> future : people.invokeAll(work)) {
        results.add(future.get());
      }
      return results;
    } finally {
      people.shutdownNow();
    }
  }

  private static String times(int count, Callable<?> read) throws Exception {
    for (int i = 0; i < WARM_READS; i++) {
      read.call();
    }
    double[] millis = new double[count];
    for (int i = 0; i < count; i++) {
      long began = System.nanoTime();
      read.call();
      millis[i] = (System.nanoTime() - began) / 1e6;
    }
    return quantiles(millis);
  }

  private static String quantiles(double[] millis) {
    Arrays.sort(millis);
    return "median %.0f ms, 99 %% under %.0f ms, longest %.0f ms"
        .formatted(millis[millis.length / 2], millis[(int) (millis.length * 0.99)], millis[millis.length - 1]);
  }

  /** Pages that are open and do nothing: a stream each, and a look at the queue every five seconds. */
  private void idle() throws Exception {
    List<Long> assets = StudioApi.numbers(api.get("/api/assets?size=" + PAGES), "id");
    assets.forEach(id -> api.listen("/api/events?asset=" + id));
    Thread.sleep(5000);
    double before = api.processorSeconds();
    for (int second = 0; second < IDLE_SECONDS; second++) {
      for (int page = 0; page < PAGES / 5; page++) {
        api.get("/api/queue/now");
      }
      Thread.sleep(1000);
    }
    double share = (api.processorSeconds() - before) / IDLE_SECONDS;
    line(PAGES + " open pages while nothing happens", "%.1f %% of a core".formatted(100 * share));
  }

  /**
   * All on one asset, each on faces of their own.
   *
   * @param pause between an answer and the next claim, ms
   */
  private void claim(int pause) throws Exception {
    long asset = StudioApi.numbers(api.get("/api/assets?search=copy&size=1"), "id").get(0);
    String whole = api.get("/api/assets/" + asset);
    long revision = StudioApi.number(api.get("/api/assets?search=copy&size=1"), "shownRevision");
    List<Long> groups = StudioApi.numbers(whole.substring(whole.indexOf("\"groups\"")), "id");
    int faces = api.bytes("/api/assets/%d/revisions/%d/face-groups".formatted(asset, revision)).length / Short.BYTES;
    long before = StudioApi.number(whole, "journalPosition");
    List<Callable<double[]>> people = new ArrayList<>();
    for (int p = 0; p < PEOPLE; p++) {
      int person = p;
      people.add(() -> claims(asset, revision, groups.get(person % 2), person * faces / PEOPLE, pause));
    }
    long began = System.nanoTime();
    double[] all = together(PEOPLE, people).stream().flatMapToDouble(Arrays::stream).toArray();
    double seconds = (System.nanoTime() - began) / 1e9;
    long made = StudioApi.number(api.get("/api/assets/" + asset), "journalPosition") - before;
    line(
        PEOPLE + " people claiming on one asset of %,d faces, %s".formatted(faces, pause == 0 ? "without a pause" : "every " + pause + " ms"),
        quantiles(all) + "; %.0f claims a second; %d of %d in the journal".formatted(all.length / seconds, made, all.length));
  }

  /** A source of five million triangles is read while a bake of another asset runs. */
  private void importBesideABake() throws Exception {
    Path folder = Files.createTempDirectory("idiotaxa-bench-studio");
    Path source = folder.resolve("five_million_high.ply");
    try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(source))) {
      PlyWriter.write(ChannelMarkerBuoy.source(SaltmarshPalette.create(), FIVE_MILLION), out);
    }
    long baked = StudioApi.numbers(api.get("/api/assets?search=lantern&size=1"), "id").get(0);
    double alone = bake(baked, 4096);
    long asset = StudioApi.number(api.post("/api/assets", "{\"name\": \"Five million\"}"), "id");
    long began = System.nanoTime();
    api.upload("/api/assets/" + asset + "/models?role=source", source);
    double sent = (System.nanoTime() - began) / 1e9;
    double beside = bake(baked, 4095);
    while (api.get("/api/assets/" + asset).contains("\"state\":\"reading\"")) {
      Thread.sleep(50);
    }
    double read = (System.nanoTime() - began) / 1e9;
    line(
        "importing five million triangles (%.0f MB) and a bake of 4096² beside it".formatted(Files.size(source) / 1e6),
        "sent in %.1f s, read after %.1f s; the bake %.1f s, alone %.1f s".formatted(sent, read, beside, alone));
    Files.delete(source);
    Files.delete(folder);
  }

  /** Seconds until it is done; another size each time, so that nothing is reused. */
  private double bake(long asset, int size) throws IOException, InterruptedException {
    long began = System.nanoTime();
    api.post(
        "/api/assets/" + asset + "/bakes",
        """
        {"origin": "claims", "isFromSource": false, "size": %d, "samples": 16, "padding": 4, "isAnyway": true,
         "reachOutward": null, "reachInward": null, "pairing": "fitting"}
        """
            .formatted(size));
    while (api.get("/api/assets/" + asset).matches("(?s).*\"state\":\"(waiting|running)\".*")) {
      Thread.sleep(50);
    }
    return (System.nanoTime() - began) / 1e9;
  }

  private double[] claims(long asset, long revision, long group, int face, int pause) throws IOException, InterruptedException {
    double[] millis = new double[CLAIMS_EACH];
    for (int i = 0; i < CLAIMS_EACH; i++) {
      long began = System.nanoTime();
      api.post(
          "/api/assets/%d/revisions/%d/claims".formatted(asset, revision),
          "{\"groupId\": %d, \"faceRanges\": [%d, %d]}".formatted(i % 2 == 0 ? group : 0, face, face + 3));
      millis[i] = (System.nanoTime() - began) / 1e6;
      Thread.sleep(pause);
    }
    return millis;
  }
}
