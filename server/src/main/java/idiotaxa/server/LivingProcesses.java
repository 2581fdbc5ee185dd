package idiotaxa.server;

import java.sql.Connection;
import java.sql.DatabaseMetaData;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.List;
import javax.sql.DataSource;

/** Processes that use a database, as they said within the last seconds; asked before its schema is this version's. */
final class LivingProcesses {
  /** Every process says each five seconds that it is there. */
  private static final int SILENT_SECONDS = 15;

  private static final String TABLE = "running_process";

  private final DataSource database;

  LivingProcesses(DataSource database) {
    this.database = database;
  }

  /** Their names; empty where the schema is from before processes said so. */
  List<String> names() {
    List<String> names = new ArrayList<>();
    try (Connection connection = database.getConnection(); Statement statement = connection.createStatement()) {
      if (!isThere(connection)) {
        return names;
      }
      String sql =
          "SELECT name, host FROM %s WHERE ended_at IS NULL AND seen_at > UTC_TIMESTAMP(6) - INTERVAL %d SECOND ORDER BY name"
              .formatted(TABLE, SILENT_SECONDS);
      try (ResultSet rows = statement.executeQuery(sql)) {
        while (rows.next()) {
          names.add(rows.getString(1) + " on " + rows.getString(2));
        }
      }
      return names;
    } catch (SQLException e) {
      throw new IllegalStateException("the processes of the database could not be asked for", e);
    }
  }

  private static boolean isThere(Connection connection) throws SQLException {
    DatabaseMetaData about = connection.getMetaData();
    try (ResultSet tables = about.getTables(connection.getCatalog(), null, TABLE, new String[] {"TABLE"})) {
      return tables.next();
    }
  }
}
