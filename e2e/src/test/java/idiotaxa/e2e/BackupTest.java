package idiotaxa.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.running.ApiClient;
import idiotaxa.server.running.RunningApplication;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** The script's backup of a database in which people work, and its restore into an empty one. */
class BackupTest {
  @TempDir Path folder;

  private final RunningApplication application = RunningApplication.withDemo();
  private final String name = "idiotaxa_restored_" + ProcessHandle.current().pid();
  private final String server = application.database().replaceAll("/idiotaxa_.*", "/");

  private record Outcome(int exit, String said) {}

  @BeforeEach
  @AfterEach
  void drop() throws SQLException {
    sql(application.database(), "DROP DATABASE IF EXISTS " + name);
  }

  /** Others look for their assets on the first page of the same catalogue. */
  @AfterEach
  void removeWhatWasMade() {
    ApiClient api = new ApiClient(application);
    for (JsonNode asset : api.json("/api/assets?size=200&search=Made%20during").get("assets")) {
      String path = "/api/assets/" + asset.get("id").asLong();
      api.send("POST", path + "/trash", "");
      api.send("DELETE", path, null);
    }
  }

  private static void sql(String url, String statement) throws SQLException {
    try (Connection db = DriverManager.getConnection(url, "idiotaxa", ""); Statement s = db.createStatement()) {
      s.execute(statement);
    }
  }

  private static long number(String url, String query) throws SQLException {
    try (Connection db = DriverManager.getConnection(url, "idiotaxa", "");
        Statement s = db.createStatement();
        ResultSet rows = s.executeQuery(query)) {
      rows.next();
      return rows.getLong(1);
    }
  }

  private Outcome script(String database, String... arguments) throws IOException, InterruptedException {
    Path said = folder.resolve("said");
    String[] command = new String[arguments.length + 1];
    command[0] = Path.of("../idiotaxa").toAbsolutePath().normalize().toString();
    System.arraycopy(arguments, 0, command, 1, arguments.length);
    ProcessBuilder builder = new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(said.toFile());
    builder.environment().put("IDIOTAXA_DATA", folder.toString());
    builder.environment().put("IDIOTAXA_DB_URL", database);
    builder.environment().put("IDIOTAXA_DB_USER", "idiotaxa");
    builder.environment().put("IDIOTAXA_DB_PASSWORD", "");
    int exit = builder.start().waitFor();
    return new Outcome(exit, Files.readString(said, StandardCharsets.UTF_8));
  }

  private void signInSomebody() throws SQLException {
    String url = application.database();
    sql(url, "INSERT INTO account (name, password, role, is_closed, sign_in_count, created_at) VALUES ('Ada of the backup', '-', 'work', FALSE, 0, NOW(6))");
    sql(
        url,
        "INSERT INTO api_token (account_id, name, digest, role, ends_at, created_at) SELECT id, 'nightly', '%s', 'look', '2099-01-01', NOW(6) FROM account WHERE name = 'Ada of the backup'"
            .formatted("d".repeat(64)));
    sql(url, "INSERT INTO SPRING_SESSION VALUES ('p-backup', 'a-living-session', 0, 0, 1000000, 9000000000000, 'Ada of the backup')");
  }

  @AfterEach
  void signOut() throws SQLException {
    String url = application.database();
    sql(url, "DELETE FROM SPRING_SESSION WHERE PRIMARY_ID = 'p-backup'");
    sql(url, "DELETE FROM api_token WHERE digest = '%s'".formatted("d".repeat(64)));
    sql(url, "DELETE FROM account WHERE name = 'Ada of the backup'");
  }

  private static void pause() {
    try {
      Thread.sleep(50);
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  @Test
  void oneMomentOfEverythingComesBackWhilePeopleGoOn() throws Exception {
    ApiClient api = new ApiClient(application);
    AtomicBoolean isOver = new AtomicBoolean();
    Thread people =
        new Thread(
            () -> {
              while (!isOver.get()) {
                long asset = api.createAsset("Made during a backup");
                api.post("/api/assets/" + asset + "/groups", "{\"name\": \"rope\"}");
                pause();
              }
            });
    people.start();
    Path file = folder.resolve("backup.sql.gz");
    signInSomebody();
    Outcome backup = script(application.database(), "backup", file.toString());
    isOver.set(true);
    people.join();
    assertThat(backup.exit()).as(backup.said()).isZero();
    assertThat(script(application.database(), "backup", file.toString()).said()).contains("is there already");
    // Who gets hold of the file is not signed in with it, and nobody but who wrote it does.
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(file))).isEqualTo("rw-------");
    try (InputStream dump = new GZIPInputStream(Files.newInputStream(file))) {
      assertThat(new String(dump.readAllBytes(), StandardCharsets.ISO_8859_1))
          .contains("CREATE TABLE `SPRING_SESSION`")
          .doesNotContain("a-living-session");
    }

    sql(application.database(), "CREATE DATABASE " + name + " CHARACTER SET utf8mb4");
    Outcome restored = script(server + name, "restore", file.toString());
    assertThat(restored.exit()).as(restored.said()).isZero();
    assertThat(restored.said())
        .contains("these may sign in again, as then: Ada of the backup (work)")
        .contains("these tokens of scripts are good again: nightly of Ada of the backup until 2099-01-01");
    String copy = server + name;
    assertThat(number(copy, "SELECT COUNT(*) FROM asset")).isBetween(4L, number(application.database(), "SELECT COUNT(*) FROM asset"));
    // Of one moment: no asset without the group that was made right after it, but for the one that was under way.
    assertThat(
            number(
                copy,
                "SELECT COUNT(*) FROM asset a WHERE name = 'Made during a backup' AND NOT EXISTS (SELECT 1 FROM material_group g WHERE g.asset_id = a.id)"))
        .isLessThanOrEqualTo(1);
    assertThat(
            number(
                copy,
                "SELECT COUNT(*) FROM stored_blob b WHERE b.byte_count <> (SELECT SUM(LENGTH(data)) FROM stored_blob_chunk c WHERE c.blob_id = b.id)"))
        .isZero();
    assertThat(number(copy, "SELECT COUNT(*) FROM SPRING_SESSION")).isZero();
    Outcome again = script(copy, "restore", file.toString());
    assertThat(again.exit()).isNotZero();
    assertThat(again.said()).contains("is not empty");
  }

  @Test
  void whatIsNoWholeBackupIsRefused() throws Exception {
    Path broken = Files.writeString(folder.resolve("broken.sql.gz"), "no backup");
    sql(application.database(), "CREATE DATABASE " + name + " CHARACTER SET utf8mb4");
    Outcome outcome = script(server + name, "restore", broken.toString());
    assertThat(outcome.exit()).isNotZero();
    assertThat(outcome.said()).contains("is no whole backup");
    assertThat(script("jdbc:mariadb://127.0.0.1:1/idiotaxa", "backup", folder.resolve("none.sql.gz").toString()).said())
        .contains("was not written");
    assertThat(folder.resolve("none.sql.gz")).doesNotExist();
    assertThat(folder.resolve("none.sql.gz.part")).doesNotExist();
  }
}
