package idiotaxa.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfo;
import org.flywaydb.core.api.MigrationVersion;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Whatever version filled the database: nothing of it is lost on the way to this one. */
class EveryMigrationTest {
  private final String name = "idiotaxa_every_" + ProcessHandle.current().pid();
  private final String server = System.getenv("IDIOTAXA_TEST_DB");

  /** Tables whose rows are the framework's or the migrations' own. */
  private static final List<String> NOT_DATA = List.of("flyway_schema_history", "job", "bake_source", "studio_show");

  private Connection open() throws SQLException {
    return DriverManager.getConnection(server + "/" + name + "?createDatabaseIfNotExist=true", "idiotaxa", "");
  }

  private Flyway flyway(MigrationVersion version) {
    return Flyway.configure().dataSource(server + "/" + name, "idiotaxa", "").locations("classpath:db/migration").target(version).load();
  }

  @AfterEach
  void drop() throws SQLException {
    try (Connection db = open(); Statement statement = db.createStatement()) {
      statement.execute("DROP DATABASE " + name);
    }
  }

  /** One database goes through all of them, and at every version what is new is filled. */
  @Test
  void aRowOfEveryTableIsThereAfterEveryStep() throws SQLException {
    try (Connection db = open()) {
      Map<String, Integer> before = Map.of();
      for (MigrationInfo step : flyway(MigrationVersion.LATEST).info().all()) {
        flyway(step.getVersion()).migrate();
        Map<String, Integer> after = counts(db);
        before.forEach(
            (table, rows) -> assertThat(after.get(table)).as(table + " in version " + step.getVersion()).isEqualTo(rows));
        before = fill(db);
        assertThat(before).hasSizeGreaterThan(8);
      }
      // Everything belongs somewhere, and what was there can be deleted when nothing needs it any more.
      assertThat(count(db, "asset WHERE show_id = 1")).isEqualTo(1);
      assertThat(count(db, "stored_blob WHERE touched_at IS NULL")).isZero();
    }
  }

  /** A process of an earlier version is waited for, and is named where it does not end. */
  @Test
  void theSchemaIsLeftAloneWhileAnEarlierVersionUsesIt() throws Exception {
    try (Connection db = open()) {
      flyway(MigrationVersion.fromVersion("12")).migrate();
      execute(
          db,
          "INSERT INTO running_process (name, host, kinds, serves_pages, threads, memory_megabytes, began_at, seen_at)"
              + " VALUES ('worker 7', 'kiln', 'bake-sheet', 0, 3, 6000, UTC_TIMESTAMP(6), UTC_TIMESTAMP(6))");
      Flyway flyway = flyway(MigrationVersion.LATEST);
      assertThat(new LivingProcesses(flyway.getConfiguration().getDataSource()).names()).containsExactly("worker 7 on kiln");
      // It ends after a moment, as one that was told to.
      Thread ends = new Thread(() -> endSoon());
      ends.start();
      SchemaConfig.waitForEarlier(flyway);
      ends.join();
      flyway.migrate();
      assertThat(flyway.info().pending()).isEmpty();
      // Nothing is waited for when nothing is to be changed, and not for those that are silent.
      execute(db, "UPDATE running_process SET ended_at = NULL, seen_at = UTC_TIMESTAMP(6)");
      SchemaConfig.waitForEarlier(flyway);
      execute(db, "UPDATE running_process SET seen_at = UTC_TIMESTAMP(6) - INTERVAL 20 SECOND");
      assertThat(new LivingProcesses(flyway.getConfiguration().getDataSource()).names()).isEmpty();
    }
  }

  private void endSoon() {
    try (Connection db = open()) {
      Thread.sleep(1000);
      execute(db, "UPDATE running_process SET ended_at = UTC_TIMESTAMP(6)");
    } catch (SQLException | InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  /** A row with the number 1 in every table; what points to others points to their number 1. */
  private Map<String, Integer> fill(Connection db) throws SQLException {
    execute(db, "SET FOREIGN_KEY_CHECKS = 0");
    for (String table : tables(db)) {
      // The engine's own table has rows of migrations.
      String own = table.equals("scheduled_tasks") ? table + " WHERE task_name = 'none'" : table;
      if (count(db, own) == 0) {
        insert(db, table);
      }
    }
    execute(db, "SET FOREIGN_KEY_CHECKS = 1");
    Map<String, Integer> counts = counts(db);
    counts.values().removeIf(rows -> rows == 0);
    return counts;
  }

  private void insert(Connection db, String table) throws SQLException {
    Map<String, String> columns = new LinkedHashMap<>();
    try (PreparedStatement query =
        db.prepareStatement(
            "SELECT column_name, data_type FROM information_schema.columns WHERE table_schema = ? AND table_name = ?")) {
      query.setString(1, name);
      query.setString(2, table);
      ResultSet rows = query.executeQuery();
      while (rows.next()) {
        columns.put(rows.getString(1), rows.getString(2));
      }
    }
    String values = columns.entrySet().stream().map(c -> value(c.getKey(), c.getValue())).collect(Collectors.joining(", "));
    execute(db, "INSERT INTO `%s` (`%s`) VALUES (%s)".formatted(table, String.join("`, `", columns.keySet()), values));
  }

  private static String value(String column, String type) {
    return switch (type) {
      case "bigint", "int", "tinyint", "double" -> "1";
      case "datetime" -> "NOW(6)";
      case "longblob", "blob" -> "x'00'";
      default -> column.equals("kind") ? "'hand'" : column.equals("task_name") ? "'none'" : "'{}'";
    };
  }

  private List<String> tables(Connection db) throws SQLException {
    List<String> names = new ArrayList<>();
    try (Statement statement = db.createStatement()) {
      ResultSet rows = statement.executeQuery("SHOW TABLES");
      while (rows.next()) {
        if (!NOT_DATA.contains(rows.getString(1)) && !rows.getString(1).startsWith("SPRING_")) {
          names.add(rows.getString(1));
        }
      }
    }
    return names;
  }

  private Map<String, Integer> counts(Connection db) throws SQLException {
    Map<String, Integer> counts = new LinkedHashMap<>();
    for (String table : tables(db)) {
      counts.put(table, count(db, table));
    }
    return counts;
  }

  private static int count(Connection db, String from) throws SQLException {
    try (Statement statement = db.createStatement()) {
      ResultSet rows = statement.executeQuery("SELECT COUNT(*) FROM " + from);
      rows.next();
      return rows.getInt(1);
    }
  }

  private static void execute(Connection db, String sql) throws SQLException {
    try (Statement statement = db.createStatement()) {
      statement.execute(sql);
    }
  }

  /** An application of before leaves a database of later alone, and says so. */
  @Test
  void aLaterSchemaIsRefusedWithASentence() throws SQLException {
    try (Connection db = open()) {
      flyway(MigrationVersion.LATEST).migrate();
      execute(
          db,
          "INSERT INTO flyway_schema_history SELECT MAX(installed_rank) + 1, '999', 'later', 'SQL', 'V999__later.sql', 1,"
              + " 'idiotaxa', NOW(), 1, TRUE FROM flyway_schema_history");
      assertThatThrownBy(() -> new SchemaConfig().migration().migrate(flyway(MigrationVersion.LATEST)))
          .isInstanceOf(StartProblem.class)
          .hasMessageContaining("schema 999")
          .hasMessageContaining("a later version has used it");
    }
  }
}
