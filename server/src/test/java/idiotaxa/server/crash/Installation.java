package idiotaxa.server.crash;

import idiotaxa.server.IdiotaxaApplication;
import java.io.IOException;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;

/** A MariaDB, an application and a worker of one's own, each a process that can be killed. */
final class Installation implements AutoCloseable {
  private final Path folder;
  private final int databasePort = freePort();
  private final int port = freePort();
  private final KilledProcess database;
  private final KilledProcess application;
  private final KilledProcess worker;

  Installation(Path folder) throws IOException, InterruptedException {
    this.folder = folder;
    boolean isRoot = System.getProperty("user.name").equals("root");
    install(isRoot);
    List<String> mariadb =
        new ArrayList<>(
            List.of(
                "mariadbd",
                "--no-defaults",
                "--datadir=" + folder.resolve("data"),
                "--socket=" + socket(),
                "--port=" + databasePort,
                "--bind-address=127.0.0.1",
                "--character-set-server=utf8mb4",
                "--skip-log-bin",
                "--max-allowed-packet=64M",
                // What was acknowledged is on the disk: that is what is looked for.
                "--innodb-flush-log-at-trx-commit=1"));
    if (isRoot) {
      mariadb.add("--user=root");
    }
    database = new KilledProcess(mariadb, folder.resolve("mariadb.log"), this::databaseAnswers);
    application = new KilledProcess(java("--server.port=" + port), folder.resolve("application.log"), this::isReady);
    Path workerLog = folder.resolve("worker.log");
    worker =
        new KilledProcess(java("--spring.profiles.active=worker"), workerLog, () -> contains(workerLog, "Started IdiotaxaApplication"));
  }

  private Path socket() {
    return Path.of(System.getProperty("java.io.tmpdir"), "idiotaxa-crash-" + databasePort + ".sock");
  }

  private void install(boolean isRoot) throws IOException, InterruptedException {
    List<String> command =
        new ArrayList<>(
            List.of(
                "mariadb-install-db",
                "--no-defaults",
                "--datadir=" + folder.resolve("data"),
                "--auth-root-authentication-method=normal",
                "--skip-test-db"));
    if (isRoot) {
      command.add("--user=root");
    }
    Process process =
        new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(folder.resolve("install.log").toFile()).start();
    if (process.waitFor() != 0) {
      throw new AssertionError(Files.readString(folder.resolve("install.log")));
    }
  }

  private List<String> java(String... more) {
    List<String> command =
        new ArrayList<>(
            List.of(
                System.getProperty("java.home") + "/bin/java",
                "-XX:TieredStopAtLevel=1",
                "-Xmx700m",
                "-Djava.awt.headless=true",
                "-cp",
                System.getProperty("surefire.test.class.path", System.getProperty("java.class.path")),
                IdiotaxaApplication.class.getName(),
                "--spring.datasource.url=" + url(),
                "--spring.datasource.username=root",
                "--spring.datasource.password=",
                "--idiotaxa.cache-folder=" + folder.resolve("cache" + Math.abs(more[0].hashCode())),
                "--idiotaxa.trash-time=1s",
                "--idiotaxa.blob-time=2s",
                "--db-scheduler.heartbeat-interval=1s",
              "--db-scheduler.missed-heartbeats-limit=5"));
    command.addAll(List.of(more));
    return command;
  }

  /** Everything is there afterwards. */
  void start() {
    database.start();
    application.start();
    worker.start();
  }

  String url() {
    return "jdbc:mariadb://127.0.0.1:" + databasePort + "/idiotaxa?createDatabaseIfNotExist=true";
  }

  String address() {
    return "http://127.0.0.1:" + port;
  }

  int databasePort() {
    return databasePort;
  }

  Connection open() throws SQLException {
    return DriverManager.getConnection(url(), "root", "");
  }

  KilledProcess database() {
    return database;
  }

  KilledProcess application() {
    return application;
  }

  KilledProcess worker() {
    return worker;
  }

  /** A worker that is killed writes to the same log again: only what it said since counts. */
  void startWorker() throws IOException {
    Files.writeString(folder.resolve("worker.log"), "");
    worker.start();
  }

  private boolean databaseAnswers() {
    try (Connection connection = open(); Statement statement = connection.createStatement()) {
      return statement.execute("SELECT 1");
    } catch (SQLException e) {
      return false;
    }
  }

  private boolean isReady() {
    try {
      HttpRequest request = HttpRequest.newBuilder(URI.create(address() + "/actuator/health/liveness")).timeout(Duration.ofSeconds(2)).build();
      return HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.discarding()).statusCode() == 200;
    } catch (IOException | InterruptedException e) {
      return false;
    }
  }

  private static boolean contains(Path file, String words) {
    try {
      return Files.readString(file).contains(words);
    } catch (IOException e) {
      return false;
    }
  }

  private static int freePort() {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    } catch (IOException e) {
      throw new AssertionError(e);
    }
  }

  @Override
  public void close() {
    worker.end();
    application.end();
    database.end();
  }
}
