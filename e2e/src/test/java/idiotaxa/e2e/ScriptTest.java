package idiotaxa.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * The script itself, in a folder of its own. The programs that it calls are stand-ins which write down how they were
 * called, take their ports and stay: what is tested is what the script does with them.
 */
class ScriptTest {
  private static final String LOG_CALL =
      "const fs = require('fs')\n"
          + "const args = process.argv.slice(2)\n"
          + "const here = __dirname\n"
          + "fs.appendFileSync(here + '/calls.log', '%s ' + args.join(' ') + '\\n')\n"
          + "const value = (name) => args.find((a) => a.startsWith(name))?.slice(name.length)\n";

  private static final String STAY =
      "require('http').createServer((q, a) => a.end('up')).listen(port, '127.0.0.1')\n";

  private static final Map<String, String> PROGRAMS =
      Map.of(
          "mvn", "setTimeout(() => {}, 700)\n",
          "mariadb-install-db", "fs.mkdirSync(value('--datadir=') + '/mysql', { recursive: true })\n",
          "mariadbd",
              "const port = Number(value('--port='))\n"
                  + "fs.writeFileSync(value('--pid-file='), String(process.pid))\n"
                  + "fs.writeFileSync(here + '/db-is-up', '')\n"
                  + STAY,
          "mariadb-admin", "process.exit(fs.existsSync(here + '/db-is-up') ? 0 : 1)\n",
          "mariadb", "if (fs.existsSync(here + '/connected')) console.log('COUNT(*)\\n' + fs.readFileSync(here + '/connected'))\n",
          "mariadb-dump", "console.log('-- Dump completed')\n",
          "java",
              // Taking the application out of its jar ends at once.
              "if (args[0] === '-Djarmode=tools') process.exit(0)\n"
                  + "const isApp = args.includes('-jar')\n"
                  + "const port = Number(isApp ? process.env.IDIOTAXA_PORT : args.at(-1))\n"
                  + STAY);

  @TempDir Path folder;
  private Path programs;
  private Path checkout;
  private Path script;
  private final Map<String, String> settings = new TreeMap<>();

  private record Outcome(int exit, String out, String err) {}

  @BeforeEach
  void copyTheScript() throws IOException {
    // What the stand-ins write lies beside the checkout: inside of it, it would be a change to be built.
    checkout = Files.createDirectory(folder.resolve("checkout"));
    script = Files.copy(Path.of("../idiotaxa"), checkout.resolve("idiotaxa"));
    programs = Files.createDirectory(folder.resolve("programs"));
    for (Map.Entry<String, String> program : PROGRAMS.entrySet()) {
      Path file = programs.resolve(program.getKey());
      Files.writeString(
          file,
          "#!/usr/bin/env node\n" + LOG_CALL.formatted(program.getKey()) + program.getValue());
      Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rwxr-xr-x"));
    }
    settings.put("IDIOTAXA_JAVA", programs.resolve("java").toString());
    Files.writeString(folder.resolve("release"), "JAVA_VERSION=\"17.0.9\"\n");
    for (String name : List.of("IDIOTAXA_PORT", "IDIOTAXA_DB_PORT", "IDIOTAXA_RECEIVER_PORT")) {
      settings.put(name, Integer.toString(freePort()));
    }
  }

  @AfterEach
  void stop() throws Exception {
    assertThat(run("stop").exit()).isZero();
  }

  private static int freePort() throws IOException {
    try (ServerSocket socket = new ServerSocket(0)) {
      return socket.getLocalPort();
    }
  }

  private Process begin(Path out, Path err, String... arguments) throws IOException {
    List<String> command = new ArrayList<>(List.of("bash", script.toString()));
    command.addAll(List.of(arguments));
    ProcessBuilder builder = new ProcessBuilder(command);
    builder.environment().putAll(settings);
    builder.environment().put("PATH", programs + ":" + System.getenv("PATH"));
    return builder.redirectOutput(out.toFile()).redirectError(err.toFile()).start();
  }

  private Outcome run(String... arguments) throws Exception {
    Path out = Files.createTempFile(folder, "out", "");
    Path err = Files.createTempFile(folder, "err", "");
    return end(begin(out, err, arguments), out, err);
  }

