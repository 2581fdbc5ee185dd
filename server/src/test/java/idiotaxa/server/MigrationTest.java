package idiotaxa.server;

import static org.assertj.core.api.Assertions.assertThat;

import idiotaxa.server.bake.BakeSettings;
import idiotaxa.server.bake.SheetResult;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationVersion;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

/** A database that an earlier version filled keeps everything when this one starts on it. */
class MigrationTest {
  private final String name = "idiotaxa_older_" + ProcessHandle.current().pid();
  private final String server = System.getenv("IDIOTAXA_TEST_DB");
  private Connection db;

  @BeforeEach
  void fillAnOlderDatabase() throws SQLException {
    String url = server + "/" + name + "?createDatabaseIfNotExist=true&allowMultiQueries=true";
    db = DriverManager.getConnection(url, "idiotaxa", "");
    flyway("6").migrate();
    run(
        """
        INSERT INTO asset (id, name, journal_position, created_at) VALUES (1, 'Older buoy', 2, NOW(6));
        INSERT INTO revision (id, asset_id, role, label, file_name, state, inspection, claimed_share,
                              is_current, created_at) VALUES
          (1, 1, 'target', 'A', 'buoy.glb', 'ready',
           '{"findings":[{"code":"no-uvs","isHarmless":false,"what":"w","where":"p","cure":"c"},{"code":"missing-normals","isHarmless":true,"what":"n","where":"","cure":""}]}',
           0.5, TRUE, NOW(6)),
          (2, 1, 'source', 'A', 'buoy_high.glb', 'reading', NULL, 0, TRUE, NOW(6));
        INSERT INTO journal_entry (id, asset_id, revision_id, ordinal, kind, words, claims, is_dropped, created_at)
        VALUES
          (1, 1, 1, 1, 'hand', 'first', '', FALSE, NOW(6) - INTERVAL 50 SECOND),
          (2, 1, 1, 2, 'hand', 'undone', '', TRUE, NOW(6) - INTERVAL 40 SECOND),
          (3, 1, 1, 3, 'hand', 'undone too', '', TRUE, NOW(6) - INTERVAL 30 SECOND),
          (4, 1, 1, 2, 'hand', 'instead', '', FALSE, NOW(6) - INTERVAL 20 SECOND);
        INSERT INTO bake (id, asset_id, target_id, settings, journal_position, is_cancelled, created_at) VALUES
          (1, 1, 1,
           '{"origin":"vertex-colors","isFromSource":true,"sourceIds":null,"size":512,"samples":4,"isExact":false,"padding":4,"reachOutward":null,"reachInward":null,"partReaches":[],"pairing":"fitting","affixes":[],"links":[]}',
           2, FALSE, NOW(6) - INTERVAL 35 SECOND),
          (2, 1, 1, '{}', 2, FALSE, NOW(6)),
          (3, 1, 1, '{}', 0, TRUE, NOW(6));
        INSERT INTO bake_sheet (id, bake_id, name, state, doing, share, problem) VALUES
          (1, 1, '1001', 'done', 'done', 1, NULL),
          (2, 2, '1001', 'failed', 'failed', 0, 'It failed.'),
          (3, 3, '1001', 'cancelled', 'cancelled', 0, NULL);
        UPDATE bake_sheet SET report = '{"report":{"sheet":"1001","width":512,"height":512,"covered":90,"missed":2,"fallback":7,"overlapping":0,"conflicts":0,"groupTexels":[0,88],"parts":[{"part":"hull","covered":90,"missed":2,"fallback":7,"conflicts":0}],"problems":[],"rays":12,"millis":34},"reach":{"outward":0.01,"inward":0.02},"pairing":"names","strays":[]}'
        WHERE id = 1;
        INSERT INTO handoff (id, asset_id, bake_id, file_name, contents, state, doing, share, created_at) VALUES
          (1, 1, 1, 'buoy-a.zip', '{}', 'done', 'done', 1, NOW(6));
        INSERT INTO uv_layout (id, revision_id, settings, state, doing, share, chart_count, coverage,
                               is_cancelled, created_at) VALUES
          (1, 1, '{}', 'done', 'done', 1, 4, 0.5, FALSE, NOW(6));
        """);
    flyway("latest").migrate();
  }

