package idiotaxa.server.crash;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.HexFormat;
import java.util.List;
import java.util.Random;
import java.util.Set;

/**
 * Kills application, worker and MariaDB at random moments while people claim, bring in, bake, pack, remove and
 * back up; then looks for anything that was promised and is not there, or is there and should not be.
 */
public final class CrashRun {
  private static final int LEAST_PAUSE_MS = 1500;
  private static final int MOST_PAUSE_MS = 5000;
  private static final long PATIENCE_MS = 180_000;

  private final Path folder;
  private final long seed;

  /** What is wrong afterwards, empty when nothing is. */
  private final List<String> faults = new ArrayList<>();

  private String figures = "";

  CrashRun(Path folder, long seed) {
    this.folder = folder;
    this.seed = seed;
  }

  /**
   * The long form; see docs/performance.md.
   *
   * @param args seconds of killing, and the seed of the random moments
   */
  public static void main(String[] args) throws Exception {
    Path folder = Files.createTempDirectory("idiotaxa-crash");
    CrashRun run = new CrashRun(folder, args.length > 1 ? Long.parseLong(args[1]) : System.nanoTime());
    run.kill(Integer.parseInt(args[0]));
    System.out.println(run.figures());
    run.faults().forEach(System.out::println);
    System.exit(run.faults().isEmpty() ? 0 : 1);
  }

  List<String> faults() {
    return faults;
  }

  /** What happened, in words. */
  String figures() {
    return figures;
  }

  void kill(int seconds) throws IOException, InterruptedException, SQLException {
    Path backups = Files.createDirectories(folder.resolve("backups"));
    try (Installation installation = new Installation(folder)) {
      installation.start();
      Traffic traffic = new Traffic(installation, backups, seed);
      traffic.prepare();
      List<Thread> people = traffic.begin();
      int[] kills = killAtRandom(installation, seconds);
      traffic.end(people);
      waitUntilQuiet(installation);
      try (Connection db = installation.open()) {
        checkPromises(db, traffic);
        checkBlobs(db);
        checkJobs(db);
        checkBackup(db, installation, traffic);
      }
      figures =
          "seed %d, %d s: %d kills of the application, %d of the worker, %d of MariaDB; %d claims, %d models, %d bakes, %d packages, %d removed, %d whole backups; %d requests refused meanwhile; %d faults"
              .formatted(
                  seed,
                  seconds,
                  kills[0],
                  kills[1],
                  kills[2],
                  traffic.entries.size(),
                  traffic.revisions.size(),
                  traffic.bakes.size(),
                  traffic.packages.size(),
                  traffic.removed.size(),
                  traffic.wholeBackups.get(),
                  traffic.refused.get(),
                  faults.size());
    }
  }

  private int[] killAtRandom(Installation installation, int seconds) throws IOException {
    Random random = new Random(seed);
    int[] kills = new int[3];
    long end = System.currentTimeMillis() + 1000L * seconds;
    for (int which = random.nextInt(3); System.currentTimeMillis() < end; which = (which + 1 + random.nextInt(2)) % 3) {
      KilledProcess.pause(LEAST_PAUSE_MS + random.nextInt(MOST_PAUSE_MS - LEAST_PAUSE_MS));
      kills[which]++;
      switch (which) {
        case 0 -> {
          installation.application().kill();
          installation.application().start();
        }
        case 1 -> {
          installation.worker().kill();
          installation.startWorker();
        }
        default -> {
          installation.database().kill();
          installation.database().start();
        }
      }
    }
    return kills;
  }

  /** Every job has come to its end, and the clean-up has run after the grace time. */
  private void waitUntilQuiet(Installation installation) throws SQLException {
    long end = System.currentTimeMillis() + PATIENCE_MS;
    try (Connection db = installation.open()) {
      while (count(db, "job WHERE state IN ('waiting', 'running')") > 0) {
        if (System.currentTimeMillis() > end) {
          faults.add("jobs never end: " + rows(db, "SELECT kind, subject_id, state, doing FROM job WHERE state IN ('waiting', 'running')"));
          return;
        }
        KilledProcess.pause(300);
      }
      KilledProcess.pause(3000);
      while (count(db, "stored_blob b WHERE NOT EXISTS (SELECT 1 FROM revision_file f WHERE f.blob_id = b.id)"
              + " AND NOT EXISTS (SELECT 1 FROM bake_sheet s WHERE s.maps_blob_id = b.id)"
              + " AND NOT EXISTS (SELECT 1 FROM known_kind k WHERE k.surface_blob_id = b.id)"
              + " AND NOT EXISTS (SELECT 1 FROM handoff h WHERE h.blob_id = b.id)")
          > 0) {
        if (System.currentTimeMillis() > end) {
          faults.add("blobs are left that nothing points to");
          return;
        }
        update(db, "UPDATE scheduled_tasks SET execution_time = NOW() WHERE task_name = 'clean-up' AND picked = 0");
        KilledProcess.pause(500);
      }
    }
  }

  private void checkPromises(Connection db, Traffic traffic) throws SQLException {
    missing(db, "journal_entry", traffic.entries, "an acknowledged claim is not there");
    missing(db, "bake", traffic.bakes, "an acknowledged bake is not there");
    missing(db, "handoff", traffic.packages, "an acknowledged package is not there");
    Set<Long> gone = new HashSet<>(traffic.revisions);
    gone.removeAll(ids(db, "SELECT id FROM revision"));
    // Those of assets that somebody removed may be gone; the others have to be there.
    long removedModels = gone.size();
    if (removedModels > traffic.removed.size()) {
      faults.add("more models are gone than were removed: " + removedModels + " of " + traffic.removed.size());
    }
    long atDesk = count(db, "revision WHERE is_current AND role = 'target' AND asset_id = (SELECT MIN(id) FROM asset)");
    if (atDesk != 1) {
      faults.add(atDesk + " targets are current");
    }
  }