  private static Outcome end(Process process, Path out, Path err) throws Exception {
    assertThat(process.waitFor(60, TimeUnit.SECONDS)).as("the script ends").isTrue();
    return new Outcome(process.exitValue(), Files.readString(out), Files.readString(err));
  }

  /** How a program was called, one line a call; what is done once for a build is left out. */
  private List<String> calls(String program) throws IOException {
    Path log = programs.resolve("calls.log");
    List<String> lines = Files.exists(log) ? Files.readAllLines(log) : List.of();
    return lines.stream().filter(l -> l.startsWith(program + " ") && !l.contains("jarmode")).toList();
  }

  private String address() {
    return "http://127.0.0.1:" + settings.get("IDIOTAXA_PORT");
  }

  @Test
  void twoStartsAtOnceBuildOnceAndStartOneOfEach() throws Exception {
    Path[] files = new Path[4];
    for (int i = 0; i < 4; i++) {
      files[i] = Files.createTempFile(folder, "both", "");
    }
    Process one = begin(files[0], files[1], "start");
    Process two = begin(files[2], files[3], "start");
    for (Outcome outcome : List.of(end(one, files[0], files[1]), end(two, files[2], files[3]))) {
      assertThat(outcome.exit()).as(outcome.err()).isZero();
      assertThat(outcome.out()).contains(address());
    }
    assertThat(calls("mvn")).hasSize(1);
    assertThat(calls("mariadbd")).hasSize(1);
    assertThat(calls("java")).hasSize(2);
  }

  @Test
  void aTakenPortIsSaidWithTheCureAndNothingIsStartedOnIt() throws Exception {
    try (ServerSocket taken = new ServerSocket(0)) {
      settings.put("IDIOTAXA_PORT", Integer.toString(taken.getLocalPort()));
      Outcome outcome = run("start");
      assertThat(outcome.exit()).isEqualTo(1);
      assertThat(outcome.err())
          .contains("Port " + taken.getLocalPort())
          .contains("taken by another program")
          .contains("What to do:");
      assertThat(calls("java")).noneMatch(call -> call.contains("-jar"));
    }
  }

  @Test
  void aStalePidFileHarmsNobodyAndDoesNotStopAStart() throws Exception {
    Process stranger = new ProcessBuilder("sleep", "120").start();
    try {
      Path run = Files.createDirectories(checkout.resolve(".run"));
      for (String name : List.of("app.pid", "receiver.pid")) {
        Files.writeString(run.resolve(name), Long.toString(stranger.pid()));
      }
      assertThat(run("stop").exit()).isZero();
      assertThat(stranger.isAlive()).isTrue();
      assertThat(run.resolve("app.pid")).doesNotExist();
      Files.writeString(run.resolve("app.pid"), Long.toString(stranger.pid()));
      assertThat(run("start").out()).contains(address());
      assertThat(calls("java")).hasSize(2);
      assertThat(stranger.isAlive()).isTrue();
    } finally {
      stranger.destroyForcibly();
    }
  }

  @Test
  void whatRunsAlreadyIsLeftRunningAndStopEndsIt() throws Exception {
    assertThat(run("start").exit()).isZero();
    assertThat(run("start").out()).contains(address());
    assertThat(calls("java")).hasSize(2);
    int port = Integer.parseInt(settings.get("IDIOTAXA_PORT"));
    assertThat(isTaken(port)).isTrue();
    assertThat(run("stop").exit()).isZero();
    assertThat(isTaken(port)).isFalse();
  }

  @Test
  void theDatabaseStaysWhileSomebodyWorksWithIt() throws Exception {
    assertThat(run("start").exit()).isZero();
    int port = Integer.parseInt(settings.get("IDIOTAXA_DB_PORT"));
    Path connected = Files.writeString(programs.resolve("connected"), "2");
    Outcome refused = run("stop");
    assertThat(refused.exit()).isEqualTo(1);
    assertThat(refused.err()).contains("MariaDB goes on", "2 connections");
    assertThat(isTaken(port)).isTrue();
    Files.delete(connected);
    assertThat(run("stop").exit()).isZero();
    assertThat(isTaken(port)).isFalse();
  }