  @AfterEach
  void drop() throws SQLException {
    run("DROP DATABASE " + name);
    db.close();
  }

  private Flyway flyway(String version) {
    return Flyway.configure()
        .dataSource(server + "/" + name, "idiotaxa", "")
        .locations("classpath:db/migration")
        .target(version.equals("latest") ? MigrationVersion.LATEST : MigrationVersion.fromVersion(version))
        .load();
  }

  private void run(String sql) throws SQLException {
    try (Statement statement = db.createStatement()) {
      statement.execute(sql);
    }
  }

  /** Rows with their values between spaces. */
  private List<String> rows(String sql) throws SQLException {
    List<String> rows = new ArrayList<>();
    try (Statement statement = db.createStatement();
        ResultSet result = statement.executeQuery(sql)) {
      while (result.next()) {
        List<String> values = new ArrayList<>();
        for (int c = 1; c <= result.getMetaData().getColumnCount(); c++) {
          values.add(String.valueOf(result.getString(c)));
        }
        rows.add(String.join(" ", values));
      }
    }
    return rows;
  }

  @Test
  void jobsAreWhereTheyWere() throws SQLException {
    assertThat(rows("SELECT kind, subject_id, state, problem, is_cancelled FROM job ORDER BY kind, subject_id"))
        .containsExactly(
            "bake-sheet 1 done null 0",
            "bake-sheet 2 failed It failed. 0",
            "bake-sheet 3 cancelled null 1",
            "lay-out 1 done null 0",
            "pack-handoff 1 done null 0",
            "read-revision 2 waiting null 0");
  }

  @Test
  void whatWasUndoneIsKnownByWhatDroppedIt() throws SQLException {
    assertThat(rows("SELECT id, dropped_by FROM journal_entry ORDER BY id"))
        .containsExactly("1 null", "2 4", "3 4", "4 null");
  }

  @Test
  void bakesKnowTheEntryThatTheyWereMadeAt() throws SQLException {
    assertThat(rows("SELECT id, journal_entry_id FROM bake ORDER BY id")).containsExactly("1 2", "2 4", "3 0");
  }

  /** Read as the application reads them, with nothing that an earlier version did not write. */
  @Test
  void bakesOfAnEarlierVersionAreRead() throws SQLException {
    JsonMapper json = JsonMapper.builder().build();
    var settings =
        json.readValue(rows("SELECT settings FROM bake WHERE id = 1").get(0), BakeSettings.class);
    assertThat(settings.size()).isEqualTo(512);
    assertThat(settings.isAnyway()).isFalse();
    var report =
        json.readValue(rows("SELECT report FROM bake_sheet WHERE id = 1").get(0), SheetResult.class)
            .report();
    assertThat(report.covered()).isEqualTo(90);
    assertThat(report.fallback()).isEqualTo(7);
    assertThat(report.farther()).isZero();
    assertThat(report.parts().get(0).farther()).isZero();
    assertThat(report.thinGroups()).isEmpty();
  }

  @Test
  void findingsOfModelsHaveTheNewWords() throws SQLException {
    assertThat(rows("SELECT inspection FROM revision WHERE id = 1"))
        .containsExactly(
            "{\"findings\":[{\"kind\":\"no-uvs\",\"severity\":\"warning\",\"text\":\"w\",\"place\":\"p\","
                + "\"cures\":[],\"cure\":\"c\"},{\"kind\":\"missing-normals\",\"severity\":\"harmless\","
                + "\"text\":\"n\",\"place\":\"\",\"cures\":[],\"cure\":\"\"}]}");
  }

  @Test
  void namesThatDifferInCaseAreTwo() throws SQLException {
    run("INSERT INTO bake_sheet (bake_id, name) VALUES (1, 'Lid'), (1, 'lid')");
    assertThat(rows("SELECT name FROM bake_sheet WHERE bake_id = 1 AND name = 'lid'")).containsExactly("lid");
  }
}