  private void missing(Connection db, String table, Collection<Long> promised, String words) throws SQLException {
    Set<Long> there = ids(db, "SELECT id FROM " + table);
    promised.stream().filter(id -> !there.contains(id)).forEach(id -> faults.add(words + ": " + id));
  }

  private void checkBlobs(Connection db) throws SQLException {
    try (Statement statement = db.createStatement();
        ResultSet blobs = statement.executeQuery("SELECT id, sha256, byte_count FROM stored_blob")) {
      while (blobs.next()) {
        if (!sha256(db, blobs.getLong(1)).equals(blobs.getString(2))) {
          faults.add("blob " + blobs.getLong(1) + " is not what was stored");
        }
      }
    }
  }

  private static String sha256(Connection db, long blob) throws SQLException {
    try (Statement statement = db.createStatement();
        ResultSet chunks = statement.executeQuery("SELECT data FROM stored_blob_chunk WHERE blob_id = " + blob + " ORDER BY ordinal")) {
      MessageDigest digest = MessageDigest.getInstance("SHA-256");
      while (chunks.next()) {
        digest.update(chunks.getBytes(1));
      }
      return HexFormat.of().formatHex(digest.digest());
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException(e);
    }
  }

  /** What is done has its result; what has none says why. */
  private void checkJobs(Connection db) throws SQLException {
    empty(db, "a sheet is done without maps", "SELECT s.id FROM bake_sheet s JOIN job j ON j.kind = 'bake-sheet' AND j.subject_id = s.id WHERE (j.state = 'done') <> (s.maps_blob_id IS NOT NULL)");
    empty(db, "a package is done without a file", "SELECT h.id FROM handoff h JOIN job j ON j.kind = 'pack-handoff' AND j.subject_id = h.id WHERE (j.state = 'done') <> (h.blob_id IS NOT NULL)");
    empty(db, "a sheet has no job", "SELECT s.id FROM bake_sheet s LEFT JOIN job j ON j.kind = 'bake-sheet' AND j.subject_id = s.id WHERE j.state IS NULL");
    empty(db, "a model is still being read", "SELECT id FROM revision WHERE state = 'reading'");
    empty(db, "a model is ready without files", "SELECT r.id FROM revision r LEFT JOIN revision_file f ON f.revision_id = r.id WHERE r.state = 'ready' AND f.blob_id IS NULL");
    empty(db, "a failed job says nothing", "SELECT subject_id FROM job WHERE state = 'failed' AND problem IS NULL");
    empty(db, "an asset's position is beyond its journal", "SELECT a.id FROM asset a WHERE a.journal_position > (SELECT COUNT(*) FROM journal_entry e WHERE e.asset_id = a.id AND e.dropped_by IS NULL)");
  }

  /** The last backup that was whole is restored beside the database, with every blob as it was stored. */
  private void checkBackup(Connection db, Installation installation, Traffic traffic) throws IOException, InterruptedException, SQLException {
    Path backup = traffic.lastBackup();
    if (backup == null) {
      return;
    }
    update(db, "CREATE DATABASE restored CHARACTER SET utf8mb4");
    Process restore =
        new ProcessBuilder("mariadb", "--no-defaults", "--protocol=tcp", "--host=127.0.0.1", "--port=" + installation.databasePort(), "--user=root", "--max-allowed-packet=64M", "restored")
            .redirectInput(backup.toFile())
            .redirectErrorStream(true)
            .start();
    String said;
    try (InputStream out = restore.getInputStream()) {
      said = new String(out.readAllBytes());
    }
    if (restore.waitFor() != 0) {
      faults.add("a whole backup cannot be restored: " + said);
      return;
    }
    update(db, "USE restored");
    checkBlobs(db);
    empty(db, "a restored model is without its file", "SELECT f.revision_id FROM revision_file f LEFT JOIN stored_blob b ON b.id = f.blob_id WHERE b.id IS NULL");
    update(db, "USE idiotaxa");
  }

  private void empty(Connection db, String words, String sql) throws SQLException {
    List<String> found = rows(db, sql);
    if (!found.isEmpty()) {
      faults.add(words + ": " + found);
    }
  }

  private static List<String> rows(Connection db, String sql) throws SQLException {
    List<String> found = new ArrayList<>();
    try (Statement statement = db.createStatement(); ResultSet rows = statement.executeQuery(sql)) {
      while (rows.next()) {
        StringBuilder row = new StringBuilder();
        for (int c = 1; c <= rows.getMetaData().getColumnCount(); c++) {
          row.append(c > 1 ? " " : "").append(rows.getString(c));
        }
        found.add(row.toString());
      }
    }
    return found;
  }

  private static Set<Long> ids(Connection db, String sql) throws SQLException {
    Set<Long> ids = new HashSet<>();
    rows(db, sql).forEach(r -> ids.add(Long.parseLong(r)));
    return ids;
  }

  private static long count(Connection db, String from) throws SQLException {
    return Long.parseLong(rows(db, "SELECT COUNT(*) FROM " + from).get(0));
  }

  private static void update(Connection db, String sql) throws SQLException {
    try (Statement statement = db.createStatement()) {
      statement.execute(sql);
    }
  }
}