  @ParameterizedTest
  @CsvSource({
    "jdbc:mariadb://db.harbour/shows, db.harbour, 3306",
    "jdbc:mariadb://db.harbour:3307/shows?useSsl=true, db.harbour, 3307",
    "jdbc:mariadb://[fd00::7]/shows, fd00::7, 3306",
    "jdbc:mariadb://[fd00::7]:3308/shows, fd00::7, 3308"
  })
  void aBackupFindsTheDatabaseByEverySpellingOfItsAddress(String url, String host, String port) throws Exception {
    settings.put("IDIOTAXA_DB_URL", url);
    Outcome outcome = run("backup", folder.resolve("all.sql.gz").toString());
    assertThat(outcome.exit()).as(outcome.err()).isZero();
    List<String> calls = calls("mariadb-dump");
    assertThat(calls.get(calls.size() - 1)).contains("--host=" + host + " ", "--port=" + port + " ", " shows");
    settings.remove("IDIOTAXA_DB_URL");
  }

  private static boolean isTaken(int port) {
    try (Socket socket = new Socket(InetAddress.getLoopbackAddress(), port)) {
      return socket.isConnected();
    } catch (IOException e) {
      return false;
    }
  }

  @Test
  void whatHasChangedIsBuiltAndRunAnew() throws Exception {
    Outcome first = run("start");
    assertThat(first.exit()).as(first.err()).isZero();
    Files.writeString(checkout.resolve("changed.java"), "class Changed {}", StandardCharsets.UTF_8);
    Outcome again = run("start");
    assertThat(again.exit()).as(again.err()).isZero();
    assertThat(again.err()).contains("to build what has changed");
    assertThat(calls("mvn")).hasSize(2);
    assertThat(calls("java")).hasSize(4);
    assertThat(calls("mariadbd")).hasSize(1);
  }

  @Test
  void theHeapIsAsTheSettingsSay() throws Exception {
    settings.put("IDIOTAXA_HEAP", "3g");
    Outcome outcome = run("start");
    assertThat(outcome.exit()).as(outcome.err()).isZero();
    assertThat(calls("java")).anyMatch(call -> call.contains("-jar") && call.contains("-Xmx3g"));
  }

  /** A Java that is newer than the one of the path, in a folder that the settings name. */
  @Test
  void theNewestJavaRunsTheApplicationAndKeepsWhatItLoaded() throws Exception {
    settings.remove("IDIOTAXA_JAVA");
    Path home = Files.createDirectories(folder.resolve("newer/bin")).getParent();
    Files.writeString(home.resolve("release"), "JAVA_VERSION=\"99.0.1\"\n");
    Path java = home.resolve("bin/java");
    Files.writeString(
        java,
        "#!/usr/bin/env node\n"
            + LOG_CALL.formatted("newer").replace("__dirname", "'" + programs + "'")
            + "const kept = value('-XX:AOTCacheOutput=')\n"
            + "if (kept) { fs.writeFileSync(kept, ''); process.exit(0) }\n"
            + PROGRAMS.get("java"));
    Files.setPosixFilePermissions(java, PosixFilePermissions.fromString("rwxr-xr-x"));
    settings.put("JAVA_HOME", home.toString());
    Files.createDirectories(checkout.resolve("server/target/application"));
    Outcome outcome = run("start");
    assertThat(outcome.exit()).as(outcome.err()).isZero();
    assertThat(calls("java")).isEmpty();
    assertThat(calls("newer")).anyMatch(call -> call.contains("-XX:AOTCacheOutput=") && call.contains("EveryCommand"));
    assertThat(calls("newer")).filteredOn(call -> !call.contains("AOTCache")).hasSize(2);
  }

  @Test
  void aJavaThatIsNoneIsSaid() throws Exception {
    settings.put("IDIOTAXA_JAVA", "no-such-java");
    Outcome outcome = run("start");
    assertThat(outcome.exit()).isEqualTo(1);
    assertThat(outcome.err()).contains("no-such-java").contains("What to do:");
    settings.put("IDIOTAXA_JAVA", programs.resolve("java").toString());
  }

  @Test
  void aWordThatItDoesNotKnowIsRefusedWithItsUse() throws Exception {
    Outcome unknown = run("dance");
    assertThat(unknown.exit()).isEqualTo(2);
    assertThat(unknown.err()).contains("usage: ./idiotaxa start");
    Outcome option = run("start", "--loud");
    assertThat(option.exit()).isEqualTo(1);
    assertThat(option.err()).contains("does not know --loud").contains("[--empty]");
    assertThat(calls("mvn")).isEmpty();
  }
}
