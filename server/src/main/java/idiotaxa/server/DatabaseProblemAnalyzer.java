package idiotaxa.server;

import java.sql.SQLException;
import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;

/** Says what is wrong with the database that the settings name. */
class DatabaseProblemAnalyzer extends AbstractFailureAnalyzer<SQLException> {
  /** MariaDB's numbers of errors. */
  private static final int ACCESS_DENIED = 1045;

  private static final int NO_SUCH_DATABASE = 1049;
  private static final int NOT_FOR_THIS_DATABASE = 1044;
  private static final int COMMAND_DENIED = 1142;
  private static final int DISK_FULL = 1021;

  @Override
  protected FailureAnalysis analyze(Throwable failure, SQLException problem) {
    String said = firstLine(problem.getMessage());
    return switch (problem.getErrorCode()) {
      case ACCESS_DENIED ->
          analysis(
              "MariaDB does not know this account, or its password is another one: " + said,
              "Check IDIOTAXA_DB_USER and IDIOTAXA_DB_PASSWORD.",
              failure);
      case NO_SUCH_DATABASE, NOT_FOR_THIS_DATABASE ->
          analysis(
              "The database is not there, or is another account's: " + said,
              "Make it, and give the account all rights on it and on nothing else; docs/studio.md has the lines.",
              failure);
      case COMMAND_DENIED ->
          analysis(
              "The account may not do what the application needs: " + said,
              "The tables were made by another account, or rights are missing; give this one all rights on its database.",
              failure);
      case DISK_FULL -> analysis("The database's disk is full: " + said, "Make room there.", failure);
      default ->
          isOfConnections(problem)
              ? analysis(
                  "MariaDB does not answer: " + said, "Start it, and check the address in IDIOTAXA_DB_URL.", failure)
              : null;
    };
  }

  /** SQLSTATE class 08: connection exceptions (ISO/IEC 9075). */
  private static boolean isOfConnections(SQLException problem) {
    return problem.getSQLState() != null && problem.getSQLState().startsWith("08");
  }

  private static FailureAnalysis analysis(String what, String cure, Throwable failure) {
    return new FailureAnalysis(what, cure, failure);
  }

  private static String firstLine(String message) {
    return message == null ? "no reason is given" : message.lines().findFirst().orElse("");
  }
}
